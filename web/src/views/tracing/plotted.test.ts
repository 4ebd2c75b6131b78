import { describe, expect, it } from "vitest";
import { between, columns, levelAt, moved, ticks, zoomed, type Curve } from "./plotted";

/** Falls by 0.001 dB a sample of 0.5 m; one spike at sample 300; the panel at 100 m. */
const samples = Float32Array.from({ length: 1000 }, (_, i) => -0.001 * i + (i === 300 ? 5 : 0));
const curve: Curve = { samples, spacing_m: 0.5, zero_m: 100 };

describe("a pixel shows the least and the most of its samples", () => {
  it("keeps a spike that is one sample wide", () => {
    const made = columns(curve, [-100, 400], 50);
    expect(Math.max(...made.filter((v) => !Number.isNaN(v)))).toBeCloseTo(4.7, 5);
  });
  it("draws nothing beyond the samples", () => {
    expect(columns(curve, [500, 600], 10).every(Number.isNaN)).toBe(true);
  });
});

it("levels lie between samples, from the panel on", () => {
  expect(levelAt(curve, 0)).toBeCloseTo(-0.2, 6);
  expect(levelAt(curve, 0.25)).toBeCloseTo(-0.2005, 6);
  expect(levelAt(curve, 450)).toBeNull();
});

it("two markers tell loss, distance and slope, whichever stands first", () => {
  const told = between(curve, 200, 100);
  expect(told?.m).toBe(100);
  expect(told?.loss_db).toBeCloseTo(0.2, 6);
  expect(told?.slope_db_km).toBeCloseTo(2, 5);
});

it("ticks are round", () => {
  expect(ticks([0, 2912], 6)).toEqual([0, 500, 1000, 1500, 2000, 2500]);
  expect(ticks([1680, 1690], 5)).toEqual([1680, 1682, 1684, 1686, 1688, 1690]);
  expect(ticks([3, 3], 5)).toEqual([]);
});

it("zooming leaves the point where it is, down to a metre and up to the whole", () => {
  expect(zoomed([0, 100], 25, 0.5, [0, 100])).toEqual([12.5, 62.5]);
  expect(zoomed([10, 12], 11, 0.01, [0, 100])).toEqual([10.5, 11.5]);
  expect(zoomed([20, 60], 40, 10, [0, 100])).toEqual([0, 100]);
  expect(moved([20, 60], 90, [0, 100])).toEqual([60, 100]);
});

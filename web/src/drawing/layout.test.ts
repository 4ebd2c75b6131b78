import { describe, expect, it } from "vitest";
import { labelsBy, placeParts, powerScale, staircase, type PartSize } from "./layout";

const part = (sort: PartSize["sort"], lengthM = 0): PartSize => ({ sort, lengthM });
const short: PartSize[] = [part("cord", 2), part("adapter"), part("cable", 100), part("adapter"), part("cord", 2)];

describe("placeParts", () => {
  it("fills the room between the modules without gaps", () => {
    const laid = placeParts(short, 800, false);
    expect(laid.dense).toBe(false);
    expect(laid.end).toBeCloseTo(751);
    for (const [i, p] of laid.parts.entries()) {
      const before = laid.parts[i - 1];
      if (before) expect(p.x).toBeCloseTo(before.x + before.width);
    }
  });

  it("to scale, glass shares the spare room by its length", () => {
    const laid = placeParts([part("cable", 300), part("adapter"), part("cable", 100)], 600, true);
    const [long, , half] = laid.parts;
    expect((long!.width - 34) / (half!.width - 34)).toBeCloseTo(3);
  });

  it("grows wider than the page for 61 parts rather than squeeze them", () => {
    const many = Array.from({ length: 61 }, (_, i) => part(i % 2 ? "splice" : "cable", 10));
    const laid = placeParts(many, 740, false);
    expect(laid.dense).toBe(true);
    expect(laid.width).toBe(31 * 34 + 30 * 13 + 2 * 49);
  });
});

describe("staircase", () => {
  it("drops in the middle of a joint and slopes along glass", () => {
    const placed = [
      { x: 0, width: 10 },
      { x: 10, width: 10 },
    ];
    const points = staircase(placed, [false, true], [0, -1, -3], (v) => 10 - v);
    expect(points).toEqual([
      [0, 10],
      [10, 11],
      [15, 11],
      [15, 13],
      [20, 13],
    ]);
  });

  it("draws nothing where the launch power is not known", () => {
    expect(staircase([{ x: 0, width: 10 }], [false], [null, null], (v) => v)).toEqual([]);
  });
});

describe("powerScale", () => {
  it("puts high power at the top and holds every value", () => {
    const scale = powerScale([0.5, -14.4, null], 0, 100);
    expect(scale.y(0.5)).toBeLessThan(scale.y(-14.4));
    expect(scale.y(0.5)).toBeGreaterThan(0);
    expect(scale.y(-14.4)).toBeLessThan(100);
    expect(scale.ticks).toEqual([-12, -8, -4, 0]);
  });
});

describe("labelsBy", () => {
  it("puts a label under its line where another line runs close above", () => {
    expect(labelsBy([100, 200, 206], 12)).toEqual([95, 195, 221]);
    expect(labelsBy([10], 12)).toEqual([25]);
  });
});

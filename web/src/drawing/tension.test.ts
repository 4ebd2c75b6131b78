import { describe, expect, it } from "vitest";
import { niceStep, scales, ticks } from "./tension";

describe("the tension chart", () => {
  it("ticks at round steps", () => {
    expect(niceStep(887, 4)).toBe(500);
    expect(niceStep(600, 4)).toBe(200);
    expect(ticks(600, 4)).toEqual([0, 200, 400, 600]);
  });

  it("keeps pulls and rating in view", () => {
    const room = { left: 50, right: 10, top: 10, bottom: 20 };
    const s = scales(
      [
        [
          { at_m: 0, tension_n: 0 },
          { at_m: 200, tension_n: 300 },
        ],
      ],
      600,
      260,
      130,
      room,
    );
    expect(s.x(200)).toBe(250);
    expect(s.y(0)).toBe(110);
    expect(s.y(600)).toBeGreaterThan(10);
    expect(s.most_n).toBeCloseTo(672);
  });
});

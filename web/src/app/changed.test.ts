import { describe, expect, it } from "vitest";
import { told, valueSaid, whereSaid } from "./changed";

describe("what a revision changed", () => {
  it("is said with its unit, and without the ids on the way", () => {
    expect(whereSaid(["path", "#a1b2", "length_m"])).toBe("path · length, m");
    expect(whereSaid(["rate_gbps"])).toBe("rate, Gb/s");
    expect(whereSaid(["strand_notes"])).toBe("strand notes");
  });

  it("says what was and is there", () => {
    expect(
      told([
        { p: ["length_m"], b: 90, a: 140 },
        { p: ["path", "#"], b: ["x"], a: ["y"] },
        { p: ["notes"], a: "dry" },
      ]),
    ).toEqual([
      { where: "length, m", from: "90", to: "140" },
      { where: "notes", from: "nothing", to: "dry" },
    ]);
    expect(valueSaid({ kind: "fusion" })).toBe("fusion");
    expect(valueSaid([1, 2])).toBe("1, 2");
    expect(told([{ p: [], b: { name: "Hut" } }])).toEqual([{ where: "all of it", from: "Hut", to: "nothing" }]);
  });
});

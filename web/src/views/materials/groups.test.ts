import { describe, expect, it } from "vitest";
import type { MaterialLine } from "../../api/materials";
import { grouped } from "./groups";

const line = (what: string, reasons: [string, string, number][]) =>
  ({ item: "cord", what, reasons: reasons.map(([name, at, share]) => ({ name, at, share, kind: "link", id: null })) }) as unknown as MaterialLine;

const named = (what: string, visits: (string | null)[]) =>
  ({ item: "cord", what, reasons: visits.map((visit) => ({ name: `${visit}`, at: "", share: 1, kind: null, id: null, visit })) }) as unknown as MaterialLine;

describe("lines of the list in groups", () => {
  const short = line("2 m", [
    ["core", "Hut – Hall", 2],
    ["camera", "Hut – Hall", 1],
    ["office", "Hall – Barn", 2],
  ]);
  const long = line("5 m", [["core", "Hut – Hall", 1]]);
  it("by place add up what is for the same place", () => {
    const told = grouped([short, long], "place").map((one) => [one.name, one.shares.map((share) => share.needed)]);
    expect(told).toEqual([
      ["Hall – Barn", [2]],
      ["Hut – Hall", [3, 1]],
    ]);
  });
  it("by visit stand in the order of days, and what is in none is last", () => {
    const told = grouped([named("2 m", ["Day 10: b", null, "Day 2: c", "Day 10: b"])], "visit");
    expect(told.map((one) => [one.name, one.shares[0]?.needed])).toEqual([
      ["Day 2: c", 1],
      ["Day 10: b", 2],
      ["In no visit yet", 1],
    ]);
  });
  it("by link keep each link's own", () => {
    const told = grouped([short, long], "for").map((one) => [one.name, one.shares.map((share) => `${share.needed} × ${share.line.what}`)]);
    expect(told).toEqual([
      ["camera", ["1 × 2 m"]],
      ["core", ["2 × 2 m", "1 × 5 m"]],
      ["office", ["2 × 2 m"]],
    ]);
  });
});

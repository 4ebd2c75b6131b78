import { describe, expect, it } from "vitest";
import { labelRows } from "./cuts";

describe("figures of cuts", () => {
  it("stand in one row while they have room", () => {
    expect(labelRows([100, 144, 190])).toEqual([0, 0, 0]);
  });
  it("go to a second row where they would cover each other, and give way where both are full", () => {
    expect(labelRows([100, 120, 130, 145])).toEqual([0, 1, null, 0]);
  });
});

import { describe, expect, it } from "vitest";
import { clock, pace, shifted, when } from "./told";

describe("words of practice", () => {
  it("says the pace only where there is one", () => {
    expect(pace({ right: 2, minutes: 30, best_minutes: 20 })).toBe(", 1.5 × the tool's time");
    expect(pace({ right: 0, minutes: 30, best_minutes: 20 })).toBe("");
    expect(pace({ right: 2, minutes: 0, best_minutes: 0 })).toBe("");
  });
  it("says when something is due in whole days", () => {
    const now = Date.parse("2026-03-05T12:00:00Z");
    expect(when("2026-03-05T11:00:00Z", now)).toBe("due now");
    expect(when("2026-03-06T11:00:00Z", now)).toBe("due tomorrow");
    expect(when("2026-03-08T13:00:00Z", now)).toBe("due in 4 days");
  });
  it("shows minutes as a clock", () => {
    expect([clock(0), clock(7.5), clock(61)]).toEqual(["0:00", "7:30", "61:00"]);
  });
  it("moves one entry, and nothing over the ends", () => {
    expect(shifted(["a", "b", "c"], 2, -1)).toEqual(["a", "c", "b"]);
    expect(shifted(["a", "b"], 0, -1)).toEqual(["a", "b"]);
    expect(shifted(["a", "b"], 1, 1)).toEqual(["a", "b"]);
  });
});

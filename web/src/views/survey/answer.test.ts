import { describe, expect, it } from "vitest";
import { answer } from "./answer";

const PLACE = { x_m: 0 };
const DUCT = { doc: { kind: "duct", inner_mm: 50 } };
const finding = (rule: string, sort: string, severity: "stop" | "warn" | "note") => ({ rule, sort, severity });

describe("the survey's headline", () => {
  it("calls nothing fine that is not recorded", () => {
    expect(answer({ places: [], pathways: [], findings: [] })).toBe("Nothing is surveyed yet");
    expect(answer({ places: [PLACE], pathways: [], findings: [] })).toBe("No pathway is recorded yet");
    expect(answer({ places: [PLACE], pathways: [{ doc: { kind: "duct" } }], findings: [] })).toBe("1 duct without a size");
    expect(answer({ places: [PLACE, {}], pathways: [DUCT], findings: [] })).toBe("1 place without a position");
    expect(answer({ places: [PLACE], pathways: [DUCT, { doc: { kind: "burial" } }], findings: [] })).toBe("Everything recorded fits");
  });

  it("says what is wrong before what is open", () => {
    const findings = [finding("power.unknown", "feed", "warn"), finding("power.drop", "feed", "stop"), finding("route.fill", "pathway", "warn")];
    expect(answer({ places: [PLACE], pathways: [DUCT], findings })).toBe(
      "1 device without enough power, 1 pathway fuller than practice has it, 1 power question open",
    );
  });
});

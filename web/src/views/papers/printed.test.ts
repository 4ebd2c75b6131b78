import { describe, expect, it } from "vitest";
import type { Label } from "../../api/papers";
import { anew } from "./printed";

const label = (about: string, identifier: string): Label => ({
  key: `cable ${about} a`,
  kind: "cable",
  identifier,
  lines: ["Hut – Hall"],
  where: "Hut",
  about,
  end: "a",
});

describe("labels that were printed", () => {
  const before = { "cable P-1 a": "1A/1B-1\nHut – Hall", "cable P-2 a": "1A/1B-2\nHut – Hall" };
  it("are printed again where they say something else, or are new", () => {
    const now = [label("P-1", "1A/1B-1"), label("P-2", "1A/2B-1"), label("P-3", "1A/1B-3")];
    expect(anew(now, before).map((one) => one.about)).toEqual(["P-2", "P-3"]);
  });
  it("leave out kinds that were never printed", () => {
    expect(anew([{ ...label("PO-A", "1A-PO-A"), key: "panel PO-A", kind: "panel" }], before)).toEqual([]);
  });
});

import { describe, expect, it } from "vitest";
import type { Line } from "../../api/choice";
import { docOf, draftOf, EMPTY, inUnit, inWords, needName, needOf, unread, withLine, type Draft } from "./draft";
import type { NeedDoc } from "../../api/choice";

const asked = (change: Partial<Draft>, unit: "m" | "ft" = "m") => needOf({ ...EMPTY, a_place: "A", b_place: "B", distance: "240", ...change }, unit);
const line = (change: Partial<Line>): Line => ({ suggestions: [], new_places: [], notes: [], unread: [], ...change });

describe("a need that is typed", () => {
  it("is asked in metres, with the end as a cage or a device", () => {
    const { need } = asked({ distance: "100", redundant: true, second: "200", end_a: "device:Core switch", end_b: "cage:SFP+", growth_by: "2031" }, "ft");
    expect(need).toMatchObject({
      distance_m: 30.48,
      redundant_m: 60.96,
      device_a: "Core switch",
      cage_a: null,
      device_b: null,
      cage_b: "SFP+",
      growth_by: 2031,
    });
    expect(asked({ end_a: "none" }).need).toMatchObject({ cage_a: "none", device_a: null });
  });

  it("is asked of two ends where only the route is known", () => {
    expect(asked({ a_place: "", b_place: "" }).need).toMatchObject({ a_place: "End A", b_place: "End B", distance_m: 240 });
  });

  it("drops the second route where one is enough", () => {
    expect(asked({ second: "300" }).need?.redundant_m).toBeNull();
  });

  it("asks for one route where the second of two has no length yet", () => {
    expect(asked({ redundant: true }).need).toMatchObject({ redundant: true, redundant_m: null });
  });

  it.each([
    [{ a_place: " " }, "Name both places, or neither."],
    [{ distance: "" }, "Give the length of the route."],
    [{ distance: "far" }, "“far” is not a length."],
    [{ redundant: true, second: "far" }, "“far” is not a length."],
    [{ circuits: "1.5" }, "“1.5” is not a number of circuits."],
    [{ growth_by: "soon" }, "“soon” is not a year."],
    [{ strands: "a pair" }, "“a pair” is not a number of strands."],
  ])("says what cannot be read: %o", (change, lacks) => {
    expect(asked(change)).toEqual({ need: null, lacks });
  });
});

describe("a line", () => {
  const way = { route_m: 81, pathways: [], outdoor: true, first_m: 90, second_m: 279, shared_m: 0, shared: [] };

  it("takes both lengths from the pathways where two routes are wanted", () => {
    const draft = withLine(EMPTY, line({ a_place: "A", b_place: "B", rate_gbps: 25, redundant: true, way }), "m");
    expect(draft).toMatchObject({ distance: "90", redundant: true, second: "279", rate_gbps: 25 });
  });

  it("takes the shortest for one, unless the line says how far", () => {
    expect(withLine(EMPTY, line({ way }), "m").distance).toBe("81");
    expect(withLine(EMPTY, line({ distance_m: 40, way }), "m").distance).toBe("40");
  });

  it("leaves what it does not say", () => {
    const draft = { ...EMPTY, circuits: "4", budget: "tight" };
    expect(withLine(draft, line({}), "m")).toEqual(draft);
  });
});

it("calls a refused field as the form does", () => {
  expect(inWords("distance_m: 0 m is not a distance")).toBe("Route: 0 m is not a distance.");
  expect(inWords("The server is not there.")).toBe("The server is not there.");
});

const OLD: NeedDoc = { name: "A – B", circuits: 1, redundant: false, same_rack: false, outdoors: false, surroundings: [], links: ["L"], copper: [] };

describe("a need that is kept", () => {
  const draft: Draft = {
    ...EMPTY,
    a_place: "Hut",
    b_place: "Mast",
    distance: "420 ft",
    end_a: "device:Core switch",
    end_b: "none",
    draw: "12 W",
    wanted_by: "2027-03-01",
    surroundings: ["wet"],
  };

  it("stands in metres, and comes back as it was said", () => {
    const doc = docOf(draft, "m", OLD);
    expect(doc).toMatchObject({ distance_m: 128.02, device_a: "Core switch", cage_a: null, cage_b: "none", draw_w: 12, links: ["L"] });
    expect(docOf(draftOf(doc, "ft"), "ft", OLD)).toEqual(doc);
  });

  it("leaves out what cannot be read, which the page keeps", () => {
    const half = { ...draft, distance: "far", circuits: "some" };
    expect(docOf(half, "m", OLD)).toMatchObject({ distance_m: null, circuits: 1, a_place: "Hut" });
    expect(docOf({ ...draft, distance: "900 000 m", draw: "5000" }, "m", OLD)).toMatchObject({ distance_m: null, draw_w: null });
    expect(unread(half)).toBe(true);
    expect(unread(draft)).toBe(false);
    expect(unread({ ...draft, wanted_by: "soon" })).toBe(true);
  });

  it("turns its lengths with the unit of the screen, and leaves what is no length", () => {
    expect(inUnit({ ...EMPTY, distance: "100", second: "far" }, "m", "ft")).toMatchObject({ distance: "328.084", second: "far" });
  });

  it("has a name that no other need has", () => {
    expect(needName(draft, [])).toBe("Hut – Mast, 10G");
    expect(needName(draft, ["Hut – Mast, 10G", "Hut – Mast, 10G 2"])).toBe("Hut – Mast, 10G 3");
  });
});

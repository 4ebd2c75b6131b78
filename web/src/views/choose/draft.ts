/** The need as it is typed, and the need as it is asked. */
import type { Line, Need } from "../../api/choice";
import { fromUnit, lengthField, typed } from "../../parts/figures";

export interface Draft {
  a_place: string;
  b_place: string;
  distance: string;
  rate_gbps: number;
  growth_gbps: number | null;
  growth_by: string;
  circuits: string;
  /** Two routes are wanted; `second` is the length of the other one. */
  redundant: boolean;
  second: string;
  strands: string;
  /** `cage:SFP+`, `device:Core switch`, `none` for a converter, or empty. */
  end_a: string;
  end_b: string;
  same_rack: boolean;
  outdoors: boolean;
  surroundings: string[];
  existing: string;
  /** What the far device takes, usually and at its peak, in watts. */
  draw: string;
  peak: string;
  service: string;
  budget: string;
  termination: string;
  panel_plug: string;
}

export const EMPTY: Draft = {
  a_place: "",
  b_place: "",
  distance: "",
  rate_gbps: 10,
  growth_gbps: null,
  growth_by: "",
  circuits: "1",
  redundant: false,
  second: "",
  strands: "",
  end_a: "",
  end_b: "",
  same_rack: false,
  outdoors: false,
  surroundings: [],
  existing: "",
  draw: "",
  peak: "",
  service: "",
  budget: "usual",
  termination: "",
  panel_plug: "",
};

export type Unit = "m" | "ft";

const whole = (text: string) => {
  const value = typed(text);
  return value !== null && Number.isInteger(value) ? value : null;
};

/** The first field that cannot be read, in words. */
function unread(draft: Draft): string | null {
  if (!draft.a_place.trim() !== !draft.b_place.trim()) return "Name both places, or neither.";
  if (typed(draft.distance) === null) return draft.distance.trim() ? `“${draft.distance}” is not a length.` : "Give the length of the route.";
  if (draft.redundant && typed(draft.second) === null)
    return draft.second.trim() ? `“${draft.second}” is not a length.` : "Give the length of the second route.";
  if (whole(draft.circuits) === null) return `“${draft.circuits}” is not a number of circuits.`;
  if (draft.growth_by.trim() && whole(draft.growth_by) === null) return `“${draft.growth_by}” is not a year.`;
  if (draft.strands.trim() && whole(draft.strands) === null) return `“${draft.strands}” is not a number of strands.`;
  for (const watts of [draft.draw, draft.peak]) if (watts.trim() && typed(watts) === null) return `“${watts}” is not a number of watts.`;
  return null;
}

const part = (value: string, kind: "cage" | "device") => (value.startsWith(`${kind}:`) ? value.slice(kind.length + 1) : null);

/** The need as it is asked, or what keeps it from being asked. */
export function needOf(draft: Draft, unit: Unit): { need: Need | null; lacks: string | null } {
  const lacks = unread(draft);
  if (lacks) return { need: null, lacks };
  const metres = (text: string) => Math.round(fromUnit(typed(text)!, unit) * 100) / 100;
  return {
    lacks: null,
    need: {
      a_place: draft.a_place.trim() || "End A",
      b_place: draft.b_place.trim() || "End B",
      distance_m: metres(draft.distance),
      rate_gbps: draft.rate_gbps,
      growth_gbps: draft.growth_gbps,
      growth_by: draft.growth_by.trim() ? whole(draft.growth_by) : null,
      circuits: whole(draft.circuits)!,
      redundant_m: draft.redundant ? metres(draft.second) : null,
      strands_at_hand: draft.strands.trim() ? whole(draft.strands) : null,
      cage_a: draft.end_a === "none" ? "none" : part(draft.end_a, "cage"),
      cage_b: draft.end_b === "none" ? "none" : part(draft.end_b, "cage"),
      device_a: part(draft.end_a, "device"),
      device_b: part(draft.end_b, "device"),
      same_rack: draft.same_rack,
      outdoors: draft.outdoors,
      surroundings: draft.surroundings,
      existing: draft.existing || null,
      draw_w: typed(draft.draw),
      draw_peak_w: typed(draft.peak),
      service: draft.service || null,
      budget: draft.budget,
      termination: draft.termination || null,
      panel_plug: draft.panel_plug || null,
    },
  };
}

/** The draft with what one line says of it; what it does not say stays. */
export function withLine(draft: Draft, line: Line, unit: Unit): Draft {
  const metres = line.distance_m ?? (line.redundant ? line.way?.first_m : null) ?? line.way?.route_m;
  const second = line.way?.second_m;
  return {
    ...draft,
    ...(line.a_place && { a_place: line.a_place }),
    ...(line.b_place && { b_place: line.b_place }),
    ...(metres != null && { distance: lengthField(metres, unit) }),
    ...(line.rate_gbps != null && { rate_gbps: line.rate_gbps }),
    ...(line.growth_gbps != null && { growth_gbps: line.growth_gbps }),
    ...(line.growth_by != null && { growth_by: String(line.growth_by) }),
    ...(line.circuits != null && { circuits: String(line.circuits) }),
    ...(line.redundant != null && { redundant: line.redundant }),
    ...(line.redundant && second != null && { second: lengthField(second, unit) }),
    ...(line.strands_at_hand != null && { strands: String(line.strands_at_hand) }),
    ...(line.same_rack != null && { same_rack: line.same_rack }),
    ...(line.outdoors != null && { outdoors: line.outdoors }),
    ...(line.budget != null && { budget: line.budget }),
  };
}

/** What a link elsewhere asks to begin with. */
export function started(search: URLSearchParams): Draft {
  const text = (key: string) => search.get(key) ?? "";
  return {
    ...EMPTY,
    a_place: text("from"),
    b_place: text("to"),
    distance: text("distance"),
    rate_gbps: Number(search.get("rate") ?? EMPTY.rate_gbps),
    growth_gbps: search.get("growth") ? Number(search.get("growth")) : null,
  };
}

const FIELDS: Record<string, string> = {
  a_place: "From",
  b_place: "To",
  distance_m: "Route",
  redundant_m: "Second route",
  rate_gbps: "Speed now",
  growth_gbps: "Speed later",
  growth_by: "By year",
  circuits: "Circuits",
  strands_at_hand: "Strands at hand",
  existing: "Glass that is there",
  draw_w: "Far device takes",
  draw_peak_w: "At its peak",
  cage_a: "Start",
  cage_b: "End",
  device_a: "Start",
  device_b: "End",
  same_rack: "The way",
  outdoors: "The way",
};

/** A refusal with its field called as the form calls it. */
export function inWords(refused: string): string {
  const [key, ...rest] = refused.split(": ");
  const field = FIELDS[key!.replace(/^need\./, "")];
  return field && rest.length ? `${field}: ${rest.join(": ")}.` : refused;
}

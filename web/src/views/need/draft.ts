/** The need as it is typed, and the need as it is asked. */
import type { Line, Need, NeedDoc } from "../../api/choice";
import { lengthField, rate, typed, typedLength } from "../../words/figures";

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
  /** By when it is wanted, and whose need it is. */
  wanted_by: string;
  asked_by: string;
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
  wanted_by: "",
  asked_by: "",
};

export type Unit = "m" | "ft";

const whole = (text: string) => {
  const value = typed(text);
  return value !== null && Number.isInteger(value) ? value : null;
};

/** The first field that cannot be read, in words. */
function lacking(draft: Draft): string | null {
  if (!draft.a_place.trim() !== !draft.b_place.trim()) return "Name both places, or neither.";
  if (typedLength(draft.distance, "m") === null) return draft.distance.trim() ? `“${draft.distance}” is not a length.` : "Give the length of the route.";
  if (draft.redundant && draft.second.trim() && typedLength(draft.second, "m") === null) return `“${draft.second}” is not a length.`;
  if (whole(draft.circuits) === null) return `“${draft.circuits}” is not a number of circuits.`;
  if (draft.growth_by.trim() && whole(draft.growth_by) === null) return `“${draft.growth_by}” is not a year.`;
  if (draft.wanted_by.trim() && !DAY.test(draft.wanted_by)) return `“${draft.wanted_by}” is not a day, as 2027-03-01.`;
  if (draft.strands.trim() && whole(draft.strands) === null) return `“${draft.strands}” is not a number of strands.`;
  for (const watts of [draft.draw, draft.peak]) if (watts.trim() && typed(watts) === null) return `“${watts}” is not a number of watts.`;
  return null;
}

const part = (value: string, kind: "cage" | "device") => (value.startsWith(`${kind}:`) ? value.slice(kind.length + 1) : null);

/** What a need as it is asked and a need as it is kept say alike. */
function alike(draft: Draft) {
  return {
    growth_gbps: draft.growth_gbps,
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
    termination: draft.termination || null,
    panel_plug: draft.panel_plug || null,
  };
}

/** The need as it is asked, or what keeps it from being asked. */
export function needOf(draft: Draft, unit: Unit): { need: Need | null; lacks: string | null } {
  const lacks = lacking(draft);
  if (lacks) return { need: null, lacks };
  const metres = (text: string) => Math.round(typedLength(text, unit)! * 1e4) / 1e4;
  return {
    lacks: null,
    need: {
      a_place: draft.a_place.trim() || "End A",
      b_place: draft.b_place.trim() || "End B",
      distance_m: metres(draft.distance),
      rate_gbps: draft.rate_gbps,
      growth_by: draft.growth_by.trim() ? whole(draft.growth_by) : null,
      circuits: whole(draft.circuits)!,
      redundant: draft.redundant,
      redundant_m: draft.redundant && draft.second.trim() ? metres(draft.second) : null,
      strands_at_hand: draft.strands.trim() ? whole(draft.strands) : null,
      ...alike(draft),
      budget: draft.budget,
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
    ...(line.existing != null && { existing: line.existing }),
    ...(line.draw_w != null && { draw: String(line.draw_w) }),
    ...(line.budget != null && { budget: line.budget }),
  };
}

/** Whether a field holds what cannot be read: the plan does not keep it, the page does. */
export function unread(draft: Draft): boolean {
  const lengths = [draft.distance, draft.second];
  const numbers = [draft.circuits, draft.strands, draft.growth_by, draft.draw, draft.peak];
  return (
    lengths.some((text) => text.trim() !== "" && typedLength(text, "m") === null) ||
    numbers.some((text) => text.trim() !== "" && typed(text) === null) ||
    (draft.wanted_by.trim() !== "" && !DAY.test(draft.wanted_by))
  );
}

const DAY = /^\d{4}-\d{2}-\d{2}$/;

/** What the plan does not take is not stored; the options say why it is refused. */
const within = (value: number | null, over: number, most: number) => (value !== null && value > over && value <= most ? value : null);

/** What can be read of a draft, as the plan keeps it; what cannot is left out. */
export function docOf(draft: Draft, unit: Unit, old: NeedDoc): NeedDoc {
  const metres = (text: string) => {
    const value = typedLength(text, unit);
    return within(value === null ? null : Math.round(value * 100) / 100, 0, 200_000);
  };
  return {
    ...old,
    a_place: draft.a_place.trim() || null,
    b_place: draft.b_place.trim() || null,
    distance_m: metres(draft.distance),
    rate_gbps: draft.rate_gbps,
    growth_by: within(whole(draft.growth_by), 1899, 3000),
    circuits: Math.min(48, Math.max(1, whole(draft.circuits) ?? 1)),
    redundant: draft.redundant,
    redundant_m: metres(draft.second),
    strands_at_hand: within(whole(draft.strands), 0, 6912),
    ...alike(draft),
    draw_w: within(typed(draft.draw), 0, 1000),
    draw_peak_w: within(typed(draft.peak), 0, 1000),
    budget: draft.budget === EMPTY.budget ? null : draft.budget,
    wanted_by: DAY.test(draft.wanted_by) ? draft.wanted_by : null,
    asked_by: draft.asked_by.trim() || null,
  };
}

/** A need of the plan as it stands in the form. */
export function draftOf(doc: NeedDoc, unit: Unit): Draft {
  const far = (m: number | null | undefined) => (m == null ? "" : lengthField(m, unit));
  const text = (value: number | string | null | undefined) => (value == null ? "" : String(value));
  const end = (cage: string | null | undefined, device: string | null | undefined) =>
    device ? `device:${device}` : cage === "none" ? "none" : cage ? `cage:${cage}` : "";
  return {
    a_place: text(doc.a_place),
    b_place: text(doc.b_place),
    distance: far(doc.distance_m),
    rate_gbps: doc.rate_gbps ?? EMPTY.rate_gbps,
    growth_gbps: doc.growth_gbps ?? null,
    growth_by: text(doc.growth_by),
    circuits: text(doc.circuits),
    redundant: doc.redundant,
    second: far(doc.redundant_m),
    strands: text(doc.strands_at_hand),
    end_a: end(doc.cage_a, doc.device_a),
    end_b: end(doc.cage_b, doc.device_b),
    same_rack: doc.same_rack,
    outdoors: doc.outdoors,
    surroundings: [...doc.surroundings],
    existing: text(doc.existing),
    draw: text(doc.draw_w),
    peak: text(doc.draw_peak_w),
    service: text(doc.service),
    budget: doc.budget ?? EMPTY.budget,
    termination: text(doc.termination),
    panel_plug: text(doc.panel_plug),
    wanted_by: text(doc.wanted_by),
    asked_by: text(doc.asked_by),
  };
}

/** What a need is called in a list, apart from those that are called so already. */
export function needName(draft: Draft, taken: readonly string[]): string {
  const ends = `${draft.a_place.trim() || "End A"} – ${draft.b_place.trim() || "End B"}`;
  const wanted = `${ends.slice(0, 100)}, ${rate(draft.rate_gbps)}`;
  for (let n = 1; ; n += 1) {
    const name = n === 1 ? wanted : `${wanted} ${n}`;
    if (!taken.includes(name)) return name;
  }
}

/** Lengths in the other unit, where the screen changed its unit under the form. */
export function inUnit(draft: Draft, before: Unit, now: Unit): Draft {
  const turned = (text: string) => {
    const metres = typedLength(text, before);
    return metres === null ? text : lengthField(metres, now);
  };
  return { ...draft, distance: turned(draft.distance), second: turned(draft.second) };
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

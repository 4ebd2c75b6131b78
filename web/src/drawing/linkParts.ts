/** A link's path as the drawing of parts wants it. */
import type { LinkView, Severity } from "../api/client";
import { isSegment } from "../api/client";
import type { Unit } from "../app/settings";
import { db, length } from "../words/figures";
import type { PartSize } from "./layout";
import type { DrawnPart } from "./PathRow";

const RANK: Record<Severity, number> = { stop: 0, warn: 1, note: 2 };

/** Each part with its wordings, from long to short. */
export function drawn(view: LinkView, unit: Unit): DrawnPart[] {
  const worst = new Map<number, Severity>();
  for (const finding of view.findings) {
    for (const at of finding.at) {
      const old = worst.get(at);
      if (!old || RANK[finding.severity] < RANK[old]) worst.set(at, finding.severity);
    }
  }
  return view.doc.path.map((doc, at) => {
    const severity = worst.get(at) ?? null;
    const jacket = view.jackets[at] ?? null;
    if (isSegment(doc)) {
      const name = doc.segment === "inline" ? (doc.what ?? "inline part") : doc.segment;
      const titles = doc.label ? [`${doc.segment} ${doc.label}`, doc.label] : [name, doc.segment];
      const long = length(doc.length_m, unit);
      const box = [doc.channels[0], doc.part].filter((word): word is string => Boolean(word));
      const figure = doc.loss_db == null ? box : [`${db(doc.loss_db, 1)} dB`];
      const boxed = doc.segment === "inline" || (doc.segment === "cassette" && doc.part);
      const details = boxed ? [...figure, ""] : [`${long} ${doc.fiber ?? ""}`, long];
      return { at, doc, jacket, titles, details, severity };
    }
    const name = { adapter: "adapter", fusion: "splice", mechanical: "mech." }[doc.joint];
    const before = view.doc.path[at - 1];
    const plug = before && isSegment(before) ? (before.ends[1]?.split("/")[0] ?? "") : "";
    const grade = doc.grade && doc.grade !== "standard" ? ` ${doc.grade}` : "";
    const details = doc.label ? [doc.label] : doc.joint === "adapter" ? [`${plug}${grade}`, plug] : [""];
    return { at, doc, jacket, titles: [name, name.slice(0, 3)], details, severity };
  });
}

/** How much room each part asks for. */
export function sizes(view: LinkView): PartSize[] {
  return view.doc.path.map((doc) =>
    isSegment(doc) ? { sort: doc.segment, lengthM: doc.length_m } : { sort: doc.joint === "adapter" ? "adapter" : "splice", lengthM: 0 },
  );
}

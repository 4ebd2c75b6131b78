/** The headline of the cables: what cannot be built, and what is not decided or recorded enough to say. */
import type { PlantView } from "../../api/plant";

type Doc = PlantView["cables"][number]["doc"];
type Shown = {
  cables: { doc: Pick<Doc, "name" | "existing" | "wish" | "route" | "type" | "end_a" | "end_b"> }[];
  findings: Pick<PlantView["findings"][number], "sort" | "name" | "severity" | "step">[];
};

/** A cable of which nothing says where it runs, what it is or how it ends cannot be called right. */
export function isOpen(doc: Shown["cables"][number]["doc"]): boolean {
  if (doc.wish) return false;
  if (!doc.route.length) return true;
  return !doc.existing && (!doc.type || !doc.end_a?.kind || !doc.end_b?.kind);
}

export function answerOfCables({ cables, findings }: Shown): string {
  const count = cables.length;
  if (!count) return "No cable is planned yet";
  const bad = new Set(findings.filter((f) => f.step === "route" && f.severity === "stop" && f.sort === "cable").map((f) => f.name));
  const open = cables.filter(({ doc }) => isOpen(doc) && !bad.has(doc.name)).length;
  const said = [
    bad.size > 0 && `${bad.size} of ${count} ${count === 1 ? "cable" : "cables"} cannot be built as planned`,
    open > 0 &&
      (bad.size > 0 ? `${open} not decided yet` : `${open} of ${count} ${count === 1 ? "cable" : "cables"} ${open === 1 ? "is" : "are"} not decided yet`),
  ].filter(Boolean);
  if (said.length) return said.join(", ");
  return count === 1 ? "The cable can be built as planned" : `All ${count} cables can be built as planned`;
}

/** The headline of the cables: what cannot be built, and what is not decided or recorded enough to say. */
import type { PlantView } from "../../api/plant";

type Shown = {
  cables: { doc: { name: string }; open: PlantView["cables"][number]["open"] }[];
  findings: Pick<PlantView["findings"][number], "sort" | "name" | "severity" | "step">[];
};

/** A cable of which nothing says where it runs, what it is or how it ends is not called right. */
export function answerOfCables({ cables, findings }: Shown): string {
  const count = cables.length;
  if (!count) return "No cable is planned yet";
  const bad = new Set(findings.filter((f) => f.step === "route" && f.severity === "stop" && f.sort === "cable").map((f) => f.name));
  const open = cables.filter((cable) => cable.open.length > 0 && !bad.has(cable.doc.name)).length;
  const noun = count === 1 ? "cable" : "cables";
  const said = [
    bad.size > 0 && `${bad.size} of ${count} ${noun} cannot be built as planned`,
    open > 0 && (bad.size > 0 ? `${open} not decided yet` : `${open} of ${count} ${noun} ${open === 1 ? "is" : "are"} not decided yet`),
  ].filter(Boolean);
  if (said.length) return said.join(", ");
  return count === 1 ? "The cable can be built as planned" : `All ${count} cables can be built as planned`;
}

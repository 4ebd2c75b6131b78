/** The survey's headline: what is wrong, what is over a limit, and what is not recorded, so that nothing unsaid reads as fine. */
import type { PlantView } from "../../api/plant";

type Surveyed = {
  places: { x_m?: number | null; latitude?: number | null }[];
  pathways: { doc: { kind?: string; inner_mm?: number | null } }[];
  findings: Pick<PlantView["findings"][number], "rule" | "sort" | "severity">[];
};

const some = (n: number, one: string, many: string) => (n === 0 ? null : `${n} ${n === 1 ? one : many}`);
const PULLED = ["conduit", "duct", "riser"];

export function answer(plant: Surveyed): string {
  if (!plant.places.length) return "Nothing is surveyed yet";
  const rule = (id: string, severity?: string) => plant.findings.filter((f) => f.rule === id && (severity === undefined || f.severity === severity)).length;
  const wrong = [
    some(rule("route.fill", "stop"), "pathway too full", "pathways too full"),
    some(plant.findings.filter((f) => f.sort === "feed" && f.severity === "stop").length, "device without enough power", "devices without enough power"),
    some(rule("copper.too-long"), "copper run too long", "copper runs too long"),
    some(rule("route.fill", "warn"), "pathway fuller than practice has it", "pathways fuller than practice has it"),
  ].filter(Boolean);
  const open = [
    some(rule("power.unknown"), "power question open", "power questions open"),
    some(
      plant.pathways.filter((p) => PULLED.includes(p.doc.kind ?? "conduit") && p.doc.inner_mm == null).length,
      "duct without a size",
      "ducts without a size",
    ),
    some(plant.places.filter((p) => p.x_m == null && p.latitude == null).length, "place without a position", "places without a position"),
  ].filter(Boolean);
  const said = [...wrong, ...open].join(", ");
  if (said) return said.replace(/^./, (c) => c.toUpperCase());
  return plant.pathways.length ? "Everything recorded fits" : "No pathway is recorded yet";
}

/** What a revision changed, in words: where, from what, to what. */

export interface Step {
  p: string[];
  b?: unknown;
  a?: unknown;
}

const UNITS = ["m", "mm", "db", "dbm", "nm", "w", "v", "gbps", "c", "n", "wh", "mm2"];

/** `length_m` is `length, m`; steps through lists of things are left out, they have no names. */
export function whereSaid(path: string[]): string {
  return path
    .filter((key) => !key.startsWith("#") && !key.startsWith("@"))
    .map((key) => {
      const words = key.split("_");
      const unit = words.length > 1 && UNITS.includes(words.at(-1)!) ? words.pop()! : null;
      return words.join(" ") + (unit ? `, ${unit === "gbps" ? "Gb/s" : unit === "db" ? "dB" : unit}` : "");
    })
    .join(" · ");
}

export function valueSaid(value: unknown): string {
  if (value === undefined || value === null) return "nothing";
  if (typeof value === "boolean") return value ? "yes" : "no";
  if (typeof value === "string" || typeof value === "number") return String(value);
  if (Array.isArray(value)) return value.length === 0 ? "none" : value.every((one) => typeof one !== "object") ? value.join(", ") : `${value.length} entries`;
  const named = (value as { name?: unknown; kind?: unknown; what?: unknown }).name ?? (value as { kind?: unknown }).kind;
  return typeof named === "string" ? named : "something";
}

/** The steps that say something: the order of a list and ids alone do not. */
export function told(steps: Step[]): { where: string; from: string; to: string }[] {
  return steps
    .filter((step) => step.p.at(-1) !== "#")
    .map((step) => ({ where: whereSaid(step.p) || "all of it", from: valueSaid(step.b), to: valueSaid(step.a) }));
}

/** Which labels were printed from this browser, and which of them no longer say what they should. */
import type { Label } from "../../api/papers";

/** What was on each label when it was printed, by the label's key. */
export type Printed = Record<string, string>;

const name = (plan: number) => `passerelle.printed.${plan}`;
const face = (label: Label) => [label.identifier, ...label.lines].join("\n");

export function printed(plan: number): Printed | null {
  try {
    const text = localStorage.getItem(name(plan));
    return text ? (JSON.parse(text) as Printed) : null;
  } catch {
    return null;
  }
}

export function rememberPrinted(plan: number, labels: Label[]): void {
  const now = Object.fromEntries(labels.map((one) => [one.key, face(one)]));
  try {
    localStorage.setItem(name(plan), JSON.stringify({ ...printed(plan), ...now }));
  } catch {
    // a full store forgets which were printed: then all count as new
  }
}

/** Labels that say something else than was printed, and those of kinds that were printed but are new. */
export function anew(labels: Label[], before: Printed): Label[] {
  const kinds = new Set(Object.keys(before).map((key) => key.split(" ")[0]));
  return labels.filter((one) => kinds.has(one.kind) && before[one.key] !== face(one));
}

export function counted(count: number): string {
  return count === 1 ? "1 label" : `${count} labels`;
}

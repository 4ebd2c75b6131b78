/** The lines of the list by what or where they are for. */
import type { MaterialLine } from "../../api/materials";

export type By = "kind" | "place" | "for" | "visit";
export const grouping = (text: string | null): By => (text === "place" || text === "for" || text === "visit" ? text : "kind");
export const keyOf = (line: MaterialLine) => `${line.item} ${line.what}`;

export interface Share {
  line: MaterialLine;
  /** How much of what is needed is for this group; cutting, packs and stock are of the whole line. */
  needed: number;
}

export interface Group {
  name: string;
  shares: Share[];
}

export const NO_VISIT = "In no visit yet";

/** Groups in the order of their names, days as numbers, what is in no visit last; lines in the order of ordering. */
export function grouped(lines: MaterialLine[], by: Exclude<By, "kind">): Group[] {
  const found = new Map<string, Map<MaterialLine, number>>();
  for (const line of lines)
    for (const reason of line.reasons) {
      const name = by === "place" ? reason.at : by === "visit" ? (reason.visit ?? NO_VISIT) : reason.name;
      const group = found.get(name) ?? new Map<MaterialLine, number>();
      group.set(line, (group.get(line) ?? 0) + reason.share);
      found.set(name, group);
    }
  const order = ([a]: [string, unknown], [b]: [string, unknown]) =>
    Number(a === NO_VISIT) - Number(b === NO_VISIT) || a.localeCompare(b, undefined, { numeric: true });
  return [...found].sort(order).map(([name, shares]) => ({ name, shares: [...shares].map(([line, needed]) => ({ line, needed })) }));
}

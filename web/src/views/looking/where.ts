/** Where an unknown is answered: the address of the place on screen that holds the field. */
import type { Unknown } from "../../api/looking";
import { whereStands } from "../../app/where";

type Asked = Pick<Unknown, "kind" | "name" | "id" | "at" | "links" | "rule">;

export function whereAnswered(home: string, one: Asked): string {
  const stands = one.kind === "link" ? null : whereStands(home, one, "route");
  if (stands !== null) return stands;
  const link = one.kind === "link" ? one.id : one.links[0]?.link_id;
  if (!link) return home;
  const part = one.at === null ? "" : `?part=${one.at + 1}`;
  return one.rule === "polarity.unknown" ? `${home}/links/${link}/polarity` : `${home}/links/${link}${part}`;
}

/** Where an unknown is answered: the address of the place on screen that holds the field. */
import type { Unknown } from "../../api/looking";

type Asked = Pick<Unknown, "kind" | "name" | "id" | "at" | "links" | "rule">;

export function whereAnswered(home: string, one: Asked): string {
  const query = (pairs: Record<string, string>) => new URLSearchParams(pairs).toString();
  switch (one.kind) {
    case "place":
    case "pathway":
      return `${home}/survey?${query({ sort: one.kind, name: one.name })}`;
    case "cable":
      return `${home}/route?${query({ cable: one.name, page: "route" })}`;
    case "group":
      return `${home}/route?${query({ show: "failures" })}`;
    case "reel":
      return `${home}/route?${query({ show: "reels" })}`;
    case "feed":
      return `${home}/survey?${query({ show: "power" })}`;
    case "part":
      return `${home}/guide`;
    case "copper":
    case "device":
      return `${home}/devices`;
    default: {
      const link = one.kind === "link" ? one.id : one.links[0]?.link_id;
      if (!link) return home;
      const part = one.at === null ? "" : `?part=${one.at + 1}`;
      return one.rule === "polarity.unknown" ? `${home}/links/${link}/polarity` : `${home}/links/${link}${part}`;
    }
  }
}

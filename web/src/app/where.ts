/** Where a thing of the plan stands on screen: one answer for acts, unknowns and lines of the list. */

interface Thing {
  kind: string | null;
  name: string;
  id: string | null;
}

/** null: the thing has no place of its own. `page`: of a cable's views. */
export function whereStands(home: string, { kind, name, id }: Thing, page?: string): string | null {
  const query = (pairs: Record<string, string>) => new URLSearchParams(pairs).toString();
  switch (kind) {
    case "place":
    case "pathway":
      return `${home}/survey?${query({ sort: kind, name })}`;
    case "cable":
      return `${home}/route?${query({ cable: name, ...(page && { page }) })}`;
    case "closure":
      return `${home}/route?${query({ show: "panels" })}`;
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
    case "need":
      return id ? `${home}/need?${query({ need: id })}` : `${home}/need`;
    case "link":
      return id ? `${home}/links/${id}` : null;
    case "strands of link":
      return id ? `${home}/links/${id}/polarity` : null;
    default:
      return null;
  }
}

/** Where something that was found stands on screen; null: it has no place of its own. */
export function whereFound(home: string, { kind, name, id, page }: { kind: string; name: string; id: string; page: string | null }): string | null {
  switch (kind) {
    case "port":
      return `${home}/links/${id}`;
    case "serial":
      return `${home}/links/${id}/turnup`;
    case "panel port":
      return page && id ? whereStands(home, { kind: "cable", name: page, id }) : `${home}/route?show=panels`;
    case "task":
      return `${home}/visits`;
    case "service":
    case "part":
    case "shared part":
      return kind === "part" ? `${home}/guide` : `${home}/devices`;
    default:
      return whereStands(home, { kind, name, id: id || null });
  }
}

/** The open plan: its head, its links, and the order in which the rail shows them. */
import { createContext, useContext, useMemo, useState, type ReactNode } from "react";
import type { LinkSummary, PlanInfo } from "../api/client";
import { useStates, type State } from "../api/visits";

export type SortKey = "margin" | "name" | "plan";

interface PlanApi {
  plan: PlanInfo;
  links: LinkSummary[];
  /** Links after filter and sort, as rail and overview show them. */
  shown: LinkSummary[];
  filter: string;
  setFilter: (text: string) => void;
  sort: SortKey;
  setSort: (key: SortKey) => void;
  /** Only links of this verdict are shown; null: all. */
  verdict: LinkSummary["verdict"] | null;
  setVerdict: (verdict: LinkSummary["verdict"] | null) => void;
  /** How far each link is, by id; only links of this state are shown; null: all. */
  states: Map<string, State>;
  state: State | null;
  setState: (state: State | null) => void;
}

const NONE = new Map<string, State>();
const PlanContext = createContext<PlanApi | null>(null);

const VERDICT_ORDER = { fails: 0, unknown: 1, tight: 2, works: 3 };

/** Least first; what is not known last. */
function byMargin(a: number | null, b: number | null): number {
  if (a === null || b === null) return Number(a === null) - Number(b === null);
  return a - b;
}

function inOrder(a: LinkSummary, b: LinkSummary, sort: SortKey): number {
  if (sort === "name") return a.name.localeCompare(b.name, undefined, { numeric: true });
  if (sort === "plan") return 0;
  const verdicts = VERDICT_ORDER[a.verdict] - VERDICT_ORDER[b.verdict];
  return verdicts || byMargin(a.margin_db, b.margin_db);
}

function matches(link: LinkSummary, words: string[]): boolean {
  const text = [link.name, link.application, link.glass, link.verdict, link.a_place, link.b_place, ...link.cables].join(" ").toLowerCase();
  return words.every((word) => text.includes(word));
}

interface Props {
  plan: PlanInfo;
  links: LinkSummary[];
  children: ReactNode;
}

export function PlanProvider({ plan, links, children }: Props) {
  const [filter, setFilter] = useState("");
  const [sort, setSort] = useState<SortKey>("margin");
  const [wanted, setVerdict] = useState<LinkSummary["verdict"] | null>(null);
  // A verdict that no link has any more hides nothing.
  const verdict = wanted !== null && links.some((l) => l.verdict === wanted) ? wanted : null;
  const states = useStates(plan.id, plan.revision).data ?? NONE;
  const [far, setState] = useState<State | null>(null);
  const state = far !== null && links.some((l) => states.get(l.id) === far) ? far : null;
  const shown = useMemo(() => {
    const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
    const kept = links.filter(
      (l) => (verdict === null || l.verdict === verdict) && (state === null || states.get(l.id) === state) && (!words.length || matches(l, words)),
    );
    return kept.sort((a, b) => inOrder(a, b, sort));
  }, [links, filter, sort, verdict, state, states]);
  const api = useMemo(
    () => ({ plan, links, shown, filter, setFilter, sort, setSort, verdict, setVerdict, states, state, setState }),
    [plan, links, shown, filter, sort, verdict, states, state],
  );
  return <PlanContext.Provider value={api}>{children}</PlanContext.Provider>;
}

export function useOpenPlan(): PlanApi {
  const api = useContext(PlanContext);
  if (!api) throw new Error("useOpenPlan outside PlanProvider");
  return api;
}

/** What is saved elsewhere is seen here as it happens: two people at two ends see each other's ticks. */
import { useQueryClient } from "@tanstack/react-query";
import { useEffect } from "react";
import type { PlanInfo } from "../api/client";
import { knownFacts, outbox } from "../api/facts";
import { keys } from "../api/plan";

interface Saved {
  revision: number;
  facts: number;
}

export function useEvents(plan_id: number) {
  const cache = useQueryClient();
  useEffect(() => {
    const source = new EventSource(`/api/plans/${plan_id}/events`);
    source.onopen = () => void outbox.flush();
    source.onmessage = (event: MessageEvent<string>) => {
      const now = JSON.parse(event.data) as Saved;
      const known = cache.getQueryData<PlanInfo>(keys.plan(plan_id));
      if (known && now.revision > known.revision) void cache.invalidateQueries({ queryKey: keys.plan(plan_id), exact: true });
      const before = knownFacts.get(plan_id);
      knownFacts.set(plan_id, Math.max(now.facts, before ?? 0));
      if (before !== undefined && now.facts > before) void cache.invalidateQueries({ queryKey: ["plan", plan_id] });
    };
    return () => source.close();
  }, [cache, plan_id]);
}

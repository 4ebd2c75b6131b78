/** What a change does not touch is that of the new revision too: it is not asked for again. */
import type { QueryClient } from "@tanstack/react-query";
import type { Changed } from "./client";

export function carryOver(cache: QueryClient, plan_id: number, before: number, changed: Changed) {
  const still = (what: string) => {
    const known = cache.getQueryData(["plan", plan_id, what, before]);
    if (known !== undefined) cache.setQueryData(["plan", plan_id, what, changed.plan.revision], known);
  };
  if (changed.backbone) return;
  still("plant");
  if (!changed.everything && !changed.house_rules && !changed.links.length && !changed.removed.length) still("states");
}

/** Changes to what is live, asked of the server: what each would do, before anything is touched. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { asIs, client, taken } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type ChangeSetView = Schemas["ChangeSetView"];
export type LiveStep = NonNullable<ChangeSetView["doc"]["steps"]>[number];

export const useChangeSets = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "changesets", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/changesets", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
    select: asIs,
  });

export function useMade(plan_id: number) {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (key: string) => taken(client.POST("/api/plans/{plan_id}/changesets/{key}/made", { params: { path: { plan_id, key } } })),
    onSuccess: () => cache.invalidateQueries({ queryKey: ["plan", plan_id] }),
  });
}

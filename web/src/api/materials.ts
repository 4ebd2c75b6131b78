/** What to buy and to cut, asked of the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { components } from "./schema";

export type MaterialsView = components["schemas"]["MaterialsView"];
export type MaterialLine = components["schemas"]["MaterialLineView"];
export type MaterialReel = components["schemas"]["MaterialReel"];

export const useMaterials = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "materials", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/materials", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

/** What to buy and to cut, asked of the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { asIs, client, taken, type Changed } from "./client";
import { useChange } from "./plan";
import type { components } from "./schema";

export type MaterialsView = components["schemas"]["MaterialsView"];
export type MaterialLine = components["schemas"]["MaterialLineView"];
export type MaterialReel = components["schemas"]["MaterialReel"];

/** A reel is cut: its cables are cut, its rest is stock. */
export const useCutReel = (plan_id: number) =>
  useChange<{ reel: string; left_m: number | null; place: string | null }>(plan_id, (body, seen) =>
    taken<Changed>(client.POST("/api/plans/{plan_id}/materials/cut", { params: { path: { plan_id } }, body: { ...body, base: seen() } })),
  );

export const useMaterials = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "materials", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/materials", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
    select: asIs,
  });

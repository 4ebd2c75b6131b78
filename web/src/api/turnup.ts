/** Turn-up, asked of the server: lists, levels, counters, the hunt, signatures. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { asIs, client, taken } from "./client";
import { useSettled } from "./plan";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type TurnUpView = Schemas["TurnUpView"];
export type TurnUpLink = Schemas["TurnUpLink"];
export type BenchView = Schemas["BenchView"];
export type PointView = Schemas["PointView"];
export type EndLevels = Schemas["EndLevels"];
export type LaneView = Schemas["LaneView"];
export type CounterView = Schemas["CounterView"];
export type HuntView = Schemas["HuntView"];
export type LookView = Schemas["LookView"];
export type TurnUpFinding = Schemas["TurnUpFindingView"];
export type SignedView = Schemas["SignedView"];
export type LinkState = TurnUpLink["state"];

/** What is asked anew after each note of a turn-up. */
export const ABOUT_TURNUP = ["turn-up", "states"] as const;

const path = (plan_id: number) => ({ path: { plan_id } });

export const useTurnUp = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "turn-up", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/turnup", { params: path(plan_id) })),
    placeholderData: keepPreviousData,
    select: asIs,
  });

export const useTurnUpState = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "turn-up", revision, "state"],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/turnup/state", { params: path(plan_id) })),
    placeholderData: keepPreviousData,
  });

export const useBench = (plan_id: number, revision: number, node: string | null) =>
  useQuery({
    queryKey: ["plan", plan_id, "turn-up", revision, "bench", node],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/turnup/bench", { params: { ...path(plan_id), query: { node: node ?? "" } } })),
    enabled: node !== null,
    placeholderData: (old) => (old && old.node === node ? old : undefined),
    select: asIs,
  });

export const useTurnUpLink = (plan_id: number, revision: number, link_id: string) =>
  useQuery({
    queryKey: ["plan", plan_id, "turn-up", revision, "link", link_id],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/turnup/links/{link_id}", { params: { path: { plan_id, link_id } } })),
    enabled: link_id !== "",
    placeholderData: (old) => (old && old.id === link_id ? old : undefined),
    select: asIs,
  });

/** What was read of a link, a little after the plan has settled; nothing is asked for where nothing was read in all the plan. */
export function useReadOf(plan_id: number, revision: number, link_id: string) {
  const settled = useSettled(revision, 600);
  const begun = useTurnUpState(plan_id, settled).data?.begun ?? 0;
  return useTurnUpLink(plan_id, settled, begun > 0 ? link_id : "").data;
}

/** What the server does for a link that comes up; each says in a sentence what came of it. */
export function useTurnUpActs(plan_id: number, link_id: string) {
  const cache = useQueryClient();
  const onSuccess = () => cache.invalidateQueries({ queryKey: ["plan", plan_id] });
  const params = { path: { plan_id, link_id } };
  const simulate = useMutation({
    mutationFn: (body: Schemas["TurnUpSimulateBody"]) => taken(client.POST("/api/plans/{plan_id}/turnup/links/{link_id}/simulate", { params, body })),
    onSuccess,
  });
  const memory = useMutation({
    mutationFn: ({ data, end, name }: { data: Blob; end: "a" | "b"; name: string }) =>
      taken(
        client.POST("/api/plans/{plan_id}/turnup/links/{link_id}/memory", {
          params: { ...params, query: { end, name } },
          body: data as never,
          bodySerializer: (body: unknown) => body as Blob,
          headers: { "Content-Type": "application/octet-stream" },
        }),
      ),
    onSuccess,
  });
  const sign = useMutation({
    mutationFn: (reasons: Record<string, string>) => taken(client.POST("/api/plans/{plan_id}/turnup/links/{link_id}/sign", { params, body: { reasons } })),
    onSuccess,
  });
  return { simulate, memory, sign };
}

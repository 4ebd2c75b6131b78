/** Tasks and visits, asked of the server; what became of a task is noted as a fact. */
import { keepPreviousData, useMutation, useQuery } from "@tanstack/react-query";
import { asIs, client, taken } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type VisitsView = Schemas["VisitsView"];
export type VisitView = Schemas["VisitView"];
export type TaskView = Schemas["TaskView"];
export type ProposalView = Schemas["ProposalView"];

const path = (plan_id: number) => ({ params: { path: { plan_id } } });

export const useVisits = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "visits", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/visits", path(plan_id))),
    placeholderData: keepPreviousData,
    select: asIs,
  });

export type MergedView = Schemas["MergedView"];

export const mergePacket = (plan_id: number, data: Blob) =>
  taken(
    client.POST("/api/plans/{plan_id}/visits/packet", {
      ...path(plan_id),
      body: data as never,
      bodySerializer: (body: unknown) => body as Blob,
      headers: { "Content-Type": "application/octet-stream" },
    }),
  );

export type State = Schemas["StateView"]["state"];

/** How far cables and links are, by id. */
export const useStates = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "states", revision],
    queryFn: async () => new Map((await taken(client.GET("/api/plans/{plan_id}/visits/states", path(plan_id)))).map((one) => [one.id, one.state])),
    placeholderData: keepPreviousData,
    select: asIs,
    // The same states are the same map: nothing is drawn anew for them.
    structuralSharing: (old, now) => (old instanceof Map && now instanceof Map && alike(old, now) ? old : now),
  });

const alike = (old: Map<unknown, unknown>, now: Map<unknown, unknown>) => old.size === now.size && [...now].every(([id, state]) => old.get(id) === state);

const IDLE = new Set<State>(["wanted", "chosen", "planned", "there"]);
/** Nothing was done for it yet. */
export const isIdle = (state: State | undefined) => state === undefined || IDLE.has(state);

/** What may come; nothing of it is stored. */
export interface WhatIf {
  lost?: number;
  ill?: number;
  late_days?: number;
  shut?: string;
  keep?: boolean;
}

export const usePropose = (plan_id: number) =>
  useMutation({
    mutationFn: (query: WhatIf) => taken(client.GET("/api/plans/{plan_id}/visits/proposal", { params: { path: { plan_id }, query } })),
  });

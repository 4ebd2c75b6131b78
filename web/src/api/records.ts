/** Records, asked of the server: what runs where, what is free, what changed; and the search over everything. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { asIs, client, taken } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Hit = Schemas["HitView"];
export type ThroughView = Schemas["ThroughView"];
export type HandOverView = Schemas["HandOverView"];
export type Sort = "cable" | "pathway" | "trench" | "place";

const path = (plan_id: number) => ({ path: { plan_id } });

export const useSearch = (plan_id: number, revision: number, q: string) =>
  useQuery({
    queryKey: ["plan", plan_id, "search", revision, q],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/records/search", { params: { ...path(plan_id), query: { q } } })),
    enabled: q.trim() !== "",
    placeholderData: keepPreviousData,
  });

/** What a label stands on: asked where a whole code was typed or scanned. */
export const useScanned = (plan_id: number, revision: number, code: string) =>
  useQuery({
    queryKey: ["plan", plan_id, "label", revision, code],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/records/label", { params: { ...path(plan_id), query: { code } } })),
    enabled: code !== "",
  });

const useOf = <T>(plan_id: number, revision: number, what: string, ask: () => Promise<T>, enabled = true) =>
  useQuery({ queryKey: ["plan", plan_id, "records", revision, what], queryFn: ask, enabled, select: asIs<T> });

export const useCuttable = (plan_id: number, revision: number) =>
  useOf(plan_id, revision, "cuttable", () => taken(client.GET("/api/plans/{plan_id}/records/cuttable", { params: path(plan_id) })));

export const useThrough = (plan_id: number, revision: number, sort: Sort, name: string) =>
  useOf(
    plan_id,
    revision,
    `through ${sort} ${name}`,
    () => taken(client.GET("/api/plans/{plan_id}/records/through", { params: { ...path(plan_id), query: { sort, name } } })),
    name !== "",
  );

export const useFree = (plan_id: number, revision: number, a: string | null, b: string | null) =>
  useOf(plan_id, revision, `free ${a} ${b}`, () => taken(client.GET("/api/plans/{plan_id}/records/free", { params: { ...path(plan_id), query: { a, b } } })));

export const useSince = (plan_id: number, revision: number) =>
  useOf(plan_id, revision, "since", () => taken(client.GET("/api/plans/{plan_id}/records/since", { params: path(plan_id) })));

export const useParts = (plan_id: number, revision: number) =>
  useOf(plan_id, revision, "parts", () => taken(client.GET("/api/plans/{plan_id}/records/parts", { params: path(plan_id) })));

export const useSerials = (plan_id: number, revision: number) =>
  useOf(plan_id, revision, "modules", () => taken(client.GET("/api/plans/{plan_id}/records/modules", { params: path(plan_id) })));

export const useSpeed = (plan_id: number, revision: number, gbps: number, start: number) =>
  useOf(plan_id, revision, `speed ${gbps} ${start}`, () =>
    taken(client.GET("/api/plans/{plan_id}/records/speed", { params: { ...path(plan_id), query: { gbps, start } } })),
  );

export const useHandOver = (plan_id: number, revision: number) =>
  useOf(plan_id, revision, "handover", () => taken(client.GET("/api/plans/{plan_id}/records/handover", { params: path(plan_id) })));

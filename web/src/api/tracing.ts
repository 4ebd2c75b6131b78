/** Traces, asked of the server: predicted, taken, read against the plan. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { asIs, client, taken } from "./client";
import type { components } from "./schema";
import type { Direction } from "./testing";

type Schemas = components["schemas"];
export type PredictionView = Schemas["PredictionView"];
export type StudyView = Schemas["StudyView"];
export type TraceInfo = Schemas["TraceInfo"];
export type TraceFault = Schemas["TraceFaultView"];
export type Piece = Schemas["TracePieceView"];
export type SpotView = Schemas["TraceSpotView"];

export interface AskedTrace {
  run: string;
  nm: number;
  direction: Direction;
  pulse_ns: number | null;
  launch_m: number | null;
}

export const usePrediction = (plan_id: number, revision: number, query: AskedTrace) =>
  useQuery({
    queryKey: ["plan", plan_id, "traces", revision, query],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/traces/predict", { params: { path: { plan_id }, query } })),
    enabled: query.run !== "",
    placeholderData: keepPreviousData,
    select: asIs,
  });

export const useStudy = (plan_id: number, revision: number, trace: string | undefined) =>
  useQuery({
    queryKey: ["plan", plan_id, "traces", revision, "study", trace],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/traces/study", { params: { path: { plan_id }, query: { trace: trace ?? "" } } })),
    enabled: trace !== undefined,
    select: asIs,
  });

export const useSaidByTraces = (plan_id: number, revision: number, key: string, on: boolean) =>
  useQuery({
    queryKey: ["plan", plan_id, "traces", revision, "said", key],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/traces/said", { params: { path: { plan_id }, query: { key } } })),
    enabled: on && key !== "",
    select: asIs,
  });

export function useTakeTrace(plan_id: number) {
  const cache = useQueryClient();
  const onSuccess = () => cache.invalidateQueries({ queryKey: ["plan", plan_id] });
  const simulate = useMutation({
    mutationFn: (body: Schemas["TraceSimulateBody"]) => taken(client.POST("/api/plans/{plan_id}/traces/simulate", { params: { path: { plan_id } }, body })),
    onSuccess,
  });
  const open = useMutation({
    mutationFn: ({ file, run, direction }: { file: File; run: string; direction: Direction }) =>
      taken(
        client.POST("/api/plans/{plan_id}/traces", {
          params: { path: { plan_id }, query: { run, direction, name: file.name.slice(0, 120) || "trace.sor" } },
          body: file as never,
          bodySerializer: (body: unknown) => body as Blob,
          headers: { "Content-Type": "application/octet-stream" },
        }),
      ),
    onSuccess,
  });
  return { simulate, open };
}

/** Samples as the server packs them. */
export function samplesOf(curve: { samples: string; count: number }): Float32Array {
  const raw = atob(curve.samples);
  const bytes = new Uint8Array(raw.length);
  for (let i = 0; i < raw.length; i++) bytes[i] = raw.charCodeAt(i);
  return new Float32Array(bytes.buffer);
}

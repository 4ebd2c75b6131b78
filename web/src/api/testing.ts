/** Tests, asked of the server: sheets with their limits, what was read, what it means. */
import { keepPreviousData, useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { asIs, client, taken } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type TestsView = Schemas["TestsView"];
export type SheetInfo = Schemas["SheetInfo"];
export type SheetView = Schemas["TestSheetView"];
export type RunView = SheetView["rows"][number];
export type CellView = RunView["cells"][number];
export type AtView = SheetView["limits"][number][number];
export type Band = AtView["bands"][number];
export type TestVerdict = Band["verdict"];
export type TestFinding = SheetView["findings"][number];
export type ReferenceView = TestsView["references"][number];
export type Kind = SheetView["kind"];
export type Method = SheetView["method"];
export type Stage = SheetView["stage"];
export type Direction = CellView["direction"];
export type FaceLook = Schemas["FaceLook"];
export type FaceView = SheetView["faces"][number];
export type WayView = Schemas["TestWayView"];

/** What a plan's tests are made of: asked anew after each reading. */
export const ABOUT_TESTS = ["tests", "test sheet", "test state"] as const;

export const useTests = (plan_id: number, revision: number, kind: Kind, stage: Stage) =>
  useQuery({
    queryKey: ["plan", plan_id, "tests", revision, kind, stage],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/tests", { params: { path: { plan_id }, query: { kind, stage } } })),
    placeholderData: keepPreviousData,
    select: asIs,
  });

export interface Asked {
  key: string;
  kind: Kind;
  stage: Stage;
  method: Method | null;
}

export const sheetKey = (plan_id: number, revision: number, asked: Asked) => ["plan", plan_id, "test sheet", revision, asked] as const;

export const useSheet = (plan_id: number, revision: number, asked: Asked) =>
  useQuery({
    queryKey: sheetKey(plan_id, revision, asked),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/tests/sheet", { params: { path: { plan_id }, query: asked } })),
    enabled: asked.key !== "",
    placeholderData: (old) => (old && old.key === asked.key ? old : undefined),
    select: asIs,
  });

export const useTestState = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "test state", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/tests/state", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const useWays = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "test ways", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/tests/ways", { params: { path: { plan_id } } })),
  });

export const useWhyTest = (plan_id: number, revision: number, query: { key: string; run: string; nm: number; kind: Kind; method: Method | null }) =>
  useQuery({
    queryKey: ["plan", plan_id, "why test", revision, query],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/tests/why", { params: { path: { plan_id }, query } })),
  });

/** Something that the server notes by itself; everything of the plan is asked anew. */
function useTold<Body>(plan_id: number, ask: (body: Body) => Promise<{ said: string }>) {
  const cache = useQueryClient();
  return useMutation({ mutationFn: ask, onSuccess: () => cache.invalidateQueries({ queryKey: ["plan", plan_id] }) });
}

export const useSimulate = (plan_id: number) =>
  useTold(plan_id, (body: Schemas["SimulateBody"]) => taken(client.POST("/api/plans/{plan_id}/tests/simulate", { params: { path: { plan_id } }, body })));

export const useSwap = (plan_id: number) =>
  useTold(plan_id, (body: Schemas["SwapBody"]) => taken(client.POST("/api/plans/{plan_id}/tests/swap", { params: { path: { plan_id } }, body })));

export const useLookAtFace = (plan_id: number) =>
  useMutation({
    mutationFn: (body: Schemas["LookBody"]) => taken(client.POST("/api/plans/{plan_id}/tests/face", { params: { path: { plan_id } }, body })),
  });

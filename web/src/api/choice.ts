/** Hooks about needs, options and prices. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, taken } from "./client";
import { useChange } from "./plan";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type Need = Schemas["NeedModel"];
export type PlannedNeedView = Schemas["PlannedNeedView"];
export type NeedDoc = PlannedNeedView["doc"];
export type Weights = Schemas["WeightsModel"];
export type ChoiceView = Schemas["ChoiceView"];
export type OptionView = Schemas["OptionView"];
export type Possible = Schemas["PossibleView"];
export type Best = Schemas["BestView"];
export type Line = Schemas["LineView"];
export type Way = Schemas["WayView"];
export type Finish = Schemas["FinishView"];
export type SchoolCost = Schemas["SchoolCostView"];
export type Outlying = Schemas["OutlyingView"];

export const useChoice = (plan_id: number, revision: number, need: Need | null, weights: Weights | null) =>
  useQuery({
    queryKey: ["plan", plan_id, "choice", revision, need, weights],
    queryFn: () =>
      taken(
        client.POST("/api/plans/{plan_id}/choose", {
          params: { path: { plan_id } },
          body: { need: need!, weights },
        }),
      ),
    enabled: need !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useNeeds = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "needs", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/needs", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const useTurns = (plan_id: number, revision: number, need: Need | null, weights: Weights | null, on: boolean) =>
  useQuery({
    queryKey: ["plan", plan_id, "turns", revision, need, weights],
    queryFn: () =>
      taken(
        client.POST("/api/plans/{plan_id}/choose/sensitivity", {
          params: { path: { plan_id } },
          body: { need: need!, weights },
        }),
      ),
    enabled: on && need !== null,
    retry: false,
  });

export const readLine = (plan_id: number, text: string) =>
  taken(client.POST("/api/plans/{plan_id}/choose/line", { params: { path: { plan_id } }, body: { text } }));

export const useChoiceReference = (plan_id: number) =>
  useQuery({
    queryKey: ["choice-reference"],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/choose/reference", { params: { path: { plan_id } } })),
    staleTime: Infinity,
  });

/** The line as it is typed: what it says so far, and how it may go on. */
export const useLine = (plan_id: number, revision: number, text: string) =>
  useQuery({
    queryKey: ["plan", plan_id, "line", revision, text],
    queryFn: () => readLine(plan_id, text),
    enabled: text.trim() !== "",
    placeholderData: keepPreviousData,
    retry: false,
  });

/** The recorded way between two places; null where no pathways lead there. */
export const useWay = (plan_id: number, revision: number, a: string, b: string) =>
  useQuery({
    queryKey: ["plan", plan_id, "way", revision, a, b],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/choose/way", { params: { path: { plan_id }, query: { a, b } } })),
    enabled: a !== "" && b !== "",
    retry: false,
  });

export const useSchoolCosts = (plan_id: number, revision: number, need: Need, weights: Weights | null, on: boolean) =>
  useQuery({
    queryKey: ["plan", plan_id, "schools", revision, need, weights],
    queryFn: () => taken(client.POST("/api/plans/{plan_id}/choose/schools", { params: { path: { plan_id } }, body: { need, weights } })),
    enabled: on,
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useFinishes = (plan_id: number, revision: number, need: Need, key: string) =>
  useQuery({
    queryKey: ["plan", plan_id, "finishes", revision, need, key],
    queryFn: () => taken(client.POST("/api/plans/{plan_id}/choose/finishes", { params: { path: { plan_id } }, body: { need, key } })),
    retry: false,
  });

export const compareOutlying = (plan_id: number, needs: Need[]) =>
  taken(client.POST("/api/plans/{plan_id}/choose/outlying", { params: { path: { plan_id } }, body: { needs } }));

export const useCopper = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "copper", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/copper", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

/** The first way over fiber in place of a copper run; asked when it is wanted. */
export const useFiberBeside = (plan_id: number, revision: number, run_id: string, on: boolean) =>
  useQuery({
    queryKey: ["plan", plan_id, "fiber-beside", revision, run_id],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/copper/{run_id}/fiber", { params: { path: { plan_id, run_id } } })),
    enabled: on,
    retry: false,
  });

export const usePossible = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "possible", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/choose/possible", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

interface TakeInput {
  need: Need;
  key: string;
  need_id?: string | null;
  link_id?: string;
}

export const useTakeOption = (plan_id: number) =>
  useChange<TakeInput>(plan_id, (input, seen) =>
    taken(
      client.POST("/api/plans/{plan_id}/choose/take", {
        params: { path: { plan_id } },
        body: { ...input, base: seen(input.link_id) },
      }),
    ),
  );

export const bestOf = (plan_id: number, needs: Need[]) =>
  taken(client.POST("/api/plans/{plan_id}/choose/best", { params: { path: { plan_id } }, body: { needs } }));

export const useTakeMany = (plan_id: number) =>
  useChange<{ need: Need; need_id: string; key: string }[]>(plan_id, (chosen, seen) =>
    taken(
      client.POST("/api/plans/{plan_id}/choose/take-many", {
        params: { path: { plan_id } },
        body: { chosen, base: seen() },
      }),
    ),
  );

export const usePrices = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "prices", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/prices", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const useImportPrices = (plan_id: number) =>
  useChange<Blob>(plan_id, (file, seen) =>
    taken(
      client.POST("/api/plans/{plan_id}/prices/import", {
        params: { path: { plan_id }, query: { base: seen() } },
        body: file as never,
        bodySerializer: (body: unknown) => body as Blob,
        headers: { "Content-Type": "application/octet-stream" },
      }),
    ),
  );

export const useGrowthCheck = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "growth-check", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/growth-check", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

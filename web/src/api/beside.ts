/** Hooks about what stands beside the links: house rules, own parts, devices; and variants. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, taken, type HouseRules, type OwnPart, type Variant } from "./client";
import { useChange } from "./plan";
import type { components } from "./schema";

export const useRulesPreview = (plan_id: number, revision: number, house_rules: HouseRules) =>
  useQuery({
    queryKey: ["plan", plan_id, "rules", revision, house_rules],
    queryFn: () =>
      taken(
        client.POST("/api/plans/{plan_id}/house-rules/preview", {
          params: { path: { plan_id } },
          body: { house_rules },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useSchools = () =>
  useQuery({
    queryKey: ["schools"],
    queryFn: () => taken(client.GET("/api/reference/schools")),
    staleTime: Infinity,
  });

export const useTables = () =>
  useQuery({
    queryKey: ["tables"],
    queryFn: () => taken(client.GET("/api/reference/tables")),
    staleTime: Infinity,
  });

export const useEffects = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "effects", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/house-rules/effects", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const usePlanFindings = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "findings", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/findings", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const useBeside = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "beside", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/beside", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export type DeviceView = components["schemas"]["DeviceView"];
export type ServiceView = components["schemas"]["ServiceView"];
export type Seat = components["schemas"]["SeatView"];

export const useDevices = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "devices", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/devices", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

/** `variants` null asks for suggestions. */
export const useVariants = (plan_id: number, link_id: string, revision: number, variants: Variant[] | null) =>
  useQuery({
    queryKey: ["plan", plan_id, "variants", link_id, revision, variants],
    queryFn: () =>
      taken(
        client.POST("/api/plans/{plan_id}/links/{link_id}/variants", {
          params: { path: { plan_id, link_id } },
          body: { variants },
        }),
      ),
    placeholderData: keepPreviousData,
    retry: false,
  });

/** What is doubtful about an own part; a contradiction is thrown as its sentence. */
export const useOwnPartCheck = (plan_id: number, part: OwnPart | null) =>
  useQuery({
    queryKey: ["own-part", part],
    queryFn: () =>
      taken(
        client.POST("/api/plans/{plan_id}/own-parts/check", {
          params: { path: { plan_id } },
          body: { part: part! },
        }),
      ),
    enabled: part !== null,
    retry: false,
  });

export type SharedPartView = components["schemas"]["SharedPartView"];

/** Parts that several links pass. */
export const useSharedParts = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "shared-parts", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/shared-parts", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

interface ShareInput {
  link_id: string;
  /** The part's id. */
  at: string;
  /** The thing that it is; null: this link's alone. */
  name: string | null;
}

/** Say which one thing a link's part is. */
export const useShare = (plan_id: number) =>
  useChange<ShareInput>(plan_id, ({ link_id, at, name }, seen) =>
    taken(
      client.POST("/api/plans/{plan_id}/links/{link_id}/share", {
        params: { path: { plan_id, link_id } },
        body: { base: seen(link_id), at, name },
      }),
    ),
  );

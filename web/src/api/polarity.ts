/** Hooks about a link's strands. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, taken, type Edit } from "./client";

export interface Reading {
  start: number[];
  end: number[] | null;
}

export const usePolarity = (plan_id: number, link_id: string, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "polarity", link_id, revision],
    queryFn: () =>
      taken(
        client.GET("/api/plans/{plan_id}/links/{link_id}/polarity", {
          params: { path: { plan_id, link_id } },
        }),
      ),
    placeholderData: (old, query) => (query?.queryKey[3] === link_id ? old : undefined),
    retry: false,
  });

export const usePolarityAfter = (plan_id: number, link_id: string, revision: number, edits: Edit[] | null) =>
  useQuery({
    queryKey: ["plan", plan_id, "polarity-after", link_id, revision, edits],
    queryFn: () =>
      taken(
        client.POST("/api/plans/{plan_id}/links/{link_id}/polarity/preview", {
          params: { path: { plan_id, link_id } },
          body: { edits: edits ?? [] },
        }),
      ),
    enabled: edits !== null,
    retry: false,
  });

export const useAsFound = (plan_id: number, link_id: string, revision: number, readings: Reading[]) =>
  useQuery({
    queryKey: ["plan", plan_id, "as-found", link_id, revision, readings],
    queryFn: () =>
      taken(
        client.POST("/api/plans/{plan_id}/links/{link_id}/as-found", {
          params: { path: { plan_id, link_id } },
          body: { readings },
        }),
      ),
    enabled: readings.length > 0,
    placeholderData: keepPreviousData,
    retry: false,
  });

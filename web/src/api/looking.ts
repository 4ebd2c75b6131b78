/** What is not known yet, asked of the server. */
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { components } from "./schema";

export type Unknown = components["schemas"]["UnknownView"];

/** How many there are: cheap, for the way to the list. */
export const useUnknownCount = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "unknown count", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/unknowns/count", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export type StepOfWay = components["schemas"]["JobStepView"];
export type ActOfWay = components["schemas"]["ActView"];

/** What each step of the job has and needs. What is there stays shown while the next state is asked for. */
export const useSteps = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "way", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/way", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

export const useUnknowns = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "unknowns", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/unknowns", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

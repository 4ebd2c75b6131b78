/** Practice, asked of the server: drills, what looks show, grades, progress, sets, the first hour. */
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { client, taken } from "./client";
import type { components } from "./schema";

type Schemas = components["schemas"];
export type DrillRef = Schemas["DrillRef"];
export type Posed = Schemas["PosedDrill"];
export type Act = Schemas["DrillAct"];
export type Looked = Schemas["DrillLook"];
export type Grade = Schemas["DrillGrade"];
export type Practice = Schemas["PracticeView"];
export type Kind = DrillRef["kind"];
export type DrillSet = Schemas["DrillSetView"];
export type Hour = Schemas["HourView"];
export type HourAct = Schemas["HourBody"]["act"];

const KEY = ["practice"];
const HOUR = ["practice", "hour"];

export const usePractice = () => useQuery({ queryKey: KEY, queryFn: () => taken(client.GET("/api/practice")), staleTime: 0 });

export const usePosed = (drill: DrillRef) =>
  useQuery({
    queryKey: ["drill", drill],
    queryFn: () => taken(client.POST("/api/practice/drill", { body: drill })),
    // A drill is the same whenever it is asked for; one on a plan's link is as the plan was when it began.
    staleTime: Infinity,
  });

export const drawDrill = (kind: Kind | null = null, level: number | null = null) => taken(client.POST("/api/practice/draw", { body: { kind, level } }));

export const lookInDrill = (drill: DrillRef, done: string[], act: string) => taken(client.POST("/api/practice/look", { body: { drill, done, act } }));

export function usePracticeActs() {
  const cache = useQueryClient();
  const anew = () => void cache.invalidateQueries({ queryKey: KEY, exact: true });
  return {
    answer: useMutation({
      mutationFn: (told: { drill: DrillRef; done: string[]; answer: string[] }) => taken(client.POST("/api/practice/answer", { body: told })),
      onSuccess: anew,
    }),
    wipe: useMutation({ mutationFn: () => taken(client.POST("/api/practice/wipe")), onSuccess: anew }),
    bring: useMutation({
      mutationFn: (file: Blob) =>
        taken(
          client.POST("/api/practice/sets", {
            body: file as never,
            bodySerializer: (body: unknown) => body as Blob,
            headers: { "Content-Type": "application/octet-stream" },
          }),
        ),
      onSuccess: anew,
    }),
    make: useMutation({
      mutationFn: (body: Schemas["MakeSet"]) => taken(client.POST("/api/practice/sets/made", { body })),
      onSuccess: anew,
    }),
    remove: useMutation({
      mutationFn: async (number: number) => {
        await client.DELETE("/api/practice/sets/{number}", { params: { path: { number } } });
      },
      onSuccess: anew,
    }),
  };
}

/** The first hour; where a plan is open, it is asked anew as the plan and its facts change. */
export const useHour = (plan_id: number | null = null, revision = 0) =>
  useQuery({ queryKey: plan_id === null ? HOUR : ["plan", plan_id, "hour", revision], queryFn: () => taken(client.GET("/api/practice/hour")), staleTime: 0 });

export function useWalk() {
  const cache = useQueryClient();
  return useMutation({
    mutationFn: (body: { act: HourAct; step?: string | null }) => taken(client.POST("/api/practice/hour", { body: { step: null, ...body } })),
    onSuccess: () => void cache.invalidateQueries({ predicate: ({ queryKey }) => queryKey.includes("hour") }),
  });
}

/** The address of a drill, so that it can be come back to, and sent to somebody. */
export function drillAddress(drill: DrillRef): string {
  const said: Record<string, string> = { kind: drill.kind, level: String(drill.level), seed: String(drill.seed) };
  if (drill.plan_id != null && drill.link_id != null) Object.assign(said, { plan: String(drill.plan_id), link: drill.link_id });
  return `/practice/drill?${new URLSearchParams(said)}`;
}

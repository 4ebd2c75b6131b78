/** Hooks over the API: server state lives in the query cache and nowhere else. */
import { useEffect, useMemo, useRef, useState } from "react";
import { keepPreviousData, notifyManager, useQuery, useQueryClient, type QueryClient } from "@tanstack/react-query";
import { carryOver } from "./carried";
import {
  client,
  Refusal,
  taken,
  type Changed,
  type Device,
  type Edit,
  type HouseRules,
  type LinkSummary,
  type LinkView,
  type OwnPart,
  type PlanInfo,
  type Spare,
} from "./client";

export const keys = {
  plans: ["plans"] as const,
  plan: (plan: number) => ["plan", plan] as const,
  links: (plan: number) => ["plan", plan, "links"] as const,
  link: (plan: number, link: string) => ["plan", plan, "link", link] as const,
  why: (plan: number, link: string, revision: number) => ["plan", plan, "why", link, revision] as const,
  revisions: (plan: number, revision: number) => ["plan", plan, "revisions", revision] as const,
};

export const usePlans = () => useQuery({ queryKey: keys.plans, queryFn: () => taken(client.GET("/api/plans")) });

export const usePlan = (plan_id: number) =>
  useQuery({
    queryKey: keys.plan(plan_id),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}", { params: { path: { plan_id } } })),
    // Somebody else, or another window, may save meanwhile: the head tells.
    refetchInterval: 20_000,
    refetchOnWindowFocus: "always",
  });

/** The revisions that this page made itself, by plan. */
const own = new Map<number, Set<number>>();

/** The numbers after `before` up to `now` that somebody else saved. */
export function othersSaved(plan_id: number, before: number, now: number): number[] {
  const mine = own.get(plan_id);
  const found: number[] = [];
  for (let number = Math.max(before + 1, now - 99); number <= now; number++) if (!mine?.has(number)) found.push(number);
  return found;
}

/** The newest hundred revisions, as they stand now. */
export const newestRevisions = (plan_id: number) => taken(client.GET("/api/plans/{plan_id}/revisions", { params: { path: { plan_id } } }));

/** Everything of a plan but its head is read anew. */
export const readAnew = (cache: QueryClient, plan_id: number) =>
  cache.invalidateQueries({ queryKey: ["plan", plan_id], predicate: (query) => query.queryKey.length > 2 });

export const useLinks = (plan_id: number) =>
  useQuery({
    queryKey: keys.links(plan_id),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/links", { params: { path: { plan_id } } })),
  });

export const useLink = (plan_id: number, link_id: string) =>
  useQuery({
    queryKey: keys.link(plan_id, link_id),
    queryFn: () =>
      taken(
        client.GET("/api/plans/{plan_id}/links/{link_id}", {
          params: { path: { plan_id, link_id } },
        }),
      ),
    retry: false,
  });

export const useWhy = (plan_id: number, link_id: string, revision: number, on: boolean) =>
  useQuery({
    queryKey: keys.why(plan_id, link_id, revision),
    queryFn: () =>
      taken(
        client.GET("/api/plans/{plan_id}/links/{link_id}/why", {
          params: { path: { plan_id, link_id } },
        }),
      ),
    enabled: on,
    placeholderData: keepPreviousData,
  });

/** A value once it has stayed the same for a while: what can wait does not slow the verdict down. */
export function useSettled<T>(value: T, wait_ms: number): T {
  const [settled, setSettled] = useState(value);
  useEffect(() => {
    const later = setTimeout(() => setSettled(value), wait_ms);
    return () => clearTimeout(later);
  }, [value, wait_ms]);
  return settled;
}

/** Asked for again after every change of the link, as soon as the person pauses. */
export function useGrowth(plan_id: number, link_id: string, changed_in: number, rules: HouseRules) {
  const settled = useSettled(changed_in, 300);
  return useQuery({
    queryKey: ["plan", plan_id, "growth", link_id, settled, rules],
    queryFn: () =>
      taken(
        client.GET("/api/plans/{plan_id}/links/{link_id}/growth", {
          params: { path: { plan_id, link_id } },
        }),
      ),
    placeholderData: keepPreviousData,
  });
}

export const useReference = () =>
  useQuery({
    queryKey: ["reference"],
    queryFn: () => taken(client.GET("/api/reference")),
    staleTime: Infinity,
  });

export const useSuited = (plan_id: number, distance_m: number | null, fiber: string | null) =>
  useQuery({
    queryKey: ["plan", plan_id, "suited", distance_m, fiber],
    queryFn: () =>
      taken(
        client.GET("/api/plans/{plan_id}/suited", {
          params: { path: { plan_id }, query: { distance_m: distance_m ?? 0, fiber } },
        }),
      ),
    enabled: distance_m !== null,
    placeholderData: keepPreviousData,
    retry: false,
  });

export const useFixes = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: ["plan", plan_id, "fixes", revision],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/fixes", { params: { path: { plan_id } } })),
  });

export const useApplyFixes = (plan_id: number) =>
  useChange<string[]>(plan_id, (link_ids, seen) =>
    taken(
      client.POST("/api/plans/{plan_id}/fixes", {
        params: { path: { plan_id } },
        body: { base: seen(), link_ids },
      }),
    ),
  );

export const useRevisions = (plan_id: number, revision: number) =>
  useQuery({
    queryKey: keys.revisions(plan_id, revision),
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/revisions", { params: { path: { plan_id } } })),
    placeholderData: keepPreviousData,
  });

/** Take a change's answer into the cache: only what it touched. */
export function absorb(cache: QueryClient, plan_id: number, changed: Changed) {
  // Told all at once: plan, list and link are then drawn in one pass, not in three.
  notifyManager.batch(() => takeIn(cache, plan_id, changed));
}

function takeIn(cache: QueryClient, plan_id: number, changed: Changed) {
  const before = cache.getQueryData<PlanInfo>(keys.plan(plan_id))?.revision;
  if (before !== undefined) carryOver(cache, plan_id, before, changed);
  const mine = own.get(plan_id) ?? new Set();
  own.set(plan_id, mine.add(changed.plan.revision));
  cache.setQueryData<PlanInfo>(keys.plan(plan_id), (old) => {
    if (!old) return old;
    const { plan, house_rules, places, own_parts, devices, spares } = changed;
    return {
      ...old,
      ...plan,
      house_rules: house_rules ?? old.house_rules,
      places: places ?? old.places,
      own_parts: own_parts ?? old.own_parts,
      devices: devices ?? old.devices,
      spares: spares ?? old.spares,
    };
  });
  void cache.invalidateQueries({ queryKey: ["plan", plan_id, "suited"] });
  if (changed.everything) {
    void cache.invalidateQueries({ queryKey: keys.links(plan_id) });
    void cache.invalidateQueries({ queryKey: ["plan", plan_id, "link"] });
    void cache.invalidateQueries({ queryKey: keys.plans });
    return;
  }
  cache.setQueryData<LinkSummary[]>(keys.links(plan_id), (old) => {
    if (!old) return old;
    const fresh = new Map(changed.links.map((l) => [l.id, l]));
    const gone = new Set(changed.removed);
    const kept = old.filter((l) => !gone.has(l.id)).map((l) => fresh.get(l.id) ?? l);
    const known = new Set(old.map((l) => l.id));
    return [...kept, ...changed.links.filter((l) => !known.has(l.id))];
  });
  // What is gone is not kept on screen as if it could still be changed.
  for (const gone of changed.removed) void cache.resetQueries({ queryKey: keys.link(plan_id, gone) });
  for (const summary of changed.links) {
    if (summary.id !== changed.link?.summary.id) {
      void cache.invalidateQueries({ queryKey: keys.link(plan_id, summary.id) });
    }
  }
  if (changed.link) {
    cache.setQueryData(keys.link(plan_id, changed.link.summary.id), changed.link);
  }
}

/**
 * The revision that the person is looking at: of one link, the one that last changed it as shown
 * here, so that a change by somebody else is noticed even after other links were saved.
 */
function seenRevision(cache: QueryClient, plan_id: number, link_id?: string): number {
  if (link_id !== undefined) {
    const open = cache.getQueryData<LinkView>(keys.link(plan_id, link_id))?.summary;
    const rows = cache.getQueryData<LinkSummary[]>(keys.links(plan_id));
    const seen = open ?? rows?.find((l) => l.id === link_id);
    if (seen) return seen.changed_in;
  }
  return cache.getQueryData<PlanInfo>(keys.plan(plan_id))?.revision ?? 0;
}

interface EditRequest {
  link_id: string;
  edits: Edit[];
  /** Set to store the edits on top of what somebody else saved. */
  base?: number | undefined;
}

type Seen = (link_id?: string) => number;

interface Handlers {
  onSuccess?: (changed: Changed) => void;
  onError?: (error: Error) => void;
}

/** Changes of one plan go one after the other, so that each sees the last revision. */
const queues = new Map<number, Promise<unknown>>();

/**
 * A change of the plan by any route; `ask` gets the revision that the person is looking at. The
 * functions are stable and nothing is rendered while a change is under way: only its answer is.
 */
export function useChange<In>(plan_id: number, ask: (input: In, seen: Seen) => Promise<Changed>) {
  const cache = useQueryClient();
  const latest = useRef(ask);
  useEffect(() => {
    latest.current = ask;
  });
  return useMemo(() => {
    const mutateAsync = (input: In): Promise<Changed> => {
      const before = queues.get(plan_id) ?? Promise.resolve();
      const change = before
        .catch(() => undefined)
        .then(() => latest.current(input, (link_id) => seenRevision(cache, plan_id, link_id)))
        .then(
          (changed) => {
            absorb(cache, plan_id, changed);
            return changed;
          },
          async (error: unknown) => {
            // Somebody else saved: read what is there now, before it is said: what is pressed next
            // is about the plan as it is. An open link keeps what it showed, so
            // that a second try from it is refused too until the person has decided.
            if (error instanceof Refusal && error.conflict) {
              void cache.invalidateQueries({ queryKey: keys.links(plan_id) });
              await cache.invalidateQueries({ queryKey: keys.plan(plan_id), exact: true });
            }
            throw error;
          },
        );
      queues.set(plan_id, change);
      return change;
    };
    const mutate = (input: In, { onSuccess, onError }: Handlers = {}) => {
      mutateAsync(input).then(onSuccess, (error: unknown) => onError?.(error instanceof Error ? error : new Error(String(error))));
    };
    return { mutate, mutateAsync };
  }, [cache, plan_id]);
}

export const useEditLink = (plan_id: number) =>
  useChange<EditRequest>(plan_id, ({ link_id, edits, base }, seen) =>
    taken(
      client.PATCH("/api/plans/{plan_id}/links/{link_id}", {
        params: { path: { plan_id, link_id } },
        body: { base: base ?? seen(link_id), edits },
      }),
    ),
  );

export const useDuplicateLink = (plan_id: number) =>
  useChange<string>(plan_id, (link_id, seen) =>
    taken(
      client.POST("/api/plans/{plan_id}/links/{link_id}/duplicate", {
        params: { path: { plan_id, link_id } },
        body: { base: seen() },
      }),
    ),
  );

export const useDeleteLink = (plan_id: number) =>
  useChange<string>(plan_id, (link_id, seen) =>
    taken(
      client.DELETE("/api/plans/{plan_id}/links/{link_id}", {
        params: { path: { plan_id, link_id }, query: { base: seen(link_id) } },
      }),
    ),
  );

export interface NeedInput {
  a_place: string;
  b_place: string;
  application: string;
  distance_m: number;
  fiber: string | null;
}

export const useAddLink = (plan_id: number) =>
  useChange<NeedInput>(plan_id, (need, seen) =>
    taken(
      client.POST("/api/plans/{plan_id}/needs", {
        params: { path: { plan_id } },
        body: { ...need, base: seen() },
      }),
    ),
  );

export const useTurn = (plan_id: number) =>
  useChange<"undo" | "redo">(plan_id, (which, seen) =>
    taken(
      client.POST(`/api/plans/{plan_id}/${which}`, {
        params: { path: { plan_id } },
        body: { base: seen() },
      }),
    ),
  );

/** One change taken back, whoever made it: a change of its own. */
export const useTakeBack = (plan_id: number) =>
  useChange<number>(plan_id, (number, seen) =>
    taken(client.POST("/api/plans/{plan_id}/revisions/{number}/take-back", { params: { path: { plan_id, number } }, body: { base: seen() } })),
  );

export const useRevision = (plan_id: number, number: number, wanted: boolean) =>
  useQuery({
    queryKey: ["plan", plan_id, "revision", number],
    queryFn: () => taken(client.GET("/api/plans/{plan_id}/revisions/{number}", { params: { path: { plan_id, number } } })),
    enabled: wanted,
    staleTime: Infinity,
  });

export interface PlanInput {
  name?: string;
  house_rules?: HouseRules;
  own_parts?: OwnPart[];
  devices?: Device[];
  spares?: Spare[];
  not_needed?: PlanInfo["not_needed"];
}

export const useChangePlan = (plan_id: number) =>
  useChange<PlanInput>(plan_id, (input, seen) =>
    taken(
      client.PATCH("/api/plans/{plan_id}", {
        params: { path: { plan_id } },
        body: { ...input, base: seen() },
      }),
    ),
  );

export async function previewEdits(plan_id: number, link_id: string, edits: Edit[]) {
  return taken(
    client.POST("/api/plans/{plan_id}/links/{link_id}/preview", {
      params: { path: { plan_id, link_id } },
      body: { edits },
    }),
  );
}

/** A plan file, or a package with the plan and its files. */
export async function importPlan(file: Blob) {
  const asked = client.POST("/api/plans/import", {
    body: file as never,
    bodySerializer: (body: unknown) => body as Blob,
    headers: { "Content-Type": "application/octet-stream" },
  });
  return taken(asked);
}

export async function newPlan(name: string) {
  return taken(client.POST("/api/plans", { body: { name } }));
}

export type DemoName = "skerravoe" | "mistakes";

/** A demo plan as a plan of its own; what is open stays as it is. */
export async function openDemo(name: DemoName) {
  return taken(client.POST("/api/plans/demo/{name}", { params: { path: { name } } }));
}

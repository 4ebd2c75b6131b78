/** What was seen and done: facts are added, never changed; a later one corrects an earlier one. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useSyncExternalStore } from "react";
import { currentWho } from "../app/settings";
import { client, Refusal, taken, type Fact } from "./client";
import { createOutbox } from "./outbox";

export type RedLight = Extract<Fact, { kind: "red light" }>;
export type StrandFact = Extract<Fact, { kind: "strand" }>;
export type TaskFact = Extract<Fact, { kind: "task" }>;
export type ReadingFact = Extract<Fact, { kind: "reading" }>;
export type ReferenceFact = Extract<Fact, { kind: "reference" }>;
export type ReferenceEnd = Extract<Fact, { kind: "reference ended" }>;
export type FaceFact = Extract<Fact, { kind: "end face" }>;
export type ModuleRead = Extract<Fact, { kind: "module read" }>;
export type CounterFact = Extract<Fact, { kind: "counter" }>;
export type TickFact = Extract<Fact, { kind: "tick" }>;
export type HuntFact = Extract<Fact, { kind: "hunt" }>;
export type HandOver = Extract<Fact, { kind: "hand-over" }>;
/** What is told of a fact; who, when and about what come with every one. */
type Bare<T> = Omit<T, "id" | "about" | "at" | "who" | "corrects" | "withdrawn">;
type Told =
  | Pick<TaskFact, "kind" | "task" | "state" | "minutes" | "from_m" | "until_m" | "note" | "points" | "was">
  | Pick<RedLight, "kind" | "start" | "seen">
  | Bare<ReadingFact>
  | Bare<ReferenceFact>
  | Bare<ReferenceEnd>
  | Bare<FaceFact>
  | Pick<ModuleRead, "kind" | "end" | "lanes" | "meter" | keyof typeof NO_MEMORY>
  | Pick<CounterFact, "kind" | "end" | "count" | "simulated">
  | Pick<TickFact, "kind" | "point" | "state" | "link" | "end" | "note">
  | Pick<HuntFact, "kind" | "hunt" | "look" | "answer" | "dbm" | "count" | "seconds" | "simulated">
  | Pick<HandOver, "kind" | "question" | "answer" | "a_place" | "b_place" | "need">
  | Pick<StrandFact, "kind" | "strand" | "state">;

/** Levels that were typed: no memory was read with them. */
export const NO_MEMORY = { applications: [], alarms: [], warnings: [], beyond: [], checksums_wrong: false, simulated: false };

/** The facts about a thing that no later one corrects. */
export const useFacts = (plan_id: number, about: string) =>
  useQuery({
    queryKey: ["plan", plan_id, "facts", about],
    queryFn: async () => {
      const view = await taken(client.GET("/api/plans/{plan_id}/facts", { params: { path: { plan_id }, query: { about } } }));
      const standing = new Set(view.standing);
      return view.facts.filter((fact) => standing.has(fact.id ?? ""));
    },
    enabled: about !== "",
  });

interface Note {
  about: Fact["about"];
  told: Told;
  /** The fact that this one takes the place of. */
  corrects?: string | undefined;
  /** Nothing takes its place. */
  withdrawn?: boolean;
}

/** The number of the last fact that this page knows of, by plan. */
export const knownFacts = new Map<number, number>();

/** Refusals that a second try would not change; a device that was turned off waits to be let in again. */
const isFinal = (error: unknown) => error instanceof Refusal && error.status >= 400 && error.status < 500 && error.status !== 401;

export const outbox = createOutbox<Fact>(
  window.localStorage,
  async ({ plan_id, facts }) => {
    const view = await taken(client.POST("/api/plans/{plan_id}/facts", { params: { path: { plan_id } }, body: { facts } }));
    knownFacts.set(plan_id, view.number);
  },
  isFinal,
);

/** How many notes are kept here and not sent yet. */
export const useNotSent = () => useSyncExternalStore(outbox.watch, outbox.count);

const DIGITS = "0123456789abcdefghijklmnopqrstuv";
/** An id made here, so that a note that is sent twice is there once. */
export const newId = () => Array.from(crypto.getRandomValues(new Uint8Array(13)), (one) => DIGITS[one % 32]).join("");

/**
 * Notes what was seen, by whom and when: kept on this device at once, and sent as soon as the server
 * is there. What is said of the plan is asked anew; `about` names what alone is, where much is noted.
 */
export function useNoteFacts(plan_id: number, about: readonly string[] | null = null) {
  const cache = useQueryClient();
  return async (notes: Note[]) => {
    const at = new Date().toISOString();
    const who = currentWho() || "technician";
    const facts = notes.map(({ about, told, corrects, withdrawn }) => ({
      ...told,
      id: newId(),
      about,
      at,
      who,
      corrects: corrects ?? null,
      withdrawn: withdrawn ?? false,
    }));
    const became = await outbox.put({ plan_id, facts });
    if (became === "sent") {
      for (const what of about ?? [null]) void cache.invalidateQueries({ queryKey: what === null ? ["plan", plan_id] : ["plan", plan_id, what] });
    }
    return became;
  };
}

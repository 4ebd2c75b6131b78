/** What was seen and done: facts are added, never changed; a later one corrects an earlier one. */
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { currentWho } from "../app/settings";
import { client, taken, type Fact } from "./client";

export type RedLight = Extract<Fact, { kind: "red light" }>;
export type StrandFact = Extract<Fact, { kind: "strand" }>;
export type TaskFact = Extract<Fact, { kind: "task" }>;
type Told =
  | Pick<TaskFact, "kind" | "task" | "state" | "minutes" | "from_m" | "until_m" | "note" | "was">
  | Pick<RedLight, "kind" | "start" | "seen">
  | Pick<StrandFact, "kind" | "strand" | "state">;

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

/** Notes what was seen, by whom and when. What is said of the plan is asked anew. */
export function useNoteFacts(plan_id: number) {
  const cache = useQueryClient();
  return async (notes: Note[]) => {
    const at = new Date().toISOString();
    const who = currentWho() || "technician";
    const facts = notes.map(({ about, told, corrects, withdrawn }) => ({
      ...told,
      about,
      at,
      who,
      corrects: corrects ?? null,
      withdrawn: withdrawn ?? false,
    }));
    await taken(client.POST("/api/plans/{plan_id}/facts", { params: { path: { plan_id } }, body: { facts } }));
    await cache.invalidateQueries({ queryKey: ["plan", plan_id] });
  };
}

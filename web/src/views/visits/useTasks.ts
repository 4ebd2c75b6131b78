/** What can be done with a task: note what became of it, move it, declare it not needed. */
import { useQueryClient } from "@tanstack/react-query";
import { useNoteFacts, type TaskFact } from "../../api/facts";
import { useChangePlant } from "../../api/plant";
import type { TaskView, VisitsView, VisitView } from "../../api/visits";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { currentWho } from "../../app/settings";
import type { Way } from "./moving";

type Noted = Partial<Pick<TaskFact, "minutes" | "from_m" | "until_m" | "note" | "points">>;
const SAID: Record<TaskFact["state"], string> = { done: "Done", part: "Part done", "not done": "Not done", open: "Open again" };

export function useTasks(view: VisitsView | undefined) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const note = useNoteFacts(plan.id);
  const change = useChangePlant(plan.id);
  const cache = useQueryClient();
  /** Shown at once: it is kept here before it is sent. An answer on its way that does not know of it yet is not waited for. */
  const shown = async (task: TaskView, state: TaskFact["state"], more: Noted) => {
    await cache.cancelQueries({ queryKey: ["plan", plan.id, "visits"] });
    cache.setQueryData<VisitsView>(["plan", plan.id, "visits", plan.revision], (old) => {
      const noted = { id: "", state, who: currentWho(), at: "", minutes: null, from_m: null, until_m: null, note: null, points: [], ...more };
      return old && { ...old, tasks: old.tasks.map((one) => (one.key === task.key ? { ...one, noted } : one)) };
    });
  };
  const became = (task: TaskView, state: TaskFact["state"], more: Noted = {}) => {
    void shown(task, state, more);
    return note([
      {
        about: { kind: task.about_kind as TaskFact["about"]["kind"], id: task.about_id },
        told: {
          kind: "task",
          task: task.key,
          state,
          minutes: more.minutes ?? null,
          from_m: more.from_m ?? null,
          until_m: more.until_m ?? null,
          note: more.note ?? null,
          points: more.points ?? [],
          was: task.extent || null,
        },
      },
    ]).then(
      (how) => say(`${SAID[state]}: ${task.name}${how === "kept" ? ", kept here, not sent yet" : ""}.`),
      (error: unknown) => {
        void cache.invalidateQueries({ queryKey: ["plan", plan.id, "visits"] });
        refuse(error);
      },
    );
  };
  /** Goods are ordered, or not after all. */
  const ordered = (key: string, done: boolean) => {
    void cache.cancelQueries({ queryKey: ["plan", plan.id, "visits"] }).then(() =>
      cache.setQueryData<VisitsView>(["plan", plan.id, "visits", plan.revision], (old) => {
        return old && { ...old, orders: old.orders.map((one) => (one.key === key ? { ...one, ordered: done } : one)) };
      }),
    );
    const nothing = { minutes: null, from_m: null, until_m: null, note: null, points: [], was: null };
    void note([{ about: { kind: "plan", id: view?.plan ?? "" }, told: { kind: "task", task: key, state: done ? "done" : "open", ...nothing } }]).then(
      (how) => say(`${done ? "Ordered" : "Not ordered"}${how === "kept" ? ", kept here, not sent yet" : ""}.`),
      refuse,
    );
  };
  const docOf = (visit: VisitView, tasks: string[]) => ({ name: visit.name, day: visit.day, crew: visit.crew, notes: visit.notes, tasks });
  const keys = (visit: VisitView) => visit.tasks.map((one) => one.key);
  const store = (what: string, changes: { kind: "visit" | "task"; id: string | null; doc: Record<string, unknown> | null }[]) =>
    change.mutateAsync({ what, changes }).then(() => undefined, refuse);
  /** Into another visit, at its end; out of all where there is none. */
  const move = (task: TaskView, to: VisitView | null) => {
    const from = view?.visits.filter((visit) => keys(visit).includes(task.key)) ?? [];
    const changes = from
      .filter((visit) => visit.id !== to?.id)
      .map((visit) => ({
        kind: "visit" as const,
        id: visit.id,
        doc: docOf(
          visit,
          keys(visit).filter((key) => key !== task.key),
        ),
      }));
    if (to && !keys(to).includes(task.key)) changes.push({ kind: "visit" as const, id: to.id, doc: docOf(to, [...keys(to), task.key]) });
    return changes.length ? store(to ? `${task.name} to ${to.name}` : `${task.name} out of its visit`, changes) : undefined;
  };
  /** Earlier or later in its visit. */
  const shift = (task: TaskView, visit: VisitView, step: 1 | -1) => {
    const list = keys(visit);
    const at = list.indexOf(task.key);
    const to = at + step;
    if (at < 0 || to < 0 || to >= list.length) return undefined;
    [list[at], list[to]] = [list[to]!, list[at]!];
    return store(`${task.name} ${step < 0 ? "earlier" : "later"}`, [{ kind: "visit", id: visit.id, doc: docOf(visit, list) }]);
  };
  /** By keys: earlier or later, or to the end of the visit before or after. */
  const moveBy = (task: TaskView, visit: VisitView, way: Way) => {
    if (way === "earlier" || way === "later") return shift(task, visit, way === "earlier" ? -1 : 1);
    const visits = view?.visits ?? [];
    const to = visits[visits.indexOf(visit) + (way === "before" ? -1 : 1)];
    return to && move(task, to);
  };
  const notNeeded = (task: TaskView, why: string | null) => {
    if (why === null) return store(`${task.name} is needed`, [{ kind: "task", id: task.own_id, doc: null }]);
    return store(`${task.name} is not needed`, [{ kind: "task", id: task.own_id, doc: { name: task.key, not_needed: why } }]);
  };
  /** The next proposal has it on that day, or says why it cannot. */
  const pin = (task: TaskView, day: number | null) =>
    store(day === null ? `${task.name} on any day` : `${task.name} on day ${day}`, [
      { kind: "task", id: task.own_id, doc: day === null ? null : { name: task.key, day } },
    ]);
  const addOwn = (doc: { name: string; at: string[]; minutes: number; people: number }) =>
    change.mutateAsync({ what: `Own task ${doc.name}`, changes: [{ kind: "task", id: null, doc: { ...doc, own: true } }] });
  const removeOwn = (task: TaskView) => store(`Delete ${task.name}`, [{ kind: "task", id: task.own_id, doc: null }]);
  return { became, ordered, pin, move, shift, moveBy, notNeeded, addOwn, removeOwn, store, docOf };
}

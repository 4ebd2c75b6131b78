/** What is noted of a link that comes up: ticks, levels, counters, looks of the hunt; each can be taken back. */
import { newId, NO_MEMORY, useNoteFacts, type HuntFact } from "../../api/facts";
import { ABOUT_TURNUP, type PointView } from "../../api/turnup";
import { useChangePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import type { Level } from "./told";

export function useTurning(link_id: string) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const note = useNoteFacts(plan.id, ABOUT_TURNUP);
  const change = useChangePlant(plan.id);
  const link = { kind: "link" as const, id: link_id };
  const sent = (how: string) => how === "kept" && say("Kept here, not sent yet.");
  const tick = (point: PointView, state: "done" | "not needed" | "open", text: string | null = null) =>
    note([
      {
        about: { kind: point.about_kind, id: point.about_id },
        told: { kind: "tick", point: point.key, state, link: point.link, end: point.end, note: text },
      },
    ]).then(sent, refuse);
  const levels = (end: "a" | "b", lanes: { tx_dbm: Level | null; rx_dbm: Level | null }[], meter: "module" | "meter") =>
    note([{ about: link, told: { kind: "module read", end, meter, lanes: lanes.map((lane) => ({ ...lane, bias_ma: null })), ...NO_MEMORY } }]).then(
      sent,
      refuse,
    );
  const counter = (end: "a" | "b", count: number) => note([{ about: link, told: { kind: "counter", end, count, simulated: false } }]).then(sent, refuse);
  const looked = (hunt: string | null, told: Pick<HuntFact, "look" | "answer"> & Partial<Pick<HuntFact, "dbm" | "count" | "seconds">>) =>
    note([{ about: link, told: { kind: "hunt", hunt: hunt ?? newId(), dbm: null, count: null, seconds: null, simulated: false, ...told } }]).then(sent, refuse);
  const takeBack = (hunt: string, step: string) =>
    note([
      {
        about: link,
        told: { kind: "hunt", hunt, look: "taken back", answer: "taken back", dbm: null, count: null, seconds: null, simulated: false },
        corrects: step,
        withdrawn: true,
      },
    ]).then(() => say("Taken back."), refuse);
  const task = (name: string, places: string[], minutes: number) =>
    change
      .mutateAsync({
        what: `Task ${name}`,
        changes: [{ kind: "task", id: null, doc: { name: name.slice(0, 120), at: places, minutes, people: 1, own: true } }],
      })
      .then(() => say(`A task: ${name}. It comes into the next proposal of visits.`), refuse);
  return { tick, levels, counter, looked, takeBack, task };
}

/** What can be done with readings: keep one, mark a reference, note a face, make a task. */
import { useQueryClient } from "@tanstack/react-query";
import { useNoteFacts, type FaceFact, type ReadingFact, type ReferenceEnd, type ReferenceFact } from "../../api/facts";
import { useChangePlant } from "../../api/plant";
import { ABOUT_TESTS, sheetKey, type Asked, type CellView, type RunView, type SheetView } from "../../api/testing";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { currentWho } from "../../app/settings";
import { bandOf, limitsOf, type Entry } from "./told";

export function useReadings(sheet: SheetView | undefined, asked: Asked, planThing: string) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const cache = useQueryClient();
  // Readings come fast: only what tests show is asked anew at once, the rest of the plan when the sheet is left.
  const quick = useNoteFacts(plan.id, ABOUT_TESTS);
  const note = useNoteFacts(plan.id);
  const change = useChangePlant(plan.id);
  const shown = (row: RunView, cell: CellView, entry: NonNullable<Entry>) =>
    cache.setQueryData<SheetView>(sheetKey(plan.id, plan.revision, asked), (old) => {
      if (!old || "problem" in entry) return old;
      const loss_db = "loss" in entry ? entry.loss : null;
      const at = limitsOf(old, row)[cell.at];
      const verdict = loss_db === null || !at ? null : (bandOf(loss_db, at.bands)?.verdict ?? null);
      const result = "loss" in entry ? ("read" as const) : entry.result;
      const reading = {
        id: "",
        result,
        loss_db,
        at: "",
        who: currentWho(),
        instrument: null,
        reference: null,
        inspected: null,
        seen_at: null,
        simulated: false,
        note: null,
      };
      const changed = (one: RunView): RunView => ({
        ...one,
        cells: one.cells.map((c) => (c.nm === cell.nm && c.direction === cell.direction ? { ...c, reading, verdict, stale: null } : c)),
      });
      return { ...old, rows: old.rows.map((one) => (one.id === row.id ? changed(one) : one)) };
    });
  /** Keep a reading: it stands on the reference that holds, and takes the place of the one before. */
  const keep = (row: RunView, cell: CellView, entry: NonNullable<Entry>, more: Partial<ReadingFact> = {}) => {
    if (!sheet || "problem" in entry) return Promise.resolve();
    shown(row, cell, entry);
    const told = {
      kind: "reading" as const,
      run: row.id,
      called: row.name,
      nm: cell.nm,
      direction: cell.direction,
      result: "loss" in entry ? ("read" as const) : entry.result,
      loss_db: "loss" in entry ? entry.loss : null,
      method: sheet.method,
      way: sheet.way,
      reference: sheet.reference,
      launch: plan.house_rules.launch,
      instrument: null,
      inspected: null,
      length_m: null,
      seen_at: null,
      stage: asked.stage,
      simulated: false,
      note: null,
      ...more,
    };
    const corrects = cell.reading?.id ? cell.reading.id : undefined;
    return quick([{ about: { kind: sheet.about_kind, id: sheet.about_id }, told, corrects }]).then(
      (how) => {
        if (how === "kept") say(`${row.name} kept here, not sent yet.`);
      },
      (error: unknown) => {
        void cache.invalidateQueries({ queryKey: ["plan", plan.id, "test sheet"] });
        refuse(error);
      },
    );
  };
  const reference = (told: Omit<ReferenceFact, "id" | "about" | "at" | "who" | "corrects" | "withdrawn">) =>
    note([{ about: { kind: "plan", id: planThing }, told }]).then(() => say("Reference kept. Readings from now on stand on it."), refuse);
  const ended = (id: string, why: ReferenceEnd["why"], told: string) =>
    note([{ about: { kind: "plan", id: planThing }, told: { kind: "reference ended", reference: id, why, note: null } }]).then(() => say(told), refuse);
  const face = (told: Omit<FaceFact, "id" | "about" | "at" | "who" | "corrects" | "withdrawn">) =>
    sheet ? note([{ about: { kind: sheet.about_kind, id: sheet.about_id }, told }]).then(() => say("Face noted."), refuse) : Promise.resolve();
  const task = (name: string, place: string | null, minutes: number | null) =>
    change
      .mutateAsync({
        what: `Task ${name}`,
        changes: [{ kind: "task", id: null, doc: { name, at: place ? [place] : [], minutes: minutes ?? 20, people: 1, own: true } }],
      })
      .then(() => say(`A task: ${name}. It comes into the next proposal of visits.`), refuse);
  return { keep, reference, ended, face, task };
}

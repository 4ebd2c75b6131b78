/** A need as it is typed, stored in the plan by itself; what cannot be read is kept while the page lives. */
import { useCallback, useEffect, useLayoutEffect, useRef, useState } from "react";
import { useNeeds, type NeedDoc } from "../../api/choice";
import { useChangePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { docOf, draftOf, inUnit, needName, unread, type Draft, type Unit } from "./draft";

/** How long the hand rests before what was typed is stored, milliseconds. */
const REST = 900;
const texts = new Map<string, Draft>();
const newId = () =>
  Array.from(crypto.getRandomValues(new Uint8Array(7)), (b) => b.toString(16).padStart(2, "0"))
    .join("")
    .slice(0, 13);
const begun = (draft: Draft) => draft.a_place.trim() !== "" || draft.b_place.trim() !== "" || draft.distance.trim() !== "";

const NOTHING: NeedDoc = { name: "", circuits: 1, redundant: false, same_rack: false, outdoors: false, surroundings: [], links: [], copper: [] };

interface Live {
  draft: Draft;
  names: string[];
  stored: NeedDoc | undefined;
  unit: Unit;
  id: string | null;
  touched: boolean;
}

/** The draft of one need; it gets an id, told by `onMade`, once there is something to store. */
export function useKeptNeed(open: string | null, start: Draft, keep: boolean, onMade: (id: string) => void) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const { refuse } = useNotice();
  const change = useChangePlant(plan.id);
  const list = useNeeds(plan.id, plan.revision);
  const needs = list.data ?? [];
  const [id, setId] = useState(open);
  const stored = needs.find((n) => n.doc.id === id)?.doc;
  const [draft, setDraft] = useState<Draft>(() => (open ? texts.get(`${plan.id}/${open}`) : undefined) ?? (stored ? draftOf(stored, unit) : start));
  // What a link elsewhere filled in is no need of the plan before somebody changes it, or takes an option.
  const [given] = useState(draft);
  const [shownUnit, setShownUnit] = useState(unit);
  if (shownUnit !== unit) {
    setShownUnit(unit);
    setDraft(inUnit(draft, shownUnit, unit));
  }
  const live = useRef<Live | null>(null);
  useLayoutEffect(() => {
    live.current = {
      draft,
      names: needs.filter((n) => n.doc.id !== id).map((n) => n.doc.name),
      stored,
      unit,
      id: live.current?.id ?? id,
      touched: keep && draft !== given,
    };
  });
  const kept = useRef<NeedDoc | null>(null);
  const done = useRef(false);
  const here = useRef(true);
  useEffect(() => {
    here.current = true;
    return () => {
      here.current = false;
    };
  }, []);
  // What undo or somebody else made of the need goes before the form, where nothing in it waits to be stored.
  const seen = useRef<NeedDoc | undefined>(undefined);
  useEffect(() => {
    if (list.isPlaceholderData || list.data === undefined) return;
    const before = seen.current;
    seen.current = stored;
    if (stored === undefined) {
      if (before !== undefined && id !== null) {
        kept.current = null;
        gone.add(id);
      }
      return;
    }
    if (id !== null) gone.delete(id);
    const ours = kept.current ?? before;
    const waits = ours !== undefined && !same(ours, { ...docOf(draft, unit, ours), name: ours.name });
    if (ours !== undefined && !same(ours, stored) && !waits) setDraft(draftOf(stored, unit));
    kept.current = stored;
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [stored, list.isPlaceholderData]);
  const saving = useRef<Promise<unknown>>(Promise.resolve());
  const save = useCallback((taken = false): Promise<string | null> => {
    const run = async (): Promise<string | null> => {
      const now = live.current;
      if (now === null || done.current || !begun(now.draft) || (!taken && !now.touched)) return now?.id ?? null;
      // What was stored a moment ago may not have come back in the list yet.
      const old = now.stored ?? kept.current;
      const doc = { ...docOf(now.draft, now.unit, old ?? NOTHING), name: needName(now.draft, now.names) };
      if (old && same(old, doc)) return now.id;
      const isNew = !old;
      const mine = now.id ?? newId();
      now.id = mine;
      const what = isNew ? `Need ${doc.name}` : `Change need ${doc.name}`;
      await change.mutateAsync({ what, changes: [{ kind: "need", id: isNew ? null : mine, doc: { ...doc, id: mine } }] });
      kept.current = { ...doc, id: mine };
      if (isNew && here.current) {
        setId(mine);
        onMade(mine);
      }
      return mine;
    };
    const next = saving.current.then(run, run);
    saving.current = next;
    return next;
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, []);
  useEffect(() => {
    if (id !== null && unread(draft)) texts.set(`${plan.id}/${id}`, draft);
    else if (id !== null) texts.delete(`${plan.id}/${id}`);
    const timer = setTimeout(() => void save().catch(refuse), REST);
    return () => clearTimeout(timer);
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [draft, id]);
  // What was typed a moment ago is stored when the person goes elsewhere.
  useEffect(() => {
    if (open !== null) gone.delete(open);
  }, [open]);
  useEffect(
    () => () => {
      if (!gone.has(live.current?.id ?? "")) void save().catch(() => undefined);
    },
    [save],
  );
  /** An option stands for the need now: what the form holds is not stored over it. */
  const finish = useCallback((taken: boolean) => {
    done.current = taken;
  }, []);
  return { draft, setDraft, save, finish, stored };
}

/** Needs that were deleted while they were open: their form is not stored again. */
export const gone = new Set<string>();

/** Whether two needs say the same; a key that is left out says nothing. */
function same(a: NeedDoc, b: NeedDoc): boolean {
  const keys = new Set([...Object.keys(a), ...Object.keys(b)]) as Set<keyof NeedDoc>;
  keys.delete("id");
  return [...keys].every((key) => JSON.stringify(a[key] ?? null) === JSON.stringify(b[key] ?? null));
}

/** A turn-up in words: marks of points, what a look is answered with. Nothing of the job is worked out here. */
import type { LinkState, LookView, PointView, TurnUpLink } from "../../api/turnup";
import { typed } from "../../words/figures";
import type { Tone } from "../testing/told";

export const POINT_TONE: Record<PointView["state"], Tone | null> = { done: "fine", "not needed": "fine", open: null, warn: "warn", stop: "stop" };

export const STATE_TONE: Record<LinkState, Tone | null> = {
  "not begun": null,
  begun: "note",
  dark: "stop",
  erring: "stop",
  weak: "warn",
  "levels open": "note",
  counting: "note",
  up: "fine",
  signed: "fine",
};

/** A link that is signed off with exceptions is not simply fine. */
export const toneOf = (row: { state: LinkState; left_open: number }): Tone | null =>
  row.state === "signed" && row.left_open > 0 ? "note" : STATE_TONE[row.state];

export const isDone = (point: PointView) => point.state === "done" || point.state === "not needed";
export const doneOf = (points: PointView[]) => `${points.filter(isDone).length} of ${points.length}`;

/** Seconds as a person waits for them: `74 s`, `40 min`, `3.3 h`. */
export function wait(seconds: number): string {
  if (seconds < 180) return `${Math.ceil(seconds)} s`;
  return seconds < 7200 ? `${Math.ceil(seconds / 60)} min` : `${(seconds / 3600).toFixed(1)} h`;
}

/** A ratio of wrong bits as it is spoken of: 1e-12. */
export const ratio = (value: number) => value.toExponential(1).replace(".0", "").replace("e-0", "e-");

export type Level = number | "no light";

/** A level that was typed: dBm, no light, nothing, or what is wrong with it. */
export function levelOf(text: string): { level: Level } | { problem: string } | null {
  const plain = text
    .trim()
    .toLowerCase()
    .replace(/\s*dbm$/, "");
  if (plain === "") return null;
  if (["no light", "dark", "none", "n", "-inf"].includes(plain)) return { level: "no light" };
  if (/\bdb$/.test(plain)) return { problem: `“${text}” is a loss; a level is in dBm.` };
  const level = typed(plain);
  if (level === null) return { problem: `“${text}” is not a level in dBm, or no light.` };
  return level < -60 || level > 30 ? { problem: `${level} dBm is beyond −60 to 30.` } : { level };
}

/** What an answer to a look is noted as; null where a figure has to be typed for it. */
export function noteOf(look: LookView, answer: string): { answer: string; dbm?: Level; count?: number; seconds?: number } | null {
  if (look.asks === "level") return answer === "no light" || answer === "nothing" ? { answer: "no light", dbm: "no light" } : null;
  if (look.asks === "count") return answer === "none" ? { answer, count: 0, seconds: 60 } : null;
  return { answer };
}

/** Both ends of a link, in the order in which they are walked. */
export const endsOf = (link: TurnUpLink): { end: "a" | "b"; place: string }[] => [
  { end: "a", place: link.ends.a ?? "end a" },
  { end: "b", place: link.ends.b ?? "end b" },
];

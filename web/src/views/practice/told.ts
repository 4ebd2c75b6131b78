/** Small words of practice. */
import type { Practice } from "../../api/practice";

type Standing = Practice["kinds"][number];

/** How long it took against the tool itself, where that says anything. */
export function pace(one: Pick<Standing, "right" | "minutes" | "best_minutes">): string {
  if (one.right === 0 || one.best_minutes < 1) return "";
  return `, ${(one.minutes / one.best_minutes).toFixed(1)} × the tool's time`;
}

const DAY_MS = 86_400_000;

/** When something is asked again. */
export function when(due: string, now = Date.now()): string {
  const days = Math.ceil((new Date(due).getTime() - now) / DAY_MS);
  return days <= 0 ? "due now" : days === 1 ? "due tomorrow" : `due in ${days} days`;
}

/** Minutes as a clock shows them. */
export function clock(minutes: number): string {
  const whole = Math.floor(minutes);
  return `${whole}:${String(Math.round((minutes - whole) * 60)).padStart(2, "0")}`;
}

/** A list with one of its entries a place earlier or later. */
export function shifted<T>(list: readonly T[], at: number, step: 1 | -1): T[] {
  const made = [...list];
  const to = at + step;
  if (at < 0 || to < 0 || at >= made.length || to >= made.length) return made;
  [made[at], made[to]] = [made[to]!, made[at]!];
  return made;
}

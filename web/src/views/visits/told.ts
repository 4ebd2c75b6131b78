/** Visits in words and figures: clock times, what is done, what goes along. */
import type { TaskView, VisitView, VisitsView } from "../../api/visits";

export function minutesOf(clock: string): number {
  const [h, m] = clock.split(":").map(Number);
  return (h ?? 0) * 60 + (m ?? 0);
}

/** Hours from the start of the day as a time of day. */
export function clockAt(starts: string, hours: number): string {
  const at = Math.round(minutesOf(starts) + hours * 60);
  return `${String(Math.floor(at / 60) % 24).padStart(2, "0")}:${String(at % 60).padStart(2, "0")}`;
}

export const isDone = (task: TaskView | undefined) => task?.noted?.state === "done" && task.rework === null;

export function byKey(view: VisitsView): Map<string, TaskView> {
  return new Map(view.tasks.map((task) => [task.key, task]));
}

export function progress(visit: VisitView, tasks: Map<string, TaskView>): { done: number; of: number } {
  return { done: visit.tasks.filter((one) => isDone(tasks.get(one.key))).length, of: visit.tasks.length };
}

/** Everything that goes along to a visit, each once: parts by task, tools and cautions of their kinds. */
export function load(visit: VisitView, tasks: Map<string, TaskView>, kinds: VisitsView["kinds"]) {
  const parts = new Map<string, number>();
  const tools = new Set<string>();
  const cautions = new Set<string>();
  for (const one of visit.tasks) {
    const task = tasks.get(one.key);
    if (!task || isDone(task)) continue;
    for (const part of task.carry) {
      const found = /^([\d.]+)( m)? × (.*)$/.exec(part);
      const [count, what] = found ? [Number(found[1]), `${found[2] ?? ""} × ${found[3]}`] : [0, part];
      parts.set(what, (parts.get(what) ?? 0) + count);
    }
    const kind = kinds.find((one) => one.kind === task.kind);
    kind?.tools.forEach((tool) => tools.add(tool));
    kind?.cautions.forEach((caution) => cautions.add(caution));
  }
  return { parts: [...parts].map(([what, count]) => (count ? `${count}${what}` : what)), tools: [...tools], cautions: [...cautions] };
}

/** The places of a visit in the order in which they are come to. */
export function placesOf(visit: VisitView): string[] {
  const steps = [...visit.steps].sort((a, b) => a.from_h - b.from_h);
  return [...new Set(steps.map((step) => step.place))];
}

export function headline(view: VisitsView): string {
  const all = view.tasks.filter((task) => task.not_needed === null);
  const done = all.filter(isDone).length;
  const days = new Set(view.visits.map((visit) => visit.day)).size;
  if (all.length === 0) return "Nothing to do on site yet";
  if (view.visits.length === 0) return `${all.length} tasks, in no visit yet`;
  const next = view.visits.find((visit) => visit.tasks.some((one) => !isDone(all.find((task) => task.key === one.key))));
  const told = `${days === 1 ? "1 day" : `${days} days`} on site, ${done} of ${all.length} tasks done`;
  return next ? `${told}; next: ${next.name}` : told;
}

import { expect, test } from "vitest";
import type { TaskView, VisitView } from "../../api/visits";
import { clockAt, load, placesOf, progress } from "./told";

const task = (key: string, state: string | null, carry: string[] = []) =>
  ({ key, noted: state ? { state } : null, carry, kind: "look", rework: null }) as unknown as TaskView;
const visit = {
  tasks: [{ key: "a" }, { key: "b" }],
  steps: [
    { person: 1, place: "Hut", from_h: 3, until_h: 4 },
    { person: 0, place: "Hall", from_h: 0, until_h: 2 },
    { person: 0, place: "Hut", from_h: 2.5, until_h: 3 },
  ],
} as unknown as VisitView;

test("hours from the start of a day are a time of day", () => {
  expect(clockAt("08:00", 1.5)).toBe("09:30");
  expect(clockAt("07:45", 0.26)).toBe("08:01");
});

test("what is done is not carried again, and counts", () => {
  const tasks = new Map([
    ["a", task("a", "done", ["reel"])],
    ["b", task("b", "part", ["2 × cord: OS2", "3 × cord: OS2", "40 m × cable: OM3", "tape"])],
  ]);
  expect(load(visit, tasks, [{ kind: "look", tools: ["lamp"], cautions: [] }])).toEqual({
    parts: ["5 × cord: OS2", "40 m × cable: OM3", "tape"],
    tools: ["lamp"],
    cautions: [],
  });
  expect(progress(visit, tasks)).toEqual({ done: 1, of: 2 });
});

test("places stand in the order in which somebody comes to them", () => {
  expect(placesOf(visit)).toEqual(["Hall", "Hut"]);
});

import { expect, test } from "vitest";
import { seated } from "./seats";

const seat = (number: number | null, name: string) => ({
  number,
  name,
  link_id: null,
  run: null,
  lane: null,
  rate_gbps: 1,
  set_gbps: null,
  module: null,
  bundle: null,
  fed: null,
});

test("what names its port sits there, and what names none takes the first that is free", () => {
  const ports = seated(4, [seat(2, "a"), seat(null, "b"), seat(null, "c")]);
  expect(ports.map((p) => p.seats.map((s) => s.name).join())).toEqual(["b", "a", "c", ""]);
  expect(ports.map((p) => p.said)).toEqual([false, true, false, true]);
});

test("two that name one port sit there together, and a port that is not there takes the first free one", () => {
  const ports = seated(2, [seat(1, "a"), seat(1, "b"), seat(9, "c")]);
  expect(ports[0]!.seats.map((s) => s.name)).toEqual(["a", "b"]);
  expect(ports[1]!.seats.map((s) => s.name)).toEqual(["c"]);
});

test("more than there are ports leaves the rest unseated", () => {
  expect(seated(1, [seat(null, "a"), seat(null, "b")]).flatMap((p) => p.seats)).toHaveLength(1);
});

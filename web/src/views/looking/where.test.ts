import { expect, test } from "vitest";
import { whereAnswered } from "./where";

const of = (kind: string, more: object = {}) => whereAnswered("/plans/3", { kind, name: "Kelp & duct", id: "x1", at: null, links: [], rule: "r", ...more });

test("each sort of thing opens where its field is", () => {
  expect(of("pathway")).toBe("/plans/3/survey?sort=pathway&name=Kelp+%26+duct");
  expect(of("place")).toBe("/plans/3/survey?sort=place&name=Kelp+%26+duct");
  expect(of("cable")).toBe("/plans/3/route?cable=Kelp+%26+duct&page=route");
  expect(of("feed")).toBe("/plans/3/survey?show=power");
  expect(of("part")).toBe("/plans/3/guide");
  expect(of("device")).toBe("/plans/3/devices");
});

test("a link opens at its part, counted from 1, and wiring opens in Polarity", () => {
  expect(of("link", { at: 4 })).toBe("/plans/3/links/x1?part=5");
  expect(of("link")).toBe("/plans/3/links/x1");
  expect(of("link", { rule: "polarity.unknown", at: 2 })).toBe("/plans/3/links/x1/polarity");
});

test("a figure of an application opens the first link that rests on it", () => {
  const links = [{ link_id: "l9", name: "n", now: "works" as const, could: [], turns: false }];
  expect(of("application", { id: null, links })).toBe("/plans/3/links/l9");
  expect(of("application", { id: null })).toBe("/plans/3");
});

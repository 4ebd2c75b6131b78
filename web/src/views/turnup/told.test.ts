import { expect, test } from "vitest";
import type { LookView } from "../../api/turnup";
import { levelOf, noteOf, ratio, wait } from "./told";

test("levels are taken as people type them, and losses are not levels", () => {
  expect(levelOf("-7,3")).toEqual({ level: -7.3 });
  expect(levelOf("−7.3 dBm")).toEqual({ level: -7.3 });
  expect(levelOf("no light")).toEqual({ level: "no light" });
  expect(levelOf(" ")).toBeNull();
  expect(levelOf("3 dB")).toHaveProperty("problem");
  expect(levelOf("-70")).toHaveProperty("problem");
});

test("an answer that needs a figure is not noted without one", () => {
  const look = (asks: LookView["asks"]) => ({ asks }) as LookView;
  expect(noteOf(look("level"), "low")).toBeNull();
  expect(noteOf(look("level"), "no light")).toEqual({ answer: "no light", dbm: "no light" });
  expect(noteOf(look("count"), "none")).toEqual({ answer: "none", count: 0, seconds: 60 });
  expect(noteOf(look("count"), "errors")).toBeNull();
  expect(noteOf(look(null), "as before")).toEqual({ answer: "as before" });
});

test("a wait is said in the unit in which it is waited", () => {
  expect(wait(74.2)).toBe("75 s");
  expect(wait(2400)).toBe("40 min");
  expect(wait(12000)).toBe("3.3 h");
  expect(ratio(1e-12)).toBe("1e-12");
  expect(ratio(3.9e-12)).toBe("3.9e-12");
});

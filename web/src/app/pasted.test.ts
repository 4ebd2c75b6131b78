import { expect, test } from "vitest";
import { isTable } from "./pasted";

test("rows with cells side by side are a table, a sentence is none", () => {
  expect(isTable("Name\tLength\nD1\t120\n")).toBe(true);
  expect(isTable("a line\nand another")).toBe(false);
  expect(isTable("one\ttwo")).toBe(false);
});

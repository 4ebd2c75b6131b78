import { describe, expect, it } from "vitest";
import { asCsv, corrected, isTable, only, remapped, type Listed } from "./listed";

const LIST: Listed = {
  kind: "pathway",
  kinds: [],
  head: ["Duct", "Start", "Far"],
  columns: [{ field: "name" }, { field: "a" }, { field: null, unit: "ft" }],
  rows: [
    ["D1", "A", "5"],
    ["=2+3", 'say "so"', "a,b"],
  ],
  lines: [4, 7],
  sheets: [],
  sheet: null,
  file: null,
};

describe("a list", () => {
  it("has one cell corrected and no other", () => {
    expect(corrected(LIST, 1, 2, "9").rows).toEqual([
      ["D1", "A", "5"],
      ["=2+3", 'say "so"', "9"],
    ]);
  });

  it("takes a field away from the column that had it", () => {
    expect(remapped(LIST, 2, "a").columns).toEqual([{ field: "name" }, { field: null }, { field: "a", unit: "ft" }]);
  });

  it("keeps the lines of the rows that stay", () => {
    expect(only(LIST, [1])).toMatchObject({ rows: [LIST.rows[1]], lines: [7] });
  });

  it("is saved so that no cell is run as a formula", () => {
    expect(asCsv(LIST)).toBe('Duct,Start,Far\r\nD1,A,5\r\n\'=2+3,"say ""so""","a,b"\r\n');
  });
});

it("rows with cells side by side are a table, a sentence is none", () => {
  expect(isTable("Name\tLength\nD1\t120\n")).toBe(true);
  expect(isTable("a line\nand another")).toBe(false);
  expect(isTable("one\ttwo")).toBe(false);
});

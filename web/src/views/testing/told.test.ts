import { describe, expect, it } from "vitest";
import type { Band, RunView } from "../../api/testing";
import { bandOf, entryOf, inOrder, nextOf, pastedLines, percent } from "./told";

const BANDS: Band[] = [
  { until_db: -3, verdict: "ask", ask: "a level?" },
  { until_db: -0.09, verdict: "too good", ask: null },
  { until_db: 1.59, verdict: "passes", ask: null },
  { until_db: 1.79, verdict: "passes within uncertainty", ask: null },
  { until_db: 1.99, verdict: "fails within uncertainty", ask: null },
  { until_db: 30, verdict: "fails", ask: null },
  { until_db: null, verdict: "ask", ask: "no light?" },
];

describe("a reading falls into one band", () => {
  it.each([
    [-23.4, "ask"],
    [-0.3, "too good"],
    [1.59, "passes"],
    [1.6, "passes within uncertainty"],
    [1.93, "fails within uncertainty"],
    [2.1, "fails"],
    [31, "ask"],
  ])("%d dB: %s", (loss, verdict) => expect(bandOf(loss, BANDS)?.verdict).toBe(verdict));
});

describe("what is typed into a cell", () => {
  it("takes comma and point, and a minus", () => {
    expect(entryOf("1,93")).toEqual({ loss: 1.93 });
    expect(entryOf(" 0.71 dB")).toEqual({ loss: 0.71 });
    expect(entryOf("−0.3")).toEqual({ loss: -0.3 });
  });
  it("takes no light and skipped as words or letters", () => {
    expect(entryOf("x")).toEqual({ result: "no light" });
    expect(entryOf("Skipped")).toEqual({ result: "skipped" });
  });
  it("says what is wrong with a level, and with no number", () => {
    expect(entryOf("-23.4 dBm")).toHaveProperty("problem", expect.stringContaining("is a level"));
    expect(entryOf("abc")).toHaveProperty("problem", expect.stringContaining("not a number"));
    expect(entryOf("  ")).toBeNull();
  });
});

it("a pasted column is one line for each strand, of a row its first cell", () => {
  expect(pastedLines("0.71\r\n0,69\tx\n\n")).toEqual(["0.71", "0,69"]);
});

it("cells come one way for all strands, then back", () => {
  const cell = (nm: number, direction: "a-b" | "b-a") => ({ nm, direction }) as RunView["cells"][number];
  const row = { cells: [cell(1310, "a-b"), cell(1310, "b-a"), cell(1550, "a-b"), cell(1550, "b-a")] } as RunView;
  const order = inOrder([row, row]);
  expect(order.map((one) => `${one.row}${one.cell}`)).toEqual(["00", "02", "10", "12", "01", "03", "11", "13"]);
  expect(nextOf(order, { row: 1, cell: 2 })).toEqual({ row: 0, cell: 1 });
  expect(nextOf(order, { row: 1, cell: 3 })).toBeUndefined();
});

it("odds are never told as certain", () => {
  expect([percent(0.71), percent(0.999), percent(0.001)]).toEqual(["71 %", "over 99 %", "under 1 %"]);
});

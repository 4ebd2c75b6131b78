import { describe, expect, it } from "vitest";
import { drawnTogether, farAway, fitting, folded, labelsThatFit, numbered, offScreen, onGround, onScreen, scaleBar, sideBySide, zoomed } from "./mapLayout";

describe("the site map", () => {
  const spots = { a: [0, 0], b: [100, 0], c: [0, 100], d: [-100, 0], e: [20000, 0] } as const;

  it("draws far places near, and keeps their direction", () => {
    const true_ = drawnTogether(spots, false);
    const near = drawnTogether(spots, true);
    expect(true_.e![0]).toBe(20000);
    // 100 m holds three quarters; ln 200 = 5.298, 1 + 0.08 x 5.298 = 1.424
    expect(near.e![0]).toBeCloseTo(142.4, 0);
    expect(near.e![1]).toBeCloseTo(0);
    expect(near.c).toEqual([0, -100]); // north is up
  });

  it("fits everything, and zooms around the pointer", () => {
    const view = fitting({ a: [0, 0], b: [100, 50] }, 320, 200, 60);
    expect(view.scale).toBeCloseTo(1.6); // 80 px for 50 m
    const [x, y] = onScreen(view, [50, 25]);
    expect([x, y]).toEqual([160, 100]);
    const closer = zoomed(view, 2, 30, 40);
    const under = [(30 - view.x) / view.scale, (40 - view.y) / view.scale] as const;
    expect(onScreen(closer, under)[0]).toBeCloseTo(30);
    expect(onScreen(closer, under)[1]).toBeCloseTo(40);
  });

  it("leaves out labels that would lie on others, least important first", () => {
    const label = (key: string, x: number, rank: number) => ({
      key,
      at: [
        [x, 0],
        [x, 60],
      ] as const,
      text: "ten chars!",
      rank,
    });
    const one = { key: "none", at: [[5, 0]] as [number, number][], text: "ten chars!", rank: 4 };
    const labels = [label("low", 10, 2), label("high", 0, 1), label("far", 200, 3)].map((l) => ({ ...l, at: [...l.at] }));
    const kept = labelsThatFit([...labels, one], [[195, -10, 205, 5]]);
    expect(kept.get("high")).toEqual([0, 0]);
    expect(kept.get("low")).toEqual([10, 60]); // its first place is taken by the higher one
    expect(kept.get("far")).toEqual([200, 60]); // a mark lies at its first place
    expect(kept.has("none")).toBe(false);
  });

  it("lays parallel pathways side by side, whichever way round they are recorded", () => {
    const ways = [
      { a: "p", b: "q" },
      { a: "q", b: "p" },
      { a: "p", b: "r" },
    ];
    expect(sideBySide(ways, 6)).toEqual([-3, -3, 0]); // the second one turned round: both sides
  });

  it("finds where on the ground somebody points, also far out", () => {
    for (const together of [true, false]) {
      const [x, y] = onGround(spots, together, drawnTogether(spots, together).e!);
      expect(x).toBeCloseTo(20000, 3);
      expect(y).toBeCloseTo(0, 3);
    }
    const view = { scale: 2, x: 10, y: 20 };
    expect(offScreen(view, onScreen(view, [7, -3]))).toEqual([7, -3]);
    expect(farAway(spots)).toBe(true);
    expect(farAway({ a: [0, 0], b: [100, 0] })).toBe(false);
  });

  it("folds five places that lie near each other, and neither four nor a row", () => {
    const at = (...xs: number[]) => xs.map((x) => ({ name: `p${x}`, at: [x, 0] as const }));
    expect(folded(at(0, 5, 10, 15, 20, 200), new Set())).toEqual([{ names: ["p0", "p5", "p10", "p15", "p20"], at: [10, 0] }]);
    // 33 is not near the middle one, but the stack at 10 would cover it
    expect(folded(at(0, 5, 10, 15, 20, 33), new Set())[0]!.names).toContain("p33");
    expect(folded(at(0, 10, 20, 25), new Set())).toEqual([]);
    expect(folded(at(0, 20, 40, 60, 80), new Set())).toEqual([]); // three near each
    expect(folded(at(0, 5, 10, 15, 20), new Set(["p10"]))).toEqual([]); // one stands by itself
  });

  it("has a round length on its scale bar", () => {
    expect(scaleBar(1, 130)).toEqual({ figure: 100, pixels: 100 });
    expect(scaleBar(0.5, 130)).toEqual({ figure: 50, pixels: 100 }); // 65 m fit: 50
    expect(scaleBar(30, 130)).toEqual({ figure: 2000, pixels: 2000 / 30 });
  });

  it("numbers a row of places, and gives the row one name", () => {
    const told = numbered(["Hut", "Cabinet 10", "Cabinet 2", "Cabinet 1", "Well 1", "Well 2"]);
    expect(told.get("Cabinet 2")).toEqual({ number: "2", row: "Cabinet 1 to 10", lead: true });
    expect(told.get("Cabinet 10")!.lead).toBe(false);
    expect([...told.keys()]).not.toContain("Well 1"); // two are no row
  });
});

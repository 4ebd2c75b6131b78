import { describe, expect, it } from "vitest";
import { drawnTogether, fitting, labelsThatFit, onScreen, sideBySide, zoomed } from "./mapLayout";

describe("the site map", () => {
  const spots = { a: [0, 0], b: [100, 0], c: [0, 100], d: [-100, 0], e: [20000, 0] } as const;

  it("draws far places near, and keeps their direction", () => {
    const true_ = drawnTogether(spots, false);
    const near = drawnTogether(spots, true);
    expect(true_.e![0]).toBe(20000);
    // 100 m holds three quarters; ln 200 = 5.298, 1 + 0.16 x 5.298 = 1.848
    expect(near.e![0]).toBeCloseTo(184.8, 0);
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
});

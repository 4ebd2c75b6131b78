/** The arithmetic of the site map: where places are drawn, what is in view, which labels fit. */

export type Spot = readonly [number, number];
export type Spots = Record<string, Spot>;

const middle = (values: number[]) => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
};

/**
 * Draw far places near: beyond the distance that three quarters of the places lie within, the distance
 * from the middle grows by its logarithm only. Directions stay true. North is up on screen.
 */
export function drawnTogether(spots: Spots, together: boolean): Spots {
  const names = Object.keys(spots);
  const cx = middle(names.map((n) => spots[n]![0]));
  const cy = middle(names.map((n) => spots[n]![1]));
  const reach = names.map((n) => Math.hypot(spots[n]![0] - cx, spots[n]![1] - cy)).sort((a, b) => a - b);
  const near = reach[Math.floor((reach.length - 1) * 0.75)] || 1;
  return Object.fromEntries(
    names.map((name) => {
      const [x, y] = spots[name]!;
      const [dx, dy] = [x - cx, y - cy];
      const far = Math.hypot(dx, dy);
      const squeeze = together && far > near ? (near * (1 + 0.16 * Math.log(far / near))) / far : 1;
      return [name, [dx * squeeze, -dy * squeeze]];
    }),
  );
}

export interface View {
  scale: number;
  x: number;
  y: number;
}

/** The view in which all spots fit the window, with room for labels around them. */
export function fitting(spots: Spots, width: number, height: number, room = 60): View {
  const all = Object.values(spots);
  if (!all.length) return { scale: 1, x: width / 2, y: height / 2 };
  const xs = all.map((s) => s[0]);
  const ys = all.map((s) => s[1]);
  const [left, right] = [Math.min(...xs), Math.max(...xs)];
  const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
  const scale = Math.min(Math.max(width - 2 * room, 50) / Math.max(right - left, 1), Math.max(height - 2 * room, 50) / Math.max(bottom - top, 1));
  return {
    scale,
    x: width / 2 - ((left + right) / 2) * scale,
    y: height / 2 - ((top + bottom) / 2) * scale,
  };
}

/** Zoom by a factor so that what is under the pointer stays there. */
export function zoomed(view: View, factor: number, px: number, py: number): View {
  const scale = Math.min(Math.max(view.scale * factor, 1e-4), 1e4);
  const real = scale / view.scale;
  return { scale, x: px - (px - view.x) * real, y: py - (py - view.y) * real };
}

export const onScreen = (view: View, [x, y]: Spot): Spot => [x * view.scale + view.x, y * view.scale + view.y];

interface Label {
  key: string;
  text: string;
  /** Labels of what matters more are placed first. */
  rank: number;
  /** Where its middle's foot may stand, best first. */
  at: Spot[];
}

type Box = readonly [number, number, number, number];

const meet = (a: Box, b: Box) => a[0] < b[2] && a[2] > b[0] && a[1] < b[3] && a[3] > b[1];

/**
 * Where labels are written, important ones first: at the first of their places where they lie on no
 * other label and on no mark; left out where there is none.
 */
export function labelsThatFit(labels: Label[], marks: Box[], charWidth = 7, height = 14): Map<string, Spot> {
  const taken: Box[] = [...marks];
  const kept = new Map<string, Spot>();
  for (const label of [...labels].sort((a, b) => a.rank - b.rank)) {
    const half = (label.text.length * charWidth) / 2;
    const boxed = label.at.map(([x, y]): [Spot, Box] => [
      [x, y],
      [x - half, y - height + 2, x + half, y + 2],
    ]);
    const free = (against: Box[]) => boxed.find(([, box]) => !against.some((t) => meet(box, t)));
    // What matters most is written even over marks.
    const found = free(taken) ?? (label.rank < 1 ? free(taken.slice(marks.length)) : undefined);
    if (!found) continue;
    taken.push(found[1]);
    kept.set(label.key, found[0]);
  }
  return kept;
}

/** Above, below, right and left of a mark. */
export function around([x, y]: Spot, text: string, charWidth = 7): Spot[] {
  const half = (text.length * charWidth) / 2;
  return [
    [x, y - 12],
    [x + half + 13, y + 5],
    [x - half - 13, y + 5],
    [x, y + 23],
  ];
}

/** The view in which a thing between two spots is seen large, in the middle of the window. */
export function seenLarge(view: View, a: Spot, b: Spot, width: number, height: number): View {
  const far = Math.hypot(b[0] - a[0], b[1] - a[1]);
  const scale = far > 0 ? Math.min(view.scale * 8, 150 / far) : Math.max(view.scale, 1.5 * view.scale);
  return {
    scale,
    x: width / 2 - ((a[0] + b[0]) / 2) * scale,
    y: height / 2 - ((a[1] + b[1]) / 2) * scale,
  };
}

/** Several pathways between the same two places are drawn side by side. */
export function sideBySide(ways: { a: string; b: string }[], gap: number): number[] {
  const seen = new Map<string, number[]>();
  ways.forEach((way, at) => {
    const key = [way.a, way.b].sort().join("\u0000");
    seen.set(key, [...(seen.get(key) ?? []), at]);
  });
  const found = new Array<number>(ways.length).fill(0);
  for (const group of seen.values()) {
    group.forEach((at, i) => {
      const way = ways[at]!;
      const turn = way.a <= way.b ? 1 : -1;
      found[at] = turn * gap * (i - (group.length - 1) / 2);
    });
  }
  return found;
}

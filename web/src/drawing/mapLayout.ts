/** The arithmetic of the site map: where places are drawn, what is in view, which labels fit. */

export type Spot = readonly [number, number];
export type Spots = Record<string, Spot>;

const middle = (values: number[]) => {
  const sorted = [...values].sort((a, b) => a - b);
  return sorted[Math.floor(sorted.length / 2)] ?? 0;
};

/** How far beyond the near places the far ones are drawn, for each factor e of their distance. */
const SQUEEZE = 0.08;

interface Frame {
  cx: number;
  cy: number;
  near: number;
}

/** The middle of the places, and the distance from it that three quarters of them lie within. */
function frameOf(spots: Spots): Frame {
  const all = Object.values(spots);
  const cx = middle(all.map((s) => s[0]));
  const cy = middle(all.map((s) => s[1]));
  const reach = all.map((s) => Math.hypot(s[0] - cx, s[1] - cy)).sort((a, b) => a - b);
  return { cx, cy, near: reach[Math.ceil((reach.length - 1) * 0.75)] || 1 };
}

/**
 * Draw far places near: beyond the distance that three quarters of the places lie within, the distance
 * from the middle grows by its logarithm only. Directions stay true. North is up on screen.
 */
export function drawnTogether(spots: Spots, together: boolean): Spots {
  const { cx, cy, near } = frameOf(spots);
  return Object.fromEntries(
    Object.entries(spots).map(([name, [x, y]]) => {
      const [dx, dy] = [x - cx, y - cy];
      const far = Math.hypot(dx, dy);
      const squeeze = together && far > near ? (near * (1 + SQUEEZE * Math.log(far / near))) / far : 1;
      return [name, [dx * squeeze, -dy * squeeze]];
    }),
  );
}

/** Whether drawing far places near changes much: only then is there a choice. */
export function farAway(spots: Spots): boolean {
  const [true_, near] = [drawnTogether(spots, false), drawnTogether(spots, true)];
  return Object.keys(spots).some((name) => Math.hypot(...near[name]!) < 0.9 * Math.hypot(...true_[name]!));
}

/** Where on the ground a spot of the drawing is: what `drawnTogether` did, undone. */
export function onGround(spots: Spots, together: boolean, [x, y]: Spot): Spot {
  const { cx, cy, near } = frameOf(spots);
  const far = Math.hypot(x, y);
  const stretch = together && far > near ? (near * Math.exp((far / near - 1) / SQUEEZE)) / far : 1;
  return [cx + x * stretch, cy - y * stretch];
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

export const offScreen = (view: View, [px, py]: Spot): Spot => [(px - view.x) / view.scale, (py - view.y) / view.scale];

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

/** Above, below, right and left of a mark, then beside its corners; of a wide mark further out. */
export function around([x, y]: Spot, text: string, wide = 0, charWidth = 7): Spot[] {
  const half = (text.length * charWidth) / 2 + wide;
  return [
    [x, y - 12 - wide],
    [x + half + 13, y + 5],
    [x - half - 13, y + 5],
    [x, y + 23 + wide],
    [x + half + 8, y - 10],
    [x - half - 8, y - 10],
    [x + half + 8, y + 20],
    [x - half - 8, y + 20],
    [x, y - 26 - wide],
    [x, y + 37 + wide],
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

export interface Cluster {
  names: string[];
  at: Spot;
}

/**
 * Places that lie too near each other to be told apart, folded: around whoever has most others near,
 * where `least` or more are together. `apart` : places that stand by themselves in any case.
 */
export function folded(places: { name: string; at: Spot }[], apart: Set<string>, gap = 27, least = 5): Cluster[] {
  const left = new Map(places.filter((p) => !apart.has(p.name)).map((p) => [p.name, p.at]));
  const near = (name: string) => {
    const [x, y] = left.get(name)!;
    return [...left].filter(([, [ox, oy]]) => Math.hypot(ox - x, oy - y) < gap).map(([other]) => other);
  };
  const found: Cluster[] = [];
  for (;;) {
    let best: string[] = [];
    for (const name of left.keys()) {
      const group = near(name);
      if (group.length > best.length) best = group;
    }
    if (best.length < least) return found;
    const spots = best.map((name) => left.get(name)!);
    const mean = (axis: 0 | 1) => spots.reduce((sum, spot) => sum + spot[axis], 0) / spots.length;
    const [x, y] = [mean(0), mean(1)];
    // What the stack itself would cover goes into it.
    const covered = [...left].filter(([name, [ox, oy]]) => !best.includes(name) && Math.abs(ox - x) < 24 && Math.abs(oy - y) < 24).map(([name]) => name);
    found.push({ names: [...best, ...covered], at: [x, y] });
    [...best, ...covered].forEach((name) => left.delete(name));
  }
}

/** A round length for a scale bar of at most `room` pixels: its length in the unit, and in pixels. */
export function scaleBar(perPixel: number, room: number): { figure: number; pixels: number } {
  const most = room * perPixel;
  const ten = 10 ** Math.floor(Math.log10(most));
  const figure = ([5, 2, 1].find((n) => n * ten <= most) ?? 1) * ten;
  return { figure, pixels: figure / perPixel };
}

/** Places of one kind that are only numbered: `Cabinet 1` to `Cabinet 9`. Each gets its number, the row one name. */
export function numbered(names: string[], least = 3): Map<string, { number: string; row: string; lead: boolean }> {
  const rows = new Map<string, { name: string; number: number }[]>();
  for (const name of names) {
    const found = /^(.*\D)\s*(\d{1,3})$/.exec(name);
    if (found) rows.set(found[1]!.trim(), [...(rows.get(found[1]!.trim()) ?? []), { name, number: Number(found[2]) }]);
  }
  const told = new Map<string, { number: string; row: string; lead: boolean }>();
  for (const [stem, row] of rows) {
    if (row.length < least) continue;
    row.sort((a, b) => a.number - b.number);
    const words = `${stem} ${row[0]!.number} to ${row.at(-1)!.number}`;
    row.forEach(({ name, number }, at) => told.set(name, { number: String(number), row: words, lead: at === Math.floor(row.length / 2) }));
  }
  return told;
}

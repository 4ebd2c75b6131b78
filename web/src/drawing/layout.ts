/** Arithmetic of the light path's drawing: where each part stands, and how powers become pixels. */

export type PartSort = "cord" | "cable" | "pigtail" | "cassette" | "inline" | "adapter" | "splice";

export interface PartSize {
  sort: PartSort;
  lengthM: number;
}

export interface Placed {
  x: number;
  width: number;
}

export interface PathLayout {
  parts: Placed[];
  /** Where the glass starts and ends: the inner edges of the two module boxes. */
  start: number;
  end: number;
  width: number;
  /** Parts are too many for a label each. */
  dense: boolean;
}

/** Least widths with a label under each part, and without. */
const FULL: Record<PartSort, number> = {
  cord: 48,
  pigtail: 46,
  cassette: 60,
  inline: 62,
  cable: 84,
  adapter: 48,
  splice: 40,
};
const DENSE: Record<PartSort, number> = {
  cord: 22,
  pigtail: 22,
  cassette: 24,
  inline: 26,
  cable: 34,
  adapter: 15,
  splice: 13,
};
const GROWTH: Record<PartSort, number> = {
  cord: 1,
  pigtail: 0.6,
  cassette: 1,
  inline: 0.6,
  cable: 4,
  adapter: 0.6,
  splice: 0.6,
};

export const MODULE_WIDTH = 48;
const EDGE = 1;

const sum = (values: number[]) => values.reduce((a, b) => a + b, 0);

/**
 * Place parts side by side in `width` pixels. With `toScale`, segments share the room by their
 * length; else by what has to be read on them. Where even the narrow sizes do not fit, the drawing
 * grows wider than `width` and is scrolled.
 */
export function placeParts(parts: PartSize[], width: number, toScale: boolean): PathLayout {
  const start = EDGE + MODULE_WIDTH;
  const room = width - 2 * start;
  const dense = sum(parts.map((p) => FULL[p.sort])) > room;
  const least = parts.map((p) => (dense || toScale ? DENSE : FULL)[p.sort]);
  const spare = Math.max(0, room - sum(least));
  const weights = parts.map((p) => {
    if (!toScale) return GROWTH[p.sort];
    return p.sort === "adapter" || p.sort === "splice" ? 0 : p.lengthM;
  });
  const total = sum(weights) || 1;
  let x = start;
  const placed = parts.map((_, i) => {
    const partWidth = least[i]! + (spare * weights[i]!) / total;
    const here = { x, width: partWidth };
    x += partWidth;
    return here;
  });
  return { parts: placed, start, end: x, width: x + start, dense: dense || toScale };
}

export interface Scale {
  low: number;
  high: number;
  ticks: number[];
  y: (value: number) => number;
}

const STEPS = [0.5, 1, 2, 4, 5, 10, 20];

/** A linear scale from dBm to pixels that holds all `values`, high power at the top. */
export function powerScale(values: (number | null)[], top: number, bottom: number): Scale {
  const known = values.filter((v): v is number => v !== null);
  const highest = known.length ? Math.max(...known) : 0;
  const lowest = known.length ? Math.min(...known) : -10;
  const pad = Math.max(0.4, (highest - lowest) * 0.08);
  const high = highest + pad;
  const low = lowest - pad;
  const step = STEPS.find((s) => (high - low) / s <= 6) ?? 20;
  const ticks: number[] = [];
  for (let t = Math.ceil(low / step) * step; t <= high; t += step) ticks.push(t + 0);
  const y = (value: number) => top + ((high - value) / (high - low)) * (bottom - top);
  return { low, high, ticks, y };
}

export type Point = [number, number];

/**
 * The line of one case through all parts: glass slopes over its whole width, a joint or an inline
 * part drops in its middle. Null levels end the line.
 */
export function staircase(placed: Placed[], stepped: boolean[], levels: (number | null)[], y: (value: number) => number): Point[] {
  const first = levels[0];
  if (first == null || !placed[0]) return [];
  const points: Point[] = [[placed[0].x, y(first)]];
  for (const [i, part] of placed.entries()) {
    const before = levels[i];
    const after = levels[i + 1];
    if (before == null || after == null) break;
    if (stepped[i]) {
      const middle = part.x + part.width / 2;
      points.push([middle, y(before)], [middle, y(after)]);
    }
    points.push([part.x + part.width, y(after)]);
  }
  return points;
}

export function toPath(points: Point[]): string {
  return points.map(([px, py], i) => `${i ? "L" : "M"}${px.toFixed(1)} ${py.toFixed(1)}`).join("");
}

/**
 * Baselines for the labels of horizontal lines: above the line, or below it where the label would
 * run into the line above or out at the top.
 */
export function labelsBy(lines: number[], top: number): number[] {
  return lines.map((line, i) => {
    const crowded = lines.some((other, j) => j !== i && other <= line && line - other < 20 && (other < line || j < i));
    return crowded || line - 5 < top ? line + 15 : line - 5;
  });
}

/** Arithmetic of the drawing: what stands in a pixel, where a metre is, ticks that read well. */

export interface Curve {
  samples: Float32Array;
  spacing_m: number;
  /** Metres of the near panel: the axis begins there. */
  zero_m: number;
}

export type Range = [number, number];

/** Least and most of the samples in each pixel: a spike one sample wide is drawn whatever the zoom. */
export function columns(curve: Curve, [from, to]: Range, width: number): Float32Array {
  const found = new Float32Array(width * 2).fill(NaN);
  const per = (to - from) / width / curve.spacing_m;
  const first = (from + curve.zero_m) / curve.spacing_m;
  for (let x = 0; x < width; x++) {
    let a = Math.floor(first + x * per);
    let b = Math.max(a + 1, Math.ceil(first + (x + 1) * per));
    if (b <= 0 || a >= curve.samples.length) continue;
    a = Math.max(0, a);
    b = Math.min(curve.samples.length, b);
    let least = Infinity;
    let most = -Infinity;
    for (let i = a; i < b; i++) {
      const v = curve.samples[i]!;
      if (v < least) least = v;
      if (v > most) most = v;
    }
    found[2 * x] = least;
    found[2 * x + 1] = most;
  }
  return found;
}

/** The level at a metre, between its two samples. */
export function levelAt(curve: Curve, m: number): number | null {
  const at = (m + curve.zero_m) / curve.spacing_m;
  const i = Math.floor(at);
  const a = curve.samples[i];
  const b = curve.samples[i + 1];
  if (a === undefined || b === undefined) return null;
  return a + (b - a) * (at - i);
}

/** Between two markers: loss by their two points, distance, and slope. */
export function between(curve: Curve, a: number, b: number): { loss_db: number; m: number; slope_db_km: number | null } | null {
  const [left, right] = a < b ? [a, b] : [b, a];
  const one = levelAt(curve, left);
  const two = levelAt(curve, right);
  if (one === null || two === null) return null;
  const m = right - left;
  return { loss_db: one - two, m, slope_db_km: m > 0 ? ((one - two) / m) * 1000 : null };
}

/** Round steps: 1, 2 or 5 times a power of ten, about so many in the range. */
export function ticks([from, to]: Range, about: number): number[] {
  const raw = (to - from) / about;
  if (!(raw > 0)) return [];
  const power = 10 ** Math.floor(Math.log10(raw));
  const step = ([1, 2, 5, 10].find((n) => n * power >= raw) ?? 10) * power;
  const found: number[] = [];
  for (let n = Math.ceil(from / step); n * step <= to + step * 1e-9; n++) found.push(Math.round(n * step * 1e6) / 1e6);
  return found;
}

const LEAST_M = 1;

/** Closer or further, around a point that stays where it is; never under a metre, never beyond the whole. */
export function zoomed([from, to]: Range, around: number, factor: number, [least, most]: Range): Range {
  const width = Math.min(most - least, Math.max(LEAST_M, (to - from) * factor));
  const share = (around - from) / (to - from);
  return moved([around - share * width, around - share * width + width], 0, [least, most]);
}

export function moved([from, to]: Range, by: number, [least, most]: Range): Range {
  const width = to - from;
  const start = Math.max(least, Math.min(most - width, from + by));
  return [start, start + width];
}

/** What of the levels is worth showing: the glass and its steps; reflections may reach out at the top. */
export function levels(curves: Curve[], [from, to]: Range, floor: number): Range {
  const seen: number[] = [];
  for (const curve of curves) {
    const a = Math.max(0, Math.floor((from + curve.zero_m) / curve.spacing_m));
    const b = Math.min(curve.samples.length, Math.ceil((to + curve.zero_m) / curve.spacing_m));
    const step = Math.max(1, Math.floor((b - a) / 3000));
    for (let i = a; i < b; i += step) if (curve.samples[i]! >= floor) seen.push(curve.samples[i]!);
  }
  if (seen.length === 0) return [-5, 1];
  seen.sort((x, y) => x - y);
  const at = (share: number) => seen[Math.min(seen.length - 1, Math.floor(share * seen.length))]!;
  const [least, most] = [at(0.01), at(0.9)];
  const room = Math.max(0.05, (most - least) * 0.1);
  return [least - room, most + Math.max(2 * room, (most - least) * 0.45)];
}

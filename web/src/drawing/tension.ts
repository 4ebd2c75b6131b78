/** The arithmetic of the tension chart: scales and ticks. */

export interface ChartPoint {
  at_m: number;
  tension_n: number;
}

/** A round step that gives about `count` ticks up to `most`. */
export function niceStep(most: number, count: number): number {
  const raw = Math.max(most, 1e-9) / count;
  const power = 10 ** Math.floor(Math.log10(raw));
  const rest = raw / power;
  return (rest <= 1 ? 1 : rest <= 2 ? 2 : rest <= 5 ? 5 : 10) * power;
}

export function ticks(most: number, count: number): number[] {
  const step = niceStep(most, count);
  const found = [];
  for (let value = 0; value <= most + step * 1e-6; value += step) found.push(Math.round(value * 1e6) / 1e6);
  return found;
}

export interface Scales {
  x: (at_m: number) => number;
  y: (tension_n: number) => number;
  most_n: number;
  length_m: number;
}

/** The chart's scales: all pulls and the rating are in view. */
export function scales(
  pulls: ChartPoint[][],
  rating_n: number | null,
  width: number,
  height: number,
  room: { left: number; right: number; top: number; bottom: number },
): Scales {
  const all = pulls.flat();
  const length_m = Math.max(1, ...all.map((p) => p.at_m));
  const most_n = 1.12 * Math.max(10, rating_n ?? 0, ...all.map((p) => p.tension_n));
  return {
    length_m,
    most_n,
    x: (at) => room.left + (at / length_m) * (width - room.left - room.right),
    y: (n) => height - room.bottom - (n / most_n) * (height - room.top - room.bottom),
  };
}

/** Where the figures of cuts stand along a reel. */

/** What a figure of a cut takes, with a gap. [px] */
const LABEL = 44;

/** For each cut the row that its figure stands in, so that none covers another; null: no room. */
export function labelRows(xs: number[]): (number | null)[] {
  const last = [-Infinity, -Infinity];
  return xs.map((x) => {
    const row = last.findIndex((before) => x - before >= LABEL);
    if (row < 0) return null;
    last[row] = x;
    return row;
  });
}

/** One strand's readings on the axis that all share: too good, expected, limit; the triangle points the way of the light. */
import { memo } from "react";
import type { AtView, RunView } from "../../api/testing";
import { paint } from "../../theme";
import { toneOf } from "./told";

interface Props {
  row: RunView;
  at: AtView[];
  range: [number, number];
  width: number;
  height: number;
  /** The way of the readings that are in doubt; both, where it is null; undefined: none is. */
  doubted: "a-b" | "b-a" | null | undefined;
}

export const HATCH = "too-good";

/** Hatching means: not a normal place to be. One for the whole view. */
export function Hatch() {
  return (
    <svg width="0" height="0" aria-hidden="true" style={{ position: "absolute" }}>
      <defs>
        <pattern id={HATCH} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
          <path d="M0 0v6" stroke={paint("border.emphasized")} strokeWidth="1" />
        </pattern>
      </defs>
    </svg>
  );
}

export const scale =
  ([from, to]: [number, number], width: number) =>
  (db: number) =>
    Math.max(0, Math.min(width, ((db - from) / (to - from)) * width));

export const Strip = memo(function Strip({ row, at, range, width, height, doubted }: Props) {
  const x = scale(range, width);
  const lines = at.length;
  const y = (line: number) => (height * (line + 0.5)) / lines;
  const first = at[0];
  if (!first) return null;
  const least = first.bands.find((band) => band.verdict === "too good")?.until_db;
  return (
    <svg width={width} height={height} role="img" aria-label={told(row)} style={{ display: "block", overflow: "visible" }}>
      {least !== null && least !== undefined && least > range[0] && <rect x={0} y={0} width={x(least)} height={height} fill={`url(#${HATCH})`} />}
      {at.map((one, line) => {
        if (one.expected_from_db === null || one.expected_to_db === null) return null;
        const from = x(one.expected_from_db);
        return (
          <rect
            key={one.nm}
            x={from}
            y={y(line) - height / lines / 2}
            width={x(one.expected_to_db) - from}
            height={height / lines}
            fill={paint("accent.subtle")}
          />
        );
      })}
      {at.map((one, line) => (
        <path key={one.nm} d={`M0 ${y(line)}H${width}`} stroke={paint("border")} strokeWidth="1" />
      ))}
      {at.map((one, line) =>
        one.limit_db === null ? null : (
          <path key={one.nm} d={`M${x(one.limit_db)} ${y(line) - height / lines / 2}v${height / lines}`} stroke={paint("fg")} strokeWidth="3" />
        ),
      )}
      {row.cells.map((cell) => {
        const loss = cell.reading?.loss_db;
        if (loss === null || loss === undefined) return null;
        const odd = doubted !== undefined && (doubted === null || doubted === cell.direction);
        const tone = cell.stale || odd ? "warn" : cell.verdict ? toneOf(cell.verdict) : "note";
        const colour = tone === "fine" || tone === "note" ? paint("fg") : paint(`${tone}.fg`);
        const size = Math.min(5, height / lines / 2 - 0.5);
        const way = cell.direction === "a-b" ? 1 : -1;
        const mid = x(loss);
        const line = y(cell.at);
        return (
          <path
            key={`${cell.nm}${cell.direction}`}
            d={`M${mid - way * size} ${line - size}l${way * 2 * size} ${size}l${-way * 2 * size} ${size}z`}
            fill={colour}
          />
        );
      })}
    </svg>
  );
});

function told(row: RunView): string {
  const read = row.cells.filter((cell) => cell.reading?.loss_db != null).map((cell) => `${cell.reading?.loss_db} dB at ${cell.nm} nm ${cell.direction}`);
  return read.length ? read.join(", ") : "nothing read";
}

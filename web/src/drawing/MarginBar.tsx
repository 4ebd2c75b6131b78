/** How much of the allowed loss is used, or how much margin is left around a zero line. */
import type { Verdict } from "../api/client";
import { paint } from "../theme";
import { verdictOf } from "./Mark";

/** Share of the limit that the loss takes: a bar up to a post. */
export function UsedBar({ used, verdict, voided }: { used: number | null; verdict: Verdict; voided: boolean }) {
  const width = 88;
  const post = 74;
  const tone = verdictOf(verdict).tone;
  if (voided) return <span aria-label="no figure holds">—</span>;
  if (used === null) return <span aria-label="not known">?</span>;
  const percent = Math.round(used * 100);
  return (
    <svg width={width} height="16" role="img" aria-label={`${percent} % of the limit used`}>
      <rect x="0" y="6" width={post} height="4" fill={paint("border")} />
      <rect x="0" y="6" width={Math.min(used, 1.16) * post} height="4" fill={paint(`${tone}.fg`)} />
      <rect x={post} y="2" width="2" height="12" fill={paint("fg")} />
    </svg>
  );
}

/** Margin around a zero post: right of it is left over, left of it is missing. */
export function MarginTick({ margin, verdict }: { margin: number | null; verdict: Verdict }) {
  const width = 64;
  const zero = 16;
  const perDb = 6;
  const tone = verdictOf(verdict).tone;
  const length = margin === null ? 0 : Math.max(-14, Math.min(width - zero - 2, margin * perDb));
  return (
    <svg width={width} height="12" aria-hidden="true" style={{ flex: "none" }}>
      <rect x={Math.min(zero, zero + length)} y="4" width={Math.max(1, Math.abs(length))} height="4" fill={paint(`${tone}.fg`)} />
      <rect x={zero - 1} y="1" width="2" height="10" fill={paint("fg")} />
    </svg>
  );
}

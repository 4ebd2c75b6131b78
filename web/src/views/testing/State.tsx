/** The mark of a row, a sheet or a verdict: shape before colour. */
import { paint } from "../../theme";
import type { Tone } from "./told";

export function State({ tone, size = 15 }: { tone: Tone | null; size?: number }) {
  const colour = tone ? paint(`${tone}.fg`) : paint("border.emphasized");
  return (
    <svg width={size} height={size} viewBox="0 0 16 16" aria-hidden="true" style={{ flex: "none" }}>
      {tone === "fine" && <path d="M1.5 8.5l4.5 4.5L14.5 3.5" fill="none" stroke={colour} strokeWidth="3" />}
      {tone === "stop" && <path d="M3 2v12M13 2v12M3 8h10" fill="none" stroke={colour} strokeWidth="3" />}
      {tone === "warn" && <path d="M1 2.5h14L8 14z" fill={colour} />}
      {tone === "note" && <path d="M8 1.5a6.5 6.5 0 1 1-4.6 1.9" fill="none" stroke={colour} strokeWidth="2.5" strokeDasharray="4 2.4" />}
      {tone === null && <rect x="2" y="2" width="12" height="12" fill="none" stroke={colour} strokeWidth="2" />}
    </svg>
  );
}

/** Severity and verdict marks: each has its own shape, so that colour is never alone. */
import type { Severity, Verdict } from "../api/client";
import { paint } from "../theme";

type Shape = "gate" | "wedge" | "ring" | "tick" | "open";

const OF_SEVERITY: Record<Severity, { shape: Shape; tone: Tone; word: string }> = {
  stop: { shape: "gate", tone: "stop", word: "Stops it" },
  warn: { shape: "wedge", tone: "warn", word: "Worth fixing" },
  note: { shape: "ring", tone: "note", word: "Good to know" },
};

const OF_VERDICT: Record<Verdict, { shape: Shape; tone: Tone; word: string }> = {
  works: { shape: "tick", tone: "fine", word: "works" },
  tight: { shape: "wedge", tone: "warn", word: "tight" },
  fails: { shape: "gate", tone: "stop", word: "fails" },
  unknown: { shape: "open", tone: "note", word: "unknown" },
};

export type Tone = "stop" | "warn" | "note" | "fine";

export const severityOf = (severity: Severity) => OF_SEVERITY[severity];
export const verdictOf = (verdict: Verdict) => OF_VERDICT[verdict];

/** The verdict that a list shows of a link: what works only once less light arrives gets no tick. */
export const shownVerdict = (link: { verdict: Verdict; once: boolean }): Verdict => (link.once ? "tight" : link.verdict);

function Drawn({ shape, tone, size, label }: { shape: Shape; tone: Tone; size: number; label?: string }) {
  const colour = paint(`${tone}.fg`);
  return (
    <svg
      width={size}
      height={size}
      viewBox="0 0 16 16"
      role={label ? "img" : undefined}
      aria-label={label}
      aria-hidden={label ? undefined : true}
      style={{ flex: "none" }}
    >
      {shape === "gate" && <path d="M3 2v12M13 2v12M3 8h10" fill="none" stroke={colour} strokeWidth="3" />}
      {shape === "wedge" && <path d="M1 2.5h14L8 14z" fill={colour} />}
      {shape === "ring" && <circle cx="8" cy="8" r="5" fill="none" stroke={colour} strokeWidth="3" />}
      {shape === "tick" && <path d="M1.5 8.5l4.5 4.5L14.5 3.5" fill="none" stroke={colour} strokeWidth="3" />}
      {shape === "open" && <path d="M8 1.5a6.5 6.5 0 1 1-4.6 1.9" fill="none" stroke={colour} strokeWidth="2.5" strokeDasharray="4 2.4" />}
    </svg>
  );
}

export function SeverityMark({ severity, size = 15 }: { severity: Severity; size?: number }) {
  const mark = OF_SEVERITY[severity];
  return <Drawn shape={mark.shape} tone={mark.tone} size={size} label={mark.word} />;
}

export function VerdictMark({ verdict, size = 15 }: { verdict: Verdict; size?: number }) {
  const mark = OF_VERDICT[verdict];
  return <Drawn shape={mark.shape} tone={mark.tone} size={size} label={mark.word} />;
}

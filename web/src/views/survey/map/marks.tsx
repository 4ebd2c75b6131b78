/** How the map writes what it shows: lines by kind and by what lies in them, marks of places, flags. */
import { paint } from "../../../theme";

export type Severity = "stop" | "warn" | "note";

/** Dash of each kind of pathway; several kinds that look alike in the ground share one. */
export const DASHES: { kinds: string[]; word: string; dash?: string }[] = [
  { kinds: ["duct"], word: "duct" },
  { kinds: ["conduit", "wall"], word: "conduit, wall", dash: "10 4" },
  { kinds: ["tray", "riser"], word: "tray, riser", dash: "3 3" },
  { kinds: ["trench", "burial"], word: "buried", dash: "18 5" },
  { kinds: ["aerial"], word: "in the air", dash: "2 6" },
  { kinds: ["seabed"], word: "seabed", dash: "14 4 3 4" },
];
export const dashOf = (kind: string) => DASHES.find((one) => one.kinds.includes(kind))?.dash;

/** Width by the number of cables; a way without any is hollow. */
export const WIDTHS: { from: number; word: string; width: number }[] = [
  { from: 5, word: "5 cables or more", width: 6 },
  { from: 2, word: "2 to 4", width: 4 },
  { from: 1, word: "1", width: 2.2 },
  { from: 0, word: "none yet", width: 5 },
];
export const widthOf = (cables: number) => WIDTHS.find((one) => cables >= one.from)!.width;

interface LineProps {
  x1: number;
  y1: number;
  x2: number;
  y2: number;
  kind: string;
  cables: number;
  tone: string;
  strong?: boolean;
}

export function WayLine({ x1, y1, x2, y2, kind, cables, tone, strong = false }: LineProps) {
  const width = widthOf(cables) + (strong ? 2.5 : 0);
  const ends = { x1, y1, x2, y2 };
  return (
    <>
      <line {...ends} stroke={paint(tone)} strokeWidth={width} strokeDasharray={dashOf(kind)} />
      {cables === 0 && <line {...ends} stroke={paint("bg.panel")} strokeWidth={width - 2.4} />}
    </>
  );
}

/** Nailed down: all that is to lie in it lies there. Two bars across the line, whatever its dash. */
export function Laid({ x1, y1, x2, y2, tone }: Pick<LineProps, "x1" | "y1" | "x2" | "y2" | "tone">) {
  const far = Math.hypot(x2 - x1, y2 - y1) || 1;
  const [nx, ny] = [(-(y2 - y1) / far) * 6, ((x2 - x1) / far) * 6];
  return (
    <g data-laid="">
      {[0.42, 0.58].map((share) => {
        const [x, y] = [x1 + (x2 - x1) * share, y1 + (y2 - y1) * share];
        return <line key={share} x1={x - nx} y1={y - ny} x2={x + nx} y2={y + ny} stroke={paint(tone)} strokeWidth="2" />;
      })}
    </g>
  );
}

export function Flag({ x, y, severity }: { x: number; y: number; severity: Severity }) {
  return (
    <g>
      <circle cx={x} cy={y} r="10" fill={paint("bg.panel")} />
      {severity === "stop" ? (
        <path d={`M${x - 4} ${y - 5}v10M${x + 4} ${y - 5}v10M${x - 4} ${y}h8`} stroke={paint("stop.fg")} strokeWidth="2.4" fill="none" />
      ) : (
        <path d={`M${x - 6} ${y - 4.5}h12L${x} ${y + 5.5}z`} fill={paint("warn.fg")} />
      )}
    </g>
  );
}

interface MarkProps {
  kind: string;
  x: number;
  y: number;
  on: boolean;
  inside: boolean;
  schematic: boolean;
  /** Of a place in a row of places that are only numbered. */
  number?: string | undefined;
}

/** Buildings and rooms are filled squares, cabinets smaller ones, chambers open ones, poles rings. */
export function PlaceMark({ kind, x, y, on, inside, schematic, number }: MarkProps) {
  const colour = paint(on ? "accent.fg" : "fg");
  const open = paint("bg.panel");
  // Where nobody surveyed the position, the mark stands in a broken ring.
  const ring = schematic && <circle cx={x} cy={y} r="13" fill="none" stroke={colour} strokeWidth="1.4" strokeDasharray="3 3" />;
  const half = /cabinet|rack/.test(kind) ? 5 : 8;
  return (
    <>
      {ring}
      {number !== undefined ? (
        <>
          <rect x={x - 8} y={y - 8} width="16" height="16" fill={colour} />
          <text x={x} y={y + 4.5} textAnchor="middle" fontSize={number.length > 2 ? 9 : 12} fontWeight="700" fill={open}>
            {number}
          </text>
        </>
      ) : /chamber|manhole|pit/.test(kind) ? (
        <rect x={x - 6} y={y - 6} width="12" height="12" fill={open} stroke={colour} strokeWidth="2.5" />
      ) : /pole|mast/.test(kind) ? (
        <circle cx={x} cy={y} r="6" fill={open} stroke={colour} strokeWidth="3" />
      ) : inside ? (
        <rect x={x - 4} y={y - 4} width="8" height="8" fill={colour} transform={`rotate(45 ${x} ${y})`} />
      ) : (
        <rect x={x - half} y={y - half} width={2 * half} height={2 * half} fill={colour} />
      )}
    </>
  );
}

/** Several places that lie too near each other to be told apart: a stack with their number. */
export function Stack({ x, y, count, on }: { x: number; y: number; count: number; on: boolean }) {
  const colour = paint(on ? "accent.fg" : "fg");
  return (
    <>
      {[6, 3, 0].map((off) => (
        <rect key={off} x={x - 14 + off} y={y - 14 - off} width="28" height="28" fill={paint("bg.panel")} stroke={colour} strokeWidth="2" />
      ))}
      <text x={x} y={y + 5} textAnchor="middle" fontSize="15" fontWeight="700" fill={colour}>
        {count}
      </text>
    </>
  );
}

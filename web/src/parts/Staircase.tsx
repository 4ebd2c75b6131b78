/**
 * The staircase of power: the launch window falling, part by part, to the received window, with
 * what the receiver needs and bears, and what is left of the limit.
 */
import type { DirectionView } from "../api/client";
import { paint } from "../theme";
import { db, dbm, plus } from "./figures";
import { powerScale, spread, staircase, toPath, type PathLayout, type Point } from "./layout";

export type Case = "worst" | "typical" | "both";

interface Props {
  direction: DirectionView;
  layout: PathLayout;
  /** Joints and inline parts drop in one step; in the order of the drawing. */
  stepped: boolean[];
  shownCase: Case;
  judged: "worst" | "typical";
  height: number;
  onWhy: (figure: string) => void;
}

const TOP = 8;
const BOTTOM = 10;
export const RIGHT_ROOM = 0;

interface Ruler {
  value: number;
  label: string;
  strong: boolean;
}

function rulers(d: DirectionView): Ruler[] {
  const found: Ruler[] = [];
  if (d.receiver_max_dbm != null) {
    found.push({ value: d.receiver_max_dbm, label: `receiver bears ${dbm(d.receiver_max_dbm)}`, strong: true });
  }
  const same =
    d.limit_dbm != null && d.receiver_min_dbm != null && Math.abs(d.limit_dbm - d.receiver_min_dbm) < 0.05;
  if (d.receiver_min_dbm != null) {
    const also = same ? ", limit used up" : "";
    found.push({ value: d.receiver_min_dbm, label: `receiver needs ${dbm(d.receiver_min_dbm)}${also}`, strong: true });
  }
  if (d.limit_dbm != null && !same) {
    found.push({ value: d.limit_dbm, label: `limit used up at ${dbm(d.limit_dbm)}`, strong: false });
  }
  return found;
}

export function Staircase({ direction, layout, stepped, shownCase, judged, height, onWhy }: Props) {
  const d = direction;
  const rules = rulers(d);
  const bottom = height - BOTTOM;
  const scale = powerScale(
    [
      ...d.levels.flatMap((l) => [l.worst_case, l.typical, l.strongest]),
      ...rules.map((r) => r.value),
      d.received_min_dbm,
    ],
    TOP,
    bottom,
  );
  const lineOf = (pick: (l: DirectionView["levels"][number]) => number | null) =>
    staircase(layout.parts, stepped, d.levels.map(pick), scale.y);
  const worst = lineOf((l) => l.worst_case);
  const typical = lineOf((l) => l.typical);
  const strongest = lineOf((l) => l.strongest);
  const low = shownCase === "typical" ? typical : worst;
  const labelY = spread(rules.map((r) => scale.y(r.value) - 5), 15, TOP + 10, bottom + 2);
  return (
    <svg width={layout.width} height={height} role="img" aria-label={spoken(d)}>
      {scale.ticks.map((tick) => (
        <g key={tick}>
          <path d={`M${layout.start - 6} ${scale.y(tick)}h6`} stroke={paint("fg.muted")} />
          <text
            x={layout.start - 10}
            y={scale.y(tick) + 4}
            textAnchor="end"
            fontSize="12"
            fill={paint("fg.muted")}
            fontFamily="var(--chakra-fonts-mono)"
          >
            {plus(tick, 0)}
          </text>
        </g>
      ))}
      <text x="4" y={TOP + 6} fontSize="12" fill={paint("fg.muted")}>
        dBm
      </text>
      {layout.parts.map((p, i) =>
        i === 0 ? null : (
          <path key={i} d={`M${p.x} ${TOP}V${bottom}`} stroke={paint("border")} strokeDasharray="1 5" />
        ),
      )}
      {strongest.length > 0 && low.length > 0 && (
        <path d={toPath([...strongest, ...[...low].reverse()]) + "Z"} fill={paint("accent.subtle")} />
      )}
      {strongest.length > 0 && (
        <path d={toPath(strongest)} fill="none" stroke={paint("accent.fg")} strokeWidth="1.5" strokeDasharray="5 4" />
      )}
      {shownCase !== "worst" && (
        <CaseLine points={typical} strong={judged === "typical" || shownCase === "typical"} dashed={shownCase === "both" && judged === "worst"} />
      )}
      {shownCase !== "typical" && (
        <CaseLine points={worst} strong={judged === "worst" || shownCase === "worst"} dashed={shownCase === "both" && judged === "typical"} />
      )}
      {rules.map((rule, i) => (
        <g key={rule.label}>
          <path
            d={`M${layout.start + (rule.strong ? layout.end - layout.start : 0) * 0.62} ${scale.y(rule.value)}H${layout.end + 58}`}
            stroke={paint(rule.strong ? "fg" : "fg.muted")}
            strokeWidth={rule.strong ? 2 : 1.5}
            strokeDasharray={rule.strong ? undefined : "8 4"}
          />
          <text
            x={layout.end - 6}
            y={labelY[i]}
            textAnchor="end"
            fontSize="13"
            fontWeight="600"
            fill={paint("fg")}
            stroke={paint("bg")}
            strokeWidth="4"
            paintOrder="stroke"
          >
            {rule.label}
          </text>
        </g>
      ))}
      <Received d={d} at={layout.end} y={scale.y} points={low} onWhy={onWhy} bottom={bottom} />
      {low.length === 0 && (
        <text x={(layout.start + layout.end) / 2} y={height / 2} textAnchor="middle" fontSize="15" fill={paint("fg")}>
          Levels are not known for this application: enter the module’s data sheet at its end.
        </text>
      )}
    </svg>
  );
}

function CaseLine({ points, strong, dashed }: { points: Point[]; strong: boolean; dashed: boolean }) {
  return (
    <path
      d={toPath(points)}
      fill="none"
      stroke={paint("accent.fg")}
      strokeWidth={strong && !dashed ? 3.5 : 2}
      strokeDasharray={dashed ? "2 4" : undefined}
      strokeLinejoin="round"
    />
  );
}

interface ReceivedProps {
  d: DirectionView;
  at: number;
  y: (value: number) => number;
  points: Point[];
  bottom: number;
  onWhy: (figure: string) => void;
}

/** The bracket from what arrives to where the limit is used up: the margin. */
function Received({ d, at, y, points, bottom, onWhy }: ReceivedProps) {
  if (d.received_min_dbm == null || d.limit_dbm == null || d.margin_db == null || !points.length) {
    return null;
  }
  const from = y(d.received_min_dbm);
  const to = y(d.limit_dbm);
  const tone = paint(d.margin_db < 0 ? "stop.fg" : "fine.fg");
  const last = points[points.length - 1]!;
  const middle = Math.min(bottom - 14, Math.max(TOP + 22, (from + to) / 2));
  return (
    <g>
      {Math.abs(last[1] - from) > 1 && (
        <path d={`M${last[0]} ${last[1]}V${from}h8`} fill="none" stroke={paint("accent.fg")} strokeWidth="2.5" />
      )}
      <path d={`M${at + 2} ${from}h12M${at + 8} ${from}V${to}M${at + 2} ${to}h12`} stroke={tone} strokeWidth="3.5" fill="none" />
      <g
        role="button"
        tabIndex={0}
        aria-label="Why this margin"
        onClick={() => onWhy(`${d.sender}.margin`)}
        onKeyDown={(e) => e.key === "Enter" && onWhy(`${d.sender}.margin`)}
        style={{ cursor: "pointer" }}
      >
        <text
          x={at + 15}
          y={middle + 3}
          fontSize={Math.abs(d.margin_db) >= 10 ? 15 : 17}
          fontWeight="700"
          fontFamily="var(--chakra-fonts-mono)"
          fill={tone}
          stroke={paint("bg")}
          strokeWidth="4"
          paintOrder="stroke"
        >
          {db(d.margin_db, 1)}
        </text>
        <text x={at + 15} y={middle + 17} fontSize="12" fill={tone}>
          dB
        </text>
      </g>
    </g>
  );
}

function spoken(d: DirectionView): string {
  return `Power to ${d.to_place}: arrives between ${dbm(d.received_min_dbm)} and ${dbm(d.received_max_dbm)} dBm, margin ${db(d.margin_db)} dB`;
}

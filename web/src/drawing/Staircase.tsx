/**
 * The staircase of power: the launch window falling, part by part, to the received window, with
 * what the receiver needs and bears, and what is left of the limit.
 */
import type { DirectionView } from "../api/client";
import type { LaneView } from "../api/turnup";
import { paint } from "../theme";
import { db, dbm, plus } from "../words/figures";
import { Dots, isLevel } from "./Levels";
import { SvgText } from "./SvgText";
import { labelsBy, powerScale, staircase, toPath, type PathLayout, type Point } from "./layout";

export type Case = "worst" | "typical" | "both";

interface Props {
  direction: DirectionView;
  layout: PathLayout;
  /** Joints and inline parts drop in one step; in the order of the drawing. */
  stepped: boolean[];
  shownCase: Case;
  judged: "worst" | "typical";
  tightBelow: number;
  /** A joint loses what no table states: what is drawn behind it is not what arrives. */
  voided: boolean;
  height: number;
  /** Each grade of the path with the usual colour of its sheath. */
  glass: { fiber: string; jacket: string }[];
  /** What was read at the receiving end, lane by lane. */
  read: LaneView[];
  onWhy: (figure: string) => void;
}

const TOP = 22;
const BOTTOM = 10;

interface Ruler {
  value: number;
  label: string;
  strong: boolean;
  /** The ceiling is labelled at the right, where the light is weakest; the floors at the left. */
  high: boolean;
}

function rulers(d: DirectionView): Ruler[] {
  const found: Ruler[] = [];
  if (d.receiver_max_dbm != null) {
    found.push({ value: d.receiver_max_dbm, label: `receiver bears ${dbm(d.receiver_max_dbm)}`, strong: true, high: true });
  }
  const same = d.limit_dbm != null && d.receiver_min_dbm != null && Math.abs(d.limit_dbm - d.receiver_min_dbm) < 0.05;
  if (d.receiver_min_dbm != null) {
    const also = same ? ", limit used up" : "";
    found.push({ value: d.receiver_min_dbm, label: `receiver needs ${dbm(d.receiver_min_dbm)}${also}`, strong: true, high: false });
  }
  if (d.limit_dbm != null && !same) {
    found.push({ value: d.limit_dbm, label: `limit used up at ${dbm(d.limit_dbm)}`, strong: false, high: false });
  }
  return found;
}

export function Staircase({ direction, layout, stepped, shownCase, judged, tightBelow, voided, height, glass, read, onWhy }: Props) {
  const d = direction;
  const rules = rulers(d);
  const bottom = height - BOTTOM;
  const dots = read.flatMap((lane) => [lane.got, lane.sent, lane.day_one]).filter(isLevel);
  const scale = powerScale(
    [...d.levels.flatMap((l) => [l.worst_case, l.typical, l.strongest]), ...rules.map((r) => r.value), ...dots, d.received_min_dbm],
    TOP,
    bottom,
  );
  const lineOf = (pick: (l: DirectionView["levels"][number]) => number | null) => staircase(layout.parts, stepped, d.levels.map(pick), scale.y);
  const worst = lineOf((l) => l.worst_case);
  const typical = lineOf((l) => l.typical);
  const strongest = lineOf((l) => l.strongest);
  const low = shownCase === "typical" ? typical : worst;
  const labelY = labelsBy(
    rules.map((r) => scale.y(r.value)),
    TOP + 12,
  );
  return (
    <svg width={layout.width} height={height} role="group" aria-label={spoken(d)}>
      {scale.ticks.map((tick) => (
        <g key={tick}>
          <path d={`M${layout.start - 6} ${scale.y(tick)}h6`} stroke={paint("fg.muted")} />
          <SvgText x={layout.start - 10} y={scale.y(tick) + 4} textAnchor="end" size={12} tone="fg.muted" mono>
            {plus(tick, 0)}
          </SvgText>
        </g>
      ))}
      <SvgText x={layout.start - 10} y="11" textAnchor="end" size={12} tone="fg.muted">
        dBm
      </SvgText>
      {glass.map(({ fiber, jacket }, i) => (
        <g key={fiber} transform={`translate(${layout.start + i * 160} 0)`}>
          <path d="M0 7h22" stroke={paint(`sheath.${jacket}`)} strokeWidth="4" />
          <SvgText x="28" y="11" size={12} tone="fg.muted">
            {fiber}: usually {jacket}
          </SvgText>
        </g>
      ))}
      {dots.length > 0 && (
        <SvgText x={layout.start + glass.length * 160} y="11" size={12} tone="fg.muted">
          ● read{read.some((lane) => lane.day_one !== null) && " · ○ day one"}
        </SvgText>
      )}
      {layout.parts.map((p, i) => (i === 0 ? null : <path key={i} d={`M${p.x} ${TOP}V${bottom}`} stroke={paint("border")} strokeDasharray="1 5" />))}
      {strongest.length > 0 && low.length > 0 && <path d={toPath([...strongest, ...[...low].reverse()]) + "Z"} fill={paint("accent.subtle")} />}
      {strongest.length > 0 && <path d={toPath(strongest)} fill="none" stroke={paint("accent.fg")} strokeWidth="1.5" strokeDasharray="5 4" />}
      {shownCase !== "worst" && (
        <CaseLine points={typical} strong={judged === "typical" || shownCase === "typical"} dashed={shownCase === "both" && judged === "worst"} />
      )}
      {shownCase !== "typical" && (
        <CaseLine points={worst} strong={judged === "worst" || shownCase === "worst"} dashed={shownCase === "both" && judged === "typical"} />
      )}
      {rules.map((rule, i) => (
        <g key={rule.label}>
          <path
            d={`M${rule.high ? layout.end - (layout.end - layout.start) * 0.38 : layout.start} ${scale.y(rule.value)}H${layout.end + 46}`}
            stroke={paint(rule.strong ? "fg" : "fg.muted")}
            strokeWidth={rule.strong ? 2 : 1.5}
            strokeDasharray={rule.strong ? undefined : "8 4"}
          />
          <SvgText x={rule.high ? layout.end - 6 : layout.start + 8} y={labelY[i]} textAnchor={rule.high ? "end" : "start"} size={13} weight={600} rim>
            {rule.label}
          </SvgText>
        </g>
      ))}
      <Overload d={d} at={layout.end} y={scale.y} />
      {voided ? (
        <SvgText x={layout.end - 6} y={height - BOTTOM - 6} textAnchor="end" size={14} weight={700} tone="stop.fg" rim>
          No margin holds: a joint loses more than any table says
        </SvgText>
      ) : (
        <Received d={d} tightBelow={tightBelow} at={layout.end} y={scale.y} points={low} onWhy={onWhy} />
      )}
      {read.map((lane, n) => (
        <Dots
          key={lane.lane}
          lane={lane}
          y={scale.y}
          near={layout.end - 14 - 13 * n}
          far={layout.start + 14 + 13 * n}
          out={-1}
          alone={read.length === 1}
          bare
        />
      ))}
      {low.length === 0 && (
        <SvgText x={(layout.start + layout.end) / 2} y={height / 2} textAnchor="middle" size={15}>
          Levels are not known for this application: enter the module’s data sheet at its end.
        </SvgText>
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
  tightBelow: number;
  at: number;
  y: (value: number) => number;
  points: Point[];
  onWhy: (figure: string) => void;
}

/** The bracket from what arrives to where the limit is used up: the margin. */
function Received({ d, tightBelow, at, y, points, onWhy }: ReceivedProps) {
  if (d.received_min_dbm == null || d.limit_dbm == null || d.margin_db == null || !points.length) {
    return null;
  }
  const from = y(d.received_min_dbm);
  const to = y(d.limit_dbm);
  const tone = d.margin_db < 0 ? "stop.fg" : d.margin_db < tightBelow ? "warn.fg" : "fine.fg";
  const last = points[points.length - 1]!;
  const small = Math.abs(to - from) < 36;
  const middle = small ? Math.min(from, to) - 10 : (from + to) / 2 + 3;
  return (
    <g>
      {Math.abs(last[1] - from) > 1 && <path d={`M${last[0]} ${last[1]}V${from}h8`} fill="none" stroke={paint("accent.fg")} strokeWidth="2.5" />}
      <path d={`M${at + 2} ${from}h12M${at + 8} ${from}V${to}M${at + 2} ${to}h12`} stroke={paint(tone)} strokeWidth="3.5" fill="none" />
      {/* By keyboard: w opens the same. */}
      <g onClick={() => onWhy(`${d.sender}.margin`)} style={{ cursor: "pointer" }}>
        <SvgText x={at + (small ? 2 : 15)} y={middle} size={Math.abs(d.margin_db) >= 10 ? 15 : 18} weight={700} mono tone={tone} rim>
          {db(d.margin_db, 1)}
        </SvgText>
        <SvgText x={at + (small ? 6 + 11 * db(d.margin_db, 1).length : 15)} y={small ? middle : middle + 14} size={12} tone={tone} rim>
          dB
        </SvgText>
      </g>
    </g>
  );
}

/** Where more light can arrive than the receiver bears: by how much. */
function Overload({ d, at, y }: Pick<ReceivedProps, "d" | "at" | "y">) {
  if (d.overload_db == null || d.received_max_dbm == null || d.receiver_max_dbm == null) return null;
  const from = y(d.received_max_dbm);
  const to = y(d.receiver_max_dbm);
  return (
    <g>
      <path d={`M${at + 2} ${from}h12M${at + 8} ${from}V${to}`} stroke={paint("stop.fg")} strokeWidth="3.5" fill="none" />
      <SvgText x={at + 15} y={(from + to) / 2 + 2} size={18} weight={700} mono tone="stop.fg" rim>
        {db(d.overload_db, 1)}
      </SvgText>
      <SvgText x={at + 15} y={(from + to) / 2 + 16} size={12} tone="stop.fg" rim>
        too much
      </SvgText>
    </g>
  );
}

function spoken(d: DirectionView): string {
  return `Power to ${d.to_place}: arrives between ${dbm(d.received_min_dbm)} and ${dbm(d.received_max_dbm)} dBm, margin ${db(d.margin_db)} dB`;
}

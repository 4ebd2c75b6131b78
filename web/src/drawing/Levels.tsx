/** What was planned to arrive, and on it what was read: the band of the plan, dots of today, rings of day one. */
import type { EndLevels, LaneView } from "../api/turnup";
import { paint } from "../theme";
import { db, dbm } from "../words/figures";
import { SvgText } from "./SvgText";
import { powerScale, staircase, toPath, type PathLayout } from "./layout";

interface Props {
  one: EndLevels;
  layout: PathLayout;
  /** Joints and inline parts drop in one step; in the order of the path. */
  stepped: boolean[];
  height: number;
  title: string;
}

const TOP = 24;
const BOTTOM = 12;
export const isLevel = (level: unknown): level is number => typeof level === "number";
const GRAVE = new Set<LaneView["verdict"]>(["below need", "too much", "low", "dark"]);

export function Levels({ one, layout, stepped, height, title }: Props) {
  const forward = one.sender === "a";
  const d = one.planned;
  const levels = forward ? d.levels : [...d.levels].reverse();
  const lanes = one.lanes;
  const read = lanes.flatMap((lane) => [lane.got, lane.sent, lane.day_one]).filter(isLevel);
  const needs = d.receiver_min_dbm;
  const bears = d.receiver_max_dbm;
  const shown = [...levels.flatMap((level) => [level.worst_case, level.strongest]), ...read, needs];
  const high = Math.max(...shown.filter(isLevel));
  const scale = powerScale([...shown, bears != null && bears < high + 3 ? bears : null], TOP, height - BOTTOM);
  const { start, end } = layout;
  const line = (pick: (level: (typeof levels)[number]) => number | null) => staircase(layout.parts, stepped, levels.map(pick), scale.y);
  // From the other end light meets the parts in reverse: the line is drawn from right to left.
  const low = line((level) => level.worst_case);
  const strong = line((level) => level.strongest);
  const near = forward ? end : start;
  const far = forward ? start : end;
  const out = forward ? 1 : -1;
  return (
    <svg width={layout.width} height={height} role="img" aria-label={`${title}: ${spoken(lanes)}`} data-levels={one.end}>
      {scale.ticks.map((tick) => (
        <g key={tick}>
          <path d={`M${start} ${scale.y(tick)}H${end}`} stroke={paint("border")} strokeDasharray="1 5" />
          <SvgText x={start - 74} y={scale.y(tick) + 4} textAnchor="end" size={12} tone="fg.muted" mono>
            {dbm(tick).replace(/\.0$/, "")}
          </SvgText>
        </g>
      ))}
      <SvgText x={forward ? start : end} y="13" textAnchor={forward ? "start" : "end"} size={13} weight={700}>
        {title}
      </SvgText>
      {strong.length > 0 && low.length > 0 && <path d={`${toPath([...strong, ...[...low].reverse()])}Z`} fill={paint("accent.subtle")} />}
      {strong.length > 0 && <path d={toPath(strong)} fill="none" stroke={paint("accent.fg")} strokeWidth="1.5" />}
      {low.length > 0 && <path d={toPath(low)} fill="none" stroke={paint("accent.fg")} strokeWidth="3" />}
      {low.length === 0 && (
        <SvgText x={(start + end) / 2} y={height / 2} textAnchor="middle" size={14}>
          Levels are not known: enter the module’s data sheet at its end.
        </SvgText>
      )}
      {needs != null && <Line y={scale.y(needs)} from={start} to={end} label={`receiver needs ${dbm(needs)}`} at={far} out={-out} />}
      {bears != null && bears < high + 3 && <Line y={scale.y(bears)} from={start} to={end} label={`receiver bears ${dbm(bears)}`} at={far} out={-out} />}
      {lanes.map((lane, n) => (
        <Dots key={lane.lane} lane={lane} y={scale.y} near={near + out * (12 + 13 * n)} far={far - out * (12 + 13 * n)} out={out} alone={lanes.length === 1} />
      ))}
      {lanes.length > 1 && <Worst lanes={lanes} y={scale.y} x={near + out * (12 + 13 * lanes.length)} out={out} />}
    </svg>
  );
}

function Line({ y, from, to, label, at, out }: { y: number; from: number; to: number; label: string; at: number; out: number }) {
  return (
    <g>
      <path d={`M${from} ${y}H${to}`} stroke={paint("fg")} strokeWidth="2" />
      <SvgText x={at - out * 6} y={y - 5} textAnchor={out < 0 ? "start" : "end"} size={12} rim>
        {label}
      </SvgText>
    </g>
  );
}

interface DotsProps {
  lane: LaneView;
  y: (v: number) => number;
  near: number;
  far: number;
  /** Towards which side of its dot a figure stands: 1 right, -1 left. */
  out: number;
  alone: boolean;
  /** How far it is from plan is said elsewhere. */
  bare?: boolean;
}

/** A lane: what the far module says it sends, what this one tells with its doubt, and what it told on day one. */
export function Dots({ lane, y, near, far, out, alone, bare = false }: DotsProps) {
  const tone = GRAVE.has(lane.verdict) ? "stop.fg" : lane.verdict === "confirm" ? "warn.fg" : "fg";
  const anchor = out > 0 ? "start" : "end";
  return (
    <g>
      {isLevel(lane.sent) && (
        <>
          <circle cx={far} cy={y(lane.sent)} r="5" fill={paint("fg")} />
          {alone && (
            <SvgText x={far - out * 9} y={y(lane.sent) + 5} textAnchor={out > 0 ? "end" : "start"} size={13} weight={700} mono rim>
              {dbm(lane.sent)}
            </SvgText>
          )}
        </>
      )}
      {isLevel(lane.day_one) && (
        <>
          <circle cx={near} cy={y(lane.day_one)} r="5" fill="none" stroke={paint("fg.muted")} strokeWidth="2" />
          {alone && Math.abs(y(lane.day_one) - (isLevel(lane.got) ? y(lane.got) : -99)) > 13 && (
            <SvgText x={near + out * 9} y={y(lane.day_one) + 5} textAnchor={anchor} size={12} tone="fg.muted" mono rim>
              {dbm(lane.day_one)}
            </SvgText>
          )}
        </>
      )}
      {isLevel(lane.got) && (
        <>
          <path
            d={`M${near} ${y(lane.got + lane.doubt_db)}V${y(lane.got - lane.doubt_db)}M${near - 4} ${y(lane.got + lane.doubt_db)}h8M${near - 4} ${y(lane.got - lane.doubt_db)}h8`}
            stroke={paint(tone)}
            strokeWidth="1.5"
            fill="none"
          />
          <circle cx={near} cy={y(lane.got)} r="5.5" fill={paint(tone)} data-dot={lane.lane} />
          {alone && (
            <SvgText x={near + out * 9} y={y(lane.got) + 5} textAnchor={anchor} size={14} weight={700} mono tone={tone} rim>
              {dbm(lane.got)}
            </SvgText>
          )}
          {alone && !bare && lane.expected != null && lane.over_db != null && GRAVE.has(lane.verdict) && (
            <>
              <path d={`M${near - out * 14} ${y(lane.expected)}V${y(lane.got)}h${out * 5}`} stroke={paint(tone)} strokeWidth="2" fill="none" />
              <SvgText x={near - out * 20} y={y(lane.got) + 5} textAnchor={out > 0 ? "end" : "start"} size={13} weight={700} tone={tone} rim>
                {db(Math.abs(lane.over_db), 1)} dB {lane.over_db < 0 ? "under" : "over"} plan
              </SvgText>
            </>
          )}
        </>
      )}
      {lane.got === "no light" && alone && (
        <SvgText x={near + out * 2} y={44} textAnchor={anchor} size={13} weight={700} tone="stop.fg" rim>
          no light
        </SvgText>
      )}
    </g>
  );
}

/** Of many lanes the weakest is said in figures; all stand in the table. */
function Worst({ lanes, y, x, out }: { lanes: LaneView[]; y: (v: number) => number; x: number; out: number }) {
  const known = lanes.filter((lane): lane is LaneView & { got: number } => isLevel(lane.got));
  const worst = known.sort((a, b) => a.got - b.got)[0];
  if (!worst) return null;
  return (
    <SvgText x={x} y={y(worst.got) + 5} textAnchor={out > 0 ? "start" : "end"} size={13} weight={700} mono rim>
      {dbm(worst.got)}
    </SvgText>
  );
}

const spoken = (lanes: LaneView[]) => lanes.map((lane) => `${isLevel(lane.got) ? `${dbm(lane.got)} dBm` : (lane.got ?? "not read")}, ${lane.says}`).join("; ");

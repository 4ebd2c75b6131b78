/** The light path as a row of parts between two modules, drawn to be recognised on site. */
import type { PartDoc, Severity } from "../api/client";
import { isSegment } from "../api/client";
import { paint } from "../theme";
import { severityOf } from "./Mark";
import type { PathLayout, Placed } from "./layout";
import { MODULE_WIDTH } from "./layout";
import { SvgText } from "./SvgText";

export interface DrawnPart {
  at: number;
  doc: PartDoc;
  jacket: string | null;
  /** Wordings from long to short: the longest that fits is shown. */
  titles: string[];
  details: string[];
  severity: Severity | null;
}

/** What stands at an end. named : its place is recorded. */
export interface PathEnd {
  short: string;
  place: string;
  device?: string | null;
}

interface Props {
  parts: DrawnPart[];
  layout: PathLayout;
  left: PathEnd;
  right: PathEnd;
  selected: number | null;
  onSelect: (at: number) => void;
  onEnd: (which: "left" | "right") => void;
  selectedEnd: "left" | "right" | null;
}

/** A part narrower than this has no label. */
const LABELLED = 38;
const AXIS = 50;
export const ROW_HEIGHT = 116;

const strand = (jacket: string | null) => paint(jacket ? `sheath.${jacket}` : "fg.muted");

function wave(x0: number, x1: number): string {
  const mid = (x0 + x1) / 2;
  const reach = Math.min(20, (x1 - x0) / 3);
  return `M${x0} ${AXIS}H${mid - reach}q${reach / 2} ${-reach * 0.9} ${reach} 0t${reach} 0H${x1}`;
}

function Glass({ part, place }: { part: DrawnPart; place: Placed }) {
  const { x, width } = place;
  const doc = part.doc;
  if (!isSegment(doc)) return null;
  const colour = strand(part.jacket);
  const line = <path d={`M${x} ${AXIS}H${x + width}`} stroke={colour} strokeWidth="4" fill="none" />;
  if (doc.segment === "cable") {
    return (
      <>
        {line}
        <rect x={x + 3} y={AXIS - 12} width={Math.max(6, width - 6)} height="24" rx="12" fill={paint("bg.panel")} stroke={paint("fg")} strokeWidth="2" />
        <path d={`M${x + Math.min(12, width / 3)} ${AXIS}H${x + width - Math.min(12, width / 3)}`} stroke={colour} strokeWidth="5" strokeLinecap="round" />
      </>
    );
  }
  if (doc.segment === "cord" || doc.segment === "pigtail") {
    return <path d={wave(x, x + width)} fill="none" stroke={colour} strokeWidth="4" />;
  }
  return (
    <>
      {line}
      <rect x={x + width / 2 - 9} y={AXIS - 10} width="18" height="20" fill={paint("bg.panel")} stroke={paint("fg")} strokeWidth="2" />
      {doc.segment === "inline" ? (
        <path d={`M${x + width / 2 - 5} ${AXIS - 5}l10 10m0-10l-10 10`} stroke={paint("fg")} strokeWidth="2" />
      ) : (
        <path d={`M${x + width / 2 - 9} ${AXIS}h18`} stroke={colour} strokeWidth="3" />
      )}
    </>
  );
}

/** Two facing ferrules for a mated pair, a sleeve for a splice. */
function JointMark({ part, place, colours }: { part: DrawnPart; place: Placed; colours: [string, string] }) {
  const doc = part.doc;
  if (isSegment(doc)) return null;
  const mid = place.x + place.width / 2;
  const lines = (
    <>
      <path d={`M${place.x} ${AXIS}H${mid}`} stroke={colours[0]} strokeWidth="4" />
      <path d={`M${mid} ${AXIS}H${place.x + place.width}`} stroke={colours[1]} strokeWidth="4" />
    </>
  );
  if (doc.joint === "adapter") {
    const w = Math.min(11, place.width / 2 - 1);
    const tone = part.severity === "stop" ? paint("stop.fg") : paint("note.fg");
    return (
      <>
        {lines}
        <path d={`M${mid - 1.5} ${AXIS - 6}v12l${-w} 6v-24z M${mid + 1.5} ${AXIS - 6}v12l${w} 6v-24z`} fill={tone} />
      </>
    );
  }
  return (
    <>
      {lines}
      <rect x={mid - 7} y={AXIS - 5} width="14" height="10" rx="1" fill={paint("fg")} />
      {doc.joint === "mechanical" && <path d={`M${mid} ${AXIS - 5}v10`} stroke={paint("bg")} strokeWidth="2" />}
    </>
  );
}

function Label({ part, place }: { part: DrawnPart; place: Placed }) {
  const fit = Math.floor(place.width / 5.9);
  const fitting = (texts: string[]) => {
    const last = texts[texts.length - 1] ?? "";
    return texts.find((t) => t.length <= fit) ?? `${last.slice(0, Math.max(1, fit - 1))}…`;
  };
  const mid = place.x + place.width / 2;
  return (
    <g textAnchor="middle" style={{ pointerEvents: "none" }}>
      <SvgText x={mid} y={AXIS + 36}>
        {fitting(part.titles)}
      </SvgText>
      <SvgText x={mid} y={AXIS + 52} tone="fg.muted">
        {fitting(part.details)}
      </SvgText>
    </g>
  );
}

const NAME = 24;
const cutTo = (text: string, most = NAME) => (text.length > most ? `${text.slice(0, most - 1)}…` : text);

/** Place and device of an end, beside the button whose name says the place. */
function EndNames({ end, x, anchor }: { end: PathEnd; x: number; anchor: "start" | "end" }) {
  return (
    <>
      <SvgText x={x} y={AXIS - 27} textAnchor={anchor} size={12.5} weight={600}>
        {cutTo(end.place)}
      </SvgText>
      {end.device && (
        <SvgText x={x} y={AXIS + 35} textAnchor={anchor} size={12} tone="fg.muted">
          {cutTo(end.device, 12)}
        </SvgText>
      )}
    </>
  );
}

function ModuleBox(props: PathEnd & { x: number; on: boolean; side: string; onClick: () => void }) {
  const { x, short, place, on, side, onClick } = props;
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={`${short}, module at ${place}`}
      aria-pressed={on}
      onClick={onClick}
      onKeyDown={(e) => {
        if (e.key === "Enter" || e.key === " ") {
          e.preventDefault();
          onClick();
        }
      }}
      style={{ cursor: "pointer" }}
      data-module={side}
    >
      <rect
        x={x}
        y={AXIS - 19}
        width={MODULE_WIDTH}
        height="38"
        fill={on ? paint("accent.subtle") : paint("bg.panel")}
        stroke={on ? paint("accent.fg") : paint("fg")}
        strokeWidth={on ? 3 : 2}
      />
      <SvgText x={x + MODULE_WIDTH / 2} y={AXIS + 5} textAnchor="middle" size={short.length > 4 ? 12 : 14} weight={700}>
        {short}
      </SvgText>
    </g>
  );
}

export function PathRow({ parts, layout, left, right, selected, onSelect, onEnd, selectedEnd }: Props) {
  const colourAt = (i: number) => strand(parts[i]?.jacket ?? null);
  const select = (at: number, i: number, event: React.KeyboardEvent<SVGGElement>) => {
    const step = event.key === "ArrowRight" ? 1 : event.key === "ArrowLeft" ? -1 : 0;
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      onSelect(at);
    } else if (step) {
      event.preventDefault();
      const next = parts[i + step];
      if (!next) return;
      onSelect(next.at);
      const row = event.currentTarget.parentElement;
      row?.querySelector<SVGGElement>(`[data-at="${next.at}"]`)?.focus();
    }
  };
  return (
    <svg width={layout.width} height={ROW_HEIGHT} role="group" aria-label="Light path" data-path-row="">
      {parts.map((part, i) => {
        const place = layout.parts[i]!;
        const on = part.at === selected;
        const labelled = place.width >= LABELLED;
        return (
          <g
            key={part.at}
            role="button"
            tabIndex={on || (selected === null && i === 0) ? 0 : -1}
            aria-pressed={on}
            aria-label={`Part ${part.at + 1}: ${part.titles[0] ?? ""} ${part.details[0] ?? ""}`}
            data-at={part.at}
            onClick={() => onSelect(part.at)}
            onKeyDown={(e) => select(part.at, i, e)}
            style={{ cursor: "pointer", outlineOffset: -2 }}
          >
            <rect x={place.x} y={AXIS - 24} width={place.width} height="84" fill="transparent" />
            {on && (
              <rect
                x={place.x + 1}
                y={AXIS - 24}
                width={Math.max(4, place.width - 2)}
                height={labelled ? 84 : 50}
                fill={paint("accent.subtle")}
                stroke={paint("accent.fg")}
                strokeWidth="2"
                strokeDasharray="3 3"
              />
            )}
            {isSegment(part.doc) ? <Glass part={part} place={place} /> : <JointMark part={part} place={place} colours={[colourAt(i - 1), colourAt(i + 1)]} />}
          </g>
        );
      })}
      {/* The words stand outside the buttons, whose names say the same and more. */}
      <g aria-hidden="true" style={{ pointerEvents: "none" }}>
        <EndNames end={left} x={layout.start - MODULE_WIDTH} anchor="start" />
        <EndNames end={right} x={layout.end + MODULE_WIDTH} anchor="end" />
        {parts.map((part, i) => {
          const place = layout.parts[i]!;
          return (
            <g key={part.at}>
              {place.width >= LABELLED && <Label part={part} place={place} />}
              {part.severity && <Flag part={part} x={place.x + place.width / 2} />}
            </g>
          );
        })}
      </g>
      <ModuleBox x={layout.start - MODULE_WIDTH} {...left} on={selectedEnd === "left"} side="left" onClick={() => onEnd("left")} />
      <ModuleBox x={layout.end} {...right} on={selectedEnd === "right"} side="right" onClick={() => onEnd("right")} />
    </svg>
  );
}

/** The number of a part that a finding is about, over the part. */
function Flag({ part, x }: { part: DrawnPart; x: number }) {
  if (!part.severity) return null;
  const tone = severityOf(part.severity).tone;
  return (
    <g>
      <circle cx={x} cy="17" r="9" fill={paint(`${tone}.fg`)} />
      <SvgText x={x} y="21.3" textAnchor="middle" size={12} weight={700} tone="bg.panel">
        {part.at + 1}
      </SvgText>
    </g>
  );
}

/** Strands as lines through every part: transmit is solid and thick, receive dashed, others thin. */
import { Box } from "@chakra-ui/react";
import { useLayoutEffect, useRef, useState } from "react";
import type { EndView, PolarityView, StrandView } from "../../api/client";
import { SvgText } from "../../drawing/SvgText";
import { paint } from "../../theme";
import { onPaper } from "../../drawing/paper";
import { EndFaces } from "./EndFaces";

interface Props {
  view: PolarityView;
  a: EndView;
  b: EndView;
  lit: number | null;
  onLit: (at: number | null) => void;
}

const HEAD = 40;
const SIDE = 88;
/** A column is no narrower than this: on a phone the drawing scrolls in its own frame. */
const LEAST = 54;

export function StrandDrawing({ view, a, b, lit, onLit }: Props) {
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(700);
  useLayoutEffect(() => {
    const seen = new ResizeObserver(() => box.current && setWidth(box.current.clientWidth));
    if (box.current) seen.observe(box.current);
    return () => seen.disconnect();
  }, []);
  const pitch = view.rows <= 2 ? 30 : view.rows <= 12 ? 19 : Math.max(9.5, 300 / view.rows);
  const height = HEAD + view.rows * pitch + 10;
  const weight = view.columns.map((c) => (c.joint ? 0.72 : c.title.startsWith("cassette") ? 1.1 : 1.2));
  const total = weight.reduce((sum, w) => sum + w, 0);
  const inner = Math.max(width - 2 * SIDE, LEAST * total);
  const whole = inner + 2 * SIDE;
  const xs = [SIDE];
  for (const w of weight) xs.push(xs[xs.length - 1]! + (inner * w) / total);
  const y = (row: number) => HEAD + (row - 0.5) * pitch;
  const small = pitch < 13;
  return (
    <Box ref={box} data-strands="" overflowX="auto" overflowY="hidden" flex="none" className="print-whole" css={{ "& > svg": onPaper(whole) }}>
      <svg width={whole} height={height} role="img" aria-label={`${view.strands.length} strands from ${a.place} to ${b.place}`}>
        {view.columns.map((column, i) => {
          const x0 = xs[i]!;
          const x1 = xs[i + 1]!;
          const fit = (text: string) => {
            const most = Math.max(3, Math.floor((x1 - x0) / 6));
            return text.length > most ? `${text.slice(0, most - 1)}…` : text;
          };
          return (
            <g key={i} textAnchor="middle">
              <rect
                x={x0}
                y={HEAD - 6}
                width={x1 - x0}
                height={height - HEAD}
                fill={column.joint ? paint("bg.muted") : paint("bg.panel")}
                stroke={view.unrecorded.includes(i) ? paint("warn.fg") : paint("border")}
                strokeWidth={view.unrecorded.includes(i) ? 2 : 1}
              />
              <SvgText x={(x0 + x1) / 2} y={14}>
                {fit(`${i + 1} ${column.title}`.trim())}
              </SvgText>
              <SvgText x={(x0 + x1) / 2} y={29} tone="fg.muted">
                {fit(column.detail)}
              </SvgText>
            </g>
          );
        })}
        {view.strands.map((strand, i) => (
          <Line key={i} strand={strand} xs={xs} y={y} lit={lit === i} dim={lit !== null && lit !== i} onOver={() => onLit(i)} onOut={() => onLit(null)} />
        ))}
        {view.strands.map((strand, i) => (
          <g key={i}>
            <g textAnchor="end">
              <SvgText x={SIDE - 8} y={y(strand.rows[0]!) + 4} tone={strand.role ? "fg" : "fg.muted"}>
                {`${strand.role ? `${strand.role === "transmit" ? "Tx" : "Rx"} ` : ""}${small && !strand.role && i % 2 ? "" : strand.start}`}
              </SvgText>
            </g>
            {strand.end && (
              <SvgText
                x={whole - SIDE + 8}
                y={y(strand.rows[strand.rows.length - 1]!) + 4}
                tone={strand.right === false ? "stop.fg" : strand.role ? "fg" : "fg.muted"}
              >
                {strand.meets && /^[TR]x/.test(strand.meets) ? `${strand.end} ${strand.meets}` : small && !strand.role && i % 2 ? "" : strand.end}
              </SvgText>
            )}
          </g>
        ))}
      </svg>
      {view.columns.some((c) => c.near) && <EndFaces view={view} lit={lit} />}
    </Box>
  );
}

interface LineProps {
  strand: StrandView;
  xs: number[];
  y: (row: number) => number;
  lit: boolean;
  dim: boolean;
  onOver: () => void;
  onOut: () => void;
}

function Line({ strand, xs, y, lit, dim, onOver, onOut }: LineProps) {
  const points = strand.rows.map((row, i) => `${i ? "L" : "M"}${xs[i]} ${y(row)}`).join("");
  const last = strand.rows.length - 1;
  const wrong = strand.right === false;
  const tone = wrong ? paint("stop.fg") : strand.role ? paint("accent.solid") : paint("fg.muted");
  const sends = strand.role === "transmit";
  return (
    <g opacity={dim ? 0.25 : 1} onMouseEnter={onOver} onMouseLeave={onOut}>
      <path d={points} stroke="transparent" strokeWidth="9" fill="none" />
      <path
        d={points}
        fill="none"
        stroke={tone}
        strokeWidth={lit ? 5 : strand.role ? 3 : 1.2}
        strokeDasharray={strand.role === "receive" ? "7 4" : undefined}
        strokeLinejoin="round"
      />
      {strand.role && <circle cx={xs[0]} cy={y(strand.rows[0]!)} r="4.5" fill={sends ? tone : paint("bg")} stroke={tone} strokeWidth="2" />}
      {strand.end === null && <path d={`M${xs[last]! - 4} ${y(strand.rows[last]!) - 4}l8 8m0-8l-8 8`} stroke={paint("warn.fg")} strokeWidth="2" />}
    </g>
  );
}

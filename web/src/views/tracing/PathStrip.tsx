/** The light path over the trace and the ground under it, on the same axis: a metre of glass is a place. */
import type { Piece, SpotView } from "../../api/tracing";
import { SvgText } from "../../drawing/SvgText";
import { paint } from "../../theme";
import type { Range } from "./plotted";

interface Props {
  pieces: Piece[];
  spots: SpotView[];
  range: Range;
  width: number;
  faults: number[];
}

const LEFT = 46;
const scaled = (range: Range, width: number) => (m: number) => LEFT + ((m - range[0]) / (range[1] - range[0])) * (width - LEFT);
const clamp = (x: number, width: number) => Math.max(LEFT, Math.min(width, x));

export function PathStrip({ pieces, spots, range, width, faults }: Props) {
  const x = scaled(range, width);
  return (
    <svg width={width} height="48" role="img" aria-label="The light path" style={{ display: "block" }}>
      {pieces
        .filter((one) => one.kind === "cord" || one.kind === "cable" || one.kind === "pigtail")
        .map((one, n) => {
          const [a, b] = [clamp(x(one.from_m), width), clamp(x(one.until_m), width)];
          if (b - a < 0.5) return null;
          return (
            <g key={n}>
              {one.kind === "cable" ? (
                <rect x={a} y="10" width={b - a} height="16" rx={Math.min(8, (b - a) / 2)} fill={paint("bg.panel")} stroke={paint("fg")} strokeWidth="2" />
              ) : null}
              <path
                d={`M${a} 18H${b}`}
                stroke={paint("sheath.yellow")}
                strokeWidth={one.kind === "cable" ? 4 : 2.5}
                strokeDasharray={one.kind === "cord" ? "6 3" : undefined}
              />
              {b - a > one.label.length * 7 && (
                <SvgText x={(a + b) / 2} y={42} textAnchor="middle" size={13}>
                  {one.label}
                </SvgText>
              )}
            </g>
          );
        })}
      {spots.map((one, n) => {
        const at = x(one.m);
        if (at < LEFT - 1 || at > width + 1) return null;
        return one.kind === "splice" ? (
          <rect key={n} x={at - 4} y="14" width="8" height="8" fill={paint("fg")} />
        ) : one.kind === "connection" ? (
          <path key={n} d={`M${at - 6} 10l6 5l6 -5v16l-6 -5l-6 5z`} fill={paint("note.fg")} />
        ) : (
          <path key={n} d={`M${at} 8v20`} stroke={paint("fg")} strokeWidth="3" />
        );
      })}
      {faults.map((m) => {
        const at = x(m);
        return at < LEFT || at > width ? null : <path key={m} d={`M${at - 6} 0h12l-6 8z`} fill={paint("warn.fg")} />;
      })}
    </svg>
  );
}

export function GroundStrip({ pieces, range, width }: Pick<Props, "pieces" | "range" | "width">) {
  const x = scaled(range, width);
  return (
    <svg width={width} height="24" role="img" aria-label="The ground that the glass lies in" style={{ display: "block" }}>
      {pieces
        .filter((one) => one.kind === "pathway" || one.kind === "coil")
        .map((one, n) => {
          const [a, b] = [clamp(x(one.from_m), width), clamp(x(one.until_m), width)];
          if (b - a < 0.5) return null;
          return (
            <g key={n}>
              <rect
                x={a}
                y="2"
                width={b - a}
                height="18"
                fill={paint(one.kind === "coil" ? "bg.emphasized" : "bg.muted")}
                stroke={paint("border.emphasized")}
              />
              {b - a > one.label.length * 7 && (
                <SvgText x={(a + b) / 2} y={15} textAnchor="middle" size={13}>
                  {one.label}
                </SvgText>
              )}
            </g>
          );
        })}
    </svg>
  );
}

/** A strand's colour with a rim, so that white shows too; its word stands beside it. */
import { paint } from "../../theme";

export function Swatch({ colour, width = 26, height = 13 }: { colour: string; width?: number; height?: number }) {
  const base = colour.split(",")[0] ?? colour;
  return (
    <svg width={width} height={height} aria-hidden="true" style={{ flex: "none", width, height }}>
      <rect x="1" y="1" width={width - 2} height={height - 2} rx={(height - 2) / 2} fill={paint(`strand.${base}`)} stroke={paint("fg")} strokeWidth="1.5" />
    </svg>
  );
}

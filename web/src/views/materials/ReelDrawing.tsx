/** A reel unrolled to scale: every piece with its name, the metre of each cut, what stays on it. */
import { Box, Text } from "@chakra-ui/react";
import type { MaterialReel } from "../../api/materials";
import { useSettings } from "../../app/settings";
import { SvgText } from "../../drawing/SvgText";
import { labelRows } from "./cuts";
import { length, lengthNumber } from "../../words/figures";
import { paint } from "../../theme";

const WIDTH = 400;
const TOP = 20;
const BAND = 26;

export function ReelDrawing({ reel, longest }: { reel: MaterialReel; longest: number }) {
  const { unit } = useSettings();
  const x = (m: number) => (m / longest) * (WIDTH - 30) + 2;
  const cuts = reel.pieces.map((piece, i) => {
    const from = reel.pieces.slice(0, i).reduce((sum, one) => sum + one.length_m, 0);
    return { ...piece, from, to: from + piece.length_m };
  });
  const rows = labelRows(cuts.map((one) => x(one.to)));
  const used = cuts[cuts.length - 1]?.to ?? 0;
  const pattern = `left-${reel.reel.replace(/\W/g, "-")}`;
  return (
    <Box data-cut={reel.reel}>
      <Text fontWeight="700" fontSize="14px">
        {reel.reel} {reel.bought ? "to buy" : "at hand"}, {length(reel.length_m, unit)}
      </Text>
      <svg
        width={WIDTH}
        height={TOP + BAND + 36}
        viewBox={`0 0 ${WIDTH} ${TOP + BAND + 36}`}
        style={{ maxWidth: "100%" }}
        role="img"
        aria-label={`${reel.reel}: ${cuts.map((one) => `${one.cable} ${length(one.length_m, unit)}`).join(", ")}`}
      >
        <defs>
          <pattern id={pattern} width="6" height="6" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V6" stroke={paint("border.emphasized")} strokeWidth="2" />
          </pattern>
        </defs>
        <rect x={x(used)} y={TOP} width={Math.max(0, x(reel.length_m) - x(used))} height={BAND} fill={`url(#${pattern})`} stroke={paint("border.emphasized")} />
        {cuts.map((one, i) => (
          <g key={`${one.cable} ${i}`}>
            <rect x={x(one.from)} y={TOP} width={Math.max(1.5, x(one.to) - x(one.from))} height={BAND} fill={paint("accent.subtle")} stroke={paint("fg")} />
            {x(one.to) - x(one.from) > 34 && (
              <SvgText x={(x(one.from) + x(one.to)) / 2} y={TOP + 17} textAnchor="middle" size={12} weight={600}>
                {one.cable}
              </SvgText>
            )}
            <path d={`M${x(one.to)} ${TOP}v${BAND + 5}`} stroke={paint("accent.fg")} strokeWidth="2" />
            {rows[i] !== null && (
              <SvgText x={Math.min(x(one.to), WIDTH - 22)} y={TOP + BAND + 17 + 14 * (rows[i] ?? 0)} textAnchor="middle" size={12} tone="accent.fg" mono>
                {lengthNumber(one.to, unit)}
              </SvgText>
            )}
          </g>
        ))}
      </svg>
      <Text fontSize="14px">
        {cuts.map((one) => `${one.cable} ${length(one.length_m, unit)}`).join(" · ")} · <b>{length(reel.left_m, unit)} left</b>
        {reel.serves != null && `, enough for ${reel.serves}`}
      </Text>
    </Box>
  );
}

/** What is possible: distance against speed, which glass carries it, and the need marked in it. */
import { Box, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { Need } from "../../api/choice";
import { usePossible } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { lengthNumber, rate } from "../../parts/figures";
import { SvgText } from "../../parts/SvgText";
import { paint } from "../../theme";

const LEAST = 10;
const MOST = 100_000;
const ROOM = { left: 62, right: 20, top: 14, bottom: 40 };
const TICKS = [10, 30, 100, 300, 1000, 3000, 10_000, 30_000, 100_000];
/** Sheath colours of the glass, each with its name written beside it. */
const TONES: Record<string, string> = { OM1: "sheath.orange", OM2: "sheath.orange", OM3: "sheath.aqua", OM4: "sheath.violet", OM5: "sheath.lime", OS2: "sheath.yellow" };

export function PossibleMap({ need }: { need: Need | null }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const rows = usePossible(plan.id, plan.revision).data;
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(800);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setWidth(Math.max(420, box.clientWidth)));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  const rates = [...new Set(rows?.map((r) => r.rate_gbps))].sort((a, b) => b - a);
  const height = ROOM.top + ROOM.bottom + rates.length * 58;
  const x = (m: number) => ROOM.left + (Math.log(Math.min(Math.max(m, LEAST), MOST) / LEAST) / Math.log(MOST / LEAST)) * (width - ROOM.left - ROOM.right);
  const band = (r: number) => ROOM.top + rates.indexOf(r) * 58;
  return (
    <Box ref={frame} overflowY="auto" flex="1" minH="0" data-possible="">
      <Text color="fg.muted" fontSize="14px" mb="1">
        How far each glass carries each speed by this plan’s house rules: a proposed path with two mated pairs, judged like any link. Bars of glass that reaches farthest lie behind.
      </Text>
      {!rows && <Text color="fg.muted">Trying every application at every distance …</Text>}
      {rows && (
        <svg width={width} height={height} role="img" aria-label="What is possible">
          {TICKS.map((m) => (
            <g key={m}>
              <line x1={x(m)} x2={x(m)} y1={ROOM.top} y2={height - ROOM.bottom} stroke={paint("border")} />
              <SvgText x={x(m)} y={height - ROOM.bottom + 18} textAnchor="middle" mono tone="fg.muted">
                {lengthNumber(m, unit)}
              </SvgText>
            </g>
          ))}
          <SvgText x={width - ROOM.right} y={height - 4} textAnchor="end" tone="fg.muted">
            {unit} of route
          </SvgText>
          {rates.map((r) => {
            const here = rows.filter((row) => row.rate_gbps === r).sort((a, b) => b.most_m - a.most_m);
            return (
              <g key={r}>
                <SvgText x={ROOM.left - 10} y={band(r) + 33} textAnchor="end" mono weight={700}>
                  {rate(r)}
                </SvgText>
                {here.map((row, i) => {
                  const y = band(r) + 5 + i * 8;
                  return (
                    <g key={row.fiber}>
                      <rect x={ROOM.left} y={y} width={Math.max(2, x(row.most_m) - ROOM.left)} height="7" fill={paint(TONES[row.fiber] ?? "fg")} stroke={paint("fg")} strokeWidth="0.5">
                        <title>{`${rate(r)} on ${row.fiber}: ${row.most_m} m with ${row.application}`}</title>
                      </rect>
                      <SvgText x={x(row.most_m) + 5} y={y + 7.5} size={12} rim>
                        {i === 0 || here[i - 1]!.most_m - row.most_m > 0.35 * here[i - 1]!.most_m ? `${row.fiber} ${lengthNumber(row.most_m, unit)}` : ""}
                      </SvgText>
                    </g>
                  );
                })}
              </g>
            );
          })}
          {need && rates.includes(need.rate_gbps) && (
            <g>
              <line x1={x(need.distance_m)} x2={x(need.distance_m)} y1={ROOM.top} y2={height - ROOM.bottom} stroke={paint("accent.fg")} strokeWidth="2" strokeDasharray="5 4" />
              {[need.rate_gbps, need.growth_gbps ?? need.rate_gbps].map((r, i) => (
                <g key={i}>
                  <circle cx={x(need.distance_m)} cy={band(r) + 28} r="9" fill={paint("bg")} stroke={paint("accent.fg")} strokeWidth="4" />
                  {(i === 0 || r !== need.rate_gbps) && (
                    <SvgText x={x(need.distance_m) + 15} y={band(r) + 33} weight={700} tone="accent.fg" rim>
                      {i === 0 ? "now" : "later"}
                    </SvgText>
                  )}
                </g>
              ))}
            </g>
          )}
        </svg>
      )}
    </Box>
  );
}

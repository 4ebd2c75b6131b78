/** What is possible: distance against speed, which glass carries it, and the need marked in it. */
import { Box, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { Need, Possible } from "../../api/choice";
import { usePossible } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { lengthNumber, rate } from "../../words/figures";
import { SvgText } from "../../drawing/SvgText";
import { paint } from "../../theme";

const LEAST = 10;
const MOST = 100_000;
const ROOM = { left: 62, right: 44, top: 14, bottom: 40 };
const TICKS = [10, 30, 100, 300, 1000, 3000, 10_000, 30_000, 100_000];
const BAND = 62;
const BAR = 13;

interface Bar {
  fibers: string[];
  most_m: number;
  application: string;
}

/** Glass that reaches equally far is one bar. */
function bars(rows: Possible[]): Bar[] {
  const found: Bar[] = [];
  for (const row of [...rows].sort((a, b) => b.most_m - a.most_m)) {
    const same = found.find((bar) => Math.abs(bar.most_m - row.most_m) <= 0.02 * bar.most_m);
    if (same) same.fibers.push(row.fiber);
    else found.push({ fibers: [row.fiber], most_m: row.most_m, application: row.application });
  }
  return found;
}

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
  const height = ROOM.top + ROOM.bottom + rates.length * BAND;
  const x = (m: number) => ROOM.left + (Math.log(Math.min(Math.max(m, LEAST), MOST) / LEAST) / Math.log(MOST / LEAST)) * (width - ROOM.left - ROOM.right);
  const band = (r: number) => ROOM.top + rates.indexOf(r) * BAND;
  return (
    <Box
      ref={frame}
      tabIndex={0}
      role="region"
      aria-label="How far each glass carries each speed"
      overflowY="auto"
      flex="1"
      minH="0"
      data-possible=""
      className="print-whole"
    >
      <Text color="fg.muted" fontSize="14px" mb="1">
        How far each glass carries each speed by this plan’s house rules: a proposed path with two mated pairs, judged like any link. Near by, strong modules
        need an attenuator.
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
          {need && rates.includes(need.rate_gbps) && (
            <line
              x1={x(need.distance_m)}
              x2={x(need.distance_m)}
              y1={ROOM.top}
              y2={height - ROOM.bottom}
              stroke={paint("accent.fg")}
              strokeWidth="2"
              strokeDasharray="5 4"
            />
          )}
          {rates.map((r) => {
            return (
              <g key={r}>
                <SvgText x={ROOM.left - 10} y={band(r) + 20} textAnchor="end" mono weight={700}>
                  {rate(r)}
                </SvgText>
                {need && (r === need.rate_gbps || r === need.growth_gbps) && (
                  <SvgText x={ROOM.left - 10} y={band(r) + 36} textAnchor="end" weight={700} tone="accent.fg">
                    {r === need.rate_gbps ? "now" : "later"}
                  </SvgText>
                )}
                {bars(rows.filter((row) => row.rate_gbps === r)).map((bar, i) => {
                  const y = band(r) + 4 + i * BAR;
                  return (
                    <g key={bar.fibers[0]}>
                      <rect
                        x={ROOM.left}
                        y={y}
                        width={Math.max(2, x(bar.most_m) - ROOM.left)}
                        height={BAR - 3}
                        fill={paint(bar.fibers.includes("OS2") ? "fg" : "border.emphasized")}
                      >
                        <title>{`${rate(r)} on ${bar.fibers.join(", ")}: ${bar.most_m} m with ${bar.application}`}</title>
                      </rect>
                      <SvgText x={x(bar.most_m) + 5} y={y + 10} size={12} rim>
                        {bar.fibers.sort().join(", ")} {lengthNumber(bar.most_m, unit)}
                      </SvgText>
                    </g>
                  );
                })}
              </g>
            );
          })}
          {need && rates.includes(need.rate_gbps) && (
            <g>
              {[need.rate_gbps, need.growth_gbps ?? need.rate_gbps].map((r, i) => (
                <circle key={i} cx={x(need.distance_m)} cy={band(r) + 9} r="7" fill={paint("bg")} stroke={paint("accent.fg")} strokeWidth="4" />
              ))}
            </g>
          )}
        </svg>
      )}
    </Box>
  );
}

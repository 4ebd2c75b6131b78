/** Tension along the pull, fed from either end, against the cable's rating. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { CableDoc, PullsView } from "../../api/plant";
import { useSettings } from "../../app/settings";
import { lengthNumber, toUnit } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { SvgText } from "../../drawing/SvgText";
import { scales, ticks } from "../../drawing/tension";
import { paint } from "../../theme";

const HEIGHT = 250;
const ROOM = { left: 58, right: 14, top: 16, bottom: 34 };

interface Props {
  view: PullsView;
  cable: CableDoc;
  onStore: (change: Partial<CableDoc>) => void;
}

export function TensionChart({ view, cable, onStore }: Props) {
  const { unit } = useSettings();
  const frame = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(640);
  useEffect(() => {
    const box = frame.current;
    if (!box) return;
    const watch = new ResizeObserver(() => setWidth(Math.max(320, box.clientWidth)));
    watch.observe(box);
    return () => watch.disconnect();
  }, []);
  const { feed } = cable;
  const chosen = view.pulls.find((p) => p.feed === feed);
  const other = view.pulls.find((p) => p.feed !== feed);
  if (view.missing || !chosen || !other) return <Text mt="3">{view.missing ?? "No pull is recorded."}</Text>;
  const s = scales(
    view.pulls.map((p) => p.spots),
    view.rating_n,
    width,
    HEIGHT,
    ROOM,
  );
  const over = view.rating_n !== null && chosen.worst_n > view.rating_n;
  // The other way is drawn turned round, so that one place of the route stands at one place here.
  const path = (pull: typeof chosen, turned = false) =>
    pull.spots.map((p, i) => `${i ? "L" : "M"}${s.x(turned ? s.length_m - p.at_m : p.at_m).toFixed(1)} ${s.y(p.tension_n).toFixed(1)}`).join("");
  const bends = chosen.spots.filter((p) => p.kind === "bend");
  const hardest = bends.reduce<(typeof bends)[number] | null>((worst, p) => ((p.pressure_n_m ?? 0) > (worst?.pressure_n_m ?? 0) ? p : worst), null);
  const proposed = view.proposed_feed && (view.proposed_feed !== feed || view.proposed_points.join() !== cable.pull_points.join());
  return (
    <Box data-pull="">
      <Text fontSize="20px" fontWeight="800" color={over ? "stop.fg" : "fg"} lineHeight="1.2">
        {Math.round(chosen.worst_n)} N fed from {chosen.from_place}
        {view.rating_n !== null && `, rated for ${view.rating_n} N`}
      </Text>
      <Text color="fg.muted" fontSize="14px">
        {Math.round(other.worst_n)} N the other way · friction {view.friction || "–"}
        {cable.lubricated ? ", lubricated" : ", dry"} · {chosen.turned_deg}° of bends in one pull at most
        {hardest?.pressure_n_m != null &&
          ` · ${Math.round(hardest.pressure_n_m)} N/m in the hardest bend${view.sidewall_n_m ? ` of ${view.sidewall_n_m}` : ": limit by data sheet"}`}
      </Text>
      <Box ref={frame} mt="2">
        <svg width={width} height={HEIGHT} role="img" aria-label={`Tension along ${view.cable}`} style={{ display: "block" }}>
          {ticks(s.most_n / 1.05, 4).map((n) => (
            <g key={n}>
              <line x1={ROOM.left} x2={width - ROOM.right} y1={s.y(n)} y2={s.y(n)} stroke={paint("border")} />
              <SvgText x={ROOM.left - 8} y={s.y(n) + 4} textAnchor="end" mono tone="fg.muted">
                {n}
              </SvgText>
            </g>
          ))}
          {ticks(toUnit(s.length_m, unit), 5).map((v) => {
            const at = unit === "ft" ? v * 0.3048 : v;
            return (
              <SvgText key={v} x={s.x(at)} y={HEIGHT - 14} textAnchor="middle" mono tone="fg.muted">
                {v}
              </SvgText>
            );
          })}
          <SvgText x={8} y={12} tone="fg.muted">
            N
          </SvgText>
          <SvgText x={width - ROOM.right} y={HEIGHT - 1} textAnchor="end" tone="fg.muted">
            {unit} from {chosen.from_place}; dashed: fed from {other.from_place}
          </SvgText>
          {view.rating_n !== null && (
            <g>
              <line x1={ROOM.left} x2={width - ROOM.right} y1={s.y(view.rating_n)} y2={s.y(view.rating_n)} stroke={paint("stop.fg")} strokeWidth="2" />
              <SvgText x={ROOM.left + 6} y={s.y(view.rating_n) - 5} weight={700} tone="stop.fg" rim>
                rated {view.rating_n} N
              </SvgText>
            </g>
          )}
          <path d={path(other, true)} fill="none" stroke={paint("fg.muted")} strokeWidth="2" strokeDasharray="6 4" />
          <path d={path(chosen)} fill="none" stroke={paint("accent.fg")} strokeWidth="3.5" />
          {bends.map((p, i) => (
            <circle key={i} cx={s.x(p.at_m)} cy={s.y(p.tension_n)} r="4" fill={paint("bg")} stroke={paint("accent.fg")} strokeWidth="2.5">
              <title>{`${p.angle_deg}° in ${p.where}: ${Math.round(p.tension_n)} N`}</title>
            </circle>
          ))}
          {chosen.spots
            .filter((p) => p.kind === "point")
            .map((p, i) => (
              <g key={i}>
                <line x1={s.x(p.at_m)} x2={s.x(p.at_m)} y1={ROOM.top} y2={HEIGHT - ROOM.bottom} stroke={paint("fg")} strokeDasharray="2 3" />
                <SvgText x={s.x(p.at_m)} y={12} textAnchor="middle" weight={600}>
                  out at {p.where}
                </SvgText>
              </g>
            ))}
        </svg>
      </Box>
      {view.proposal && (
        <Flex gap="3" align="center" mt="1" wrap="wrap">
          <Text fontWeight="600">{view.proposal}</Text>
          {proposed && (
            <Button size="xs" colorPalette="accent" onClick={() => onStore({ feed: view.proposed_feed ?? "a", pull_points: view.proposed_points })}>
              Pull it so
            </Button>
          )}
          <Button size="xs" variant="outline" colorPalette="accent" onClick={() => onStore({ feed: feed === "a" ? "b" : "a" })}>
            Feed from {other.from_place}
          </Button>
          <Button size="xs" variant="outline" colorPalette="accent" aria-pressed={cable.lubricated} onClick={() => onStore({ lubricated: !cable.lubricated })}>
            {cable.lubricated ? "Without lubricant" : "With lubricant"}
          </Button>
        </Flex>
      )}
      <Box asChild mt="2" fontSize="14px">
        <details>
          <summary style={{ cursor: "pointer", fontWeight: 600 }}>Section by section</summary>
          <table style={{ marginTop: 6, borderSpacing: "14px 2px" }}>
            <thead>
              <tr>
                <th align="right">{unit}</th>
                <th align="left">what</th>
                <th align="right">N after it</th>
                <th align="right">N/m</th>
              </tr>
            </thead>
            <tbody>
              {chosen.spots.map((p, i) => (
                <tr key={i}>
                  <td align="right">
                    <Mono>{lengthNumber(p.at_m, unit)}</Mono>
                  </td>
                  <td>
                    {p.kind === "bend"
                      ? `bend of ${p.angle_deg}°${p.radius_m != null ? `, ${p.radius_m} m` : ", radius not recorded"}, ${p.where}`
                      : `${p.kind}, ${p.where}`}
                  </td>
                  <td align="right">
                    <Mono>{p.tension_n.toFixed(0)}</Mono>
                  </td>
                  <td align="right">
                    <Mono>{p.pressure_n_m?.toFixed(0) ?? ""}</Mono>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <Text color="fg.muted" mt="1">
            Straight: T + w L (μ cos θ + sin θ). Bend: T e^(μφ). Least radius {view.bend_loaded_mm ?? "?"} mm under tension, {view.bend_rest_mm ?? "?"} mm at
            rest.
          </Text>
        </details>
      </Box>
    </Box>
  );
}

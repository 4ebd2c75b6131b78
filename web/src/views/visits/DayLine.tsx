/** A day as a line walked through hours (across) and places (down): flat is work, a slope is a walk, shut hours are hatched. */
import { Box } from "@chakra-ui/react";
import type { VisitView, VisitsView } from "../../api/visits";
import { SvgText } from "../../drawing/SvgText";
import { paint } from "../../theme";
import { clockAt, placesOf } from "./told";

const LEFT = 138;
const WIDTH = 900;
const ROW = 40;
const TOP = 26;

export function DayLine({ view, visit }: { view: VisitsView; visit: VisitView }) {
  const places = placesOf(visit);
  if (places.length === 0) return null;
  if (view.depot && !places.includes(view.depot)) places.unshift(view.depot);
  const last = Math.max(view.day_h, visit.back_h);
  const x = (hours: number) => LEFT + (hours / last) * (WIDTH - LEFT - 8);
  const y = (place: string) => TOP + 16 + ROW * places.indexOf(place);
  const height = TOP + ROW * places.length + 6;
  const people = [...new Set(visit.steps.map((step) => step.person))].sort();
  const windows = view.windows.filter((one) => one.day === visit.day && places.includes(one.place));
  const hours = Array.from({ length: Math.floor(last) + 1 }, (_, hour) => hour);
  return (
    <Box overflowX="auto" tabIndex={0} role="region" aria-label="The way through the day" className="print-whole">
      <svg
        viewBox={`0 0 ${WIDTH} ${height}`}
        width={WIDTH}
        height={height}
        style={{ maxWidth: "100%", minWidth: 560, height: "auto" }}
        role="img"
        aria-label={`${visit.name}: ${places.join(", then ")}, back at ${clockAt(view.starts, visit.back_h)}`}
      >
        <defs>
          <pattern id="shut" width="7" height="7" patternUnits="userSpaceOnUse" patternTransform="rotate(45)">
            <path d="M0 0V7" stroke={paint("border.emphasized")} strokeWidth="2" />
          </pattern>
        </defs>
        {hours.map((hour) => (
          <g key={hour}>
            <path d={`M${x(hour)} ${TOP - 6}V${height}`} stroke={paint("border")} strokeDasharray="1 4" />
            <SvgText x={x(hour)} y={13} textAnchor={hour === 0 ? "start" : x(hour) > WIDTH - 24 ? "end" : "middle"} size={12} mono>
              {clockAt(view.starts, hour)}
            </SvgText>
          </g>
        ))}
        {places.map((place) => (
          <g key={place}>
            <path d={`M${LEFT} ${y(place)}H${WIDTH}`} stroke={paint("border")} />
            <SvgText x={0} y={y(place) + 4} size={13} weight={700}>
              {place.length > 19 ? `${place.slice(0, 18)}…` : place}
            </SvgText>
          </g>
        ))}
        {[...new Set(windows.map((one) => one.place))].map((place) => {
          const open = windows.filter((one) => one.place === place).sort((a, b) => a.opens_h - b.opens_h);
          const edges = [0, ...open.flatMap((one) => [one.opens_h, one.closes_h]), last];
          return edges.map((from, at) => {
            const until = edges[at + 1];
            if (at % 2 || until === undefined || until <= from) return null;
            return (
              <g key={`${place} ${from}`}>
                <rect x={x(from)} y={y(place) - 15} width={x(until) - x(from)} height={30} fill="url(#shut)" opacity="0.7" />
                {x(until) - x(from) > 60 && (
                  <SvgText x={(x(from) + x(until)) / 2} y={y(place) - 4} textAnchor="middle" size={12} weight={700}>
                    shut
                  </SvgText>
                )}
              </g>
            );
          });
        })}
        {people.map((person, at) => {
          const steps = visit.steps.filter((step) => step.person === person).sort((a, b) => a.from_h - b.from_h);
          const lift = (at - (people.length - 1) / 2) * 12;
          const points: [number, number][] = [];
          if (view.depot) points.push([x(0), y(view.depot) + lift]);
          for (const step of steps) points.push([x(step.from_h), y(step.place) + lift], [x(step.until_h), y(step.place) + lift]);
          if (view.depot && steps.length) points.push([Math.min(x(visit.back_h), x(last)), y(view.depot) + lift]);
          return (
            <g key={person}>
              <path d={`M${points.map((one) => one.join(" ")).join("L")}`} fill="none" stroke={paint("accent.fg")} strokeWidth="1.5" />
              {steps.map((step) => (
                <rect
                  key={`${step.place} ${step.from_h}`}
                  x={x(step.from_h)}
                  y={y(step.place) + lift - 5}
                  width={Math.max(1.5, x(step.until_h) - x(step.from_h) - 1)}
                  height={10}
                  fill={at === 0 ? paint("accent.subtle") : paint("bg.panel")}
                  stroke={paint("accent.fg")}
                />
              ))}
            </g>
          );
        })}
      </svg>
    </Box>
  );
}

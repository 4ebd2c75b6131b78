/** A device from the front: its ports to scale, what sits in them, and what each is set to. */
import { Box, Text } from "@chakra-ui/react";
import { useNavigate } from "react-router";
import type { Device } from "../../api/client";
import type { Seat } from "../../api/beside";
import { useOpenPlan } from "../../app/planContext";
import { rate } from "../../words/figures";
import { SvgText } from "../../drawing/SvgText";
import { paint } from "../../theme";
import { seated } from "./seats";

type Group = Device["ports"][number];

/** Widths of a port's opening, millimetres: a jack, a cage of one lane, a cage of four or more. */
const JACK = 16;
const SMALL = 14;
const WIDE = 19;
const HEIGHT = 12;
const GAP = 4;
/** Ports a row; a group of more stands in two rows, odd over even, as on most fronts. */
const ROW = 12;
const SCALE = 2;

const widthOf = (group: Group) => (group.cage == null ? JACK : /^(SFP|GBIC)/.test(group.cage) ? SMALL : WIDE);

const told = (port: { number: number; seats: Seat[]; said: boolean }) =>
  port.seats.length === 0
    ? `${port.number}: free`
    : port.seats
        .map(
          (s) =>
            `${port.said ? port.number : "port not said"}: ${s.name}${s.lane ? `, lane ${s.lane}` : ""}, ${rate(s.rate_gbps)}${s.set_gbps == null ? "" : `, set to ${rate(s.set_gbps)}`}${s.bundle ? `, ${s.bundle}` : ""}${s.fed ? `, feeds ${s.fed}` : ""}`,
        )
        .join("\n");

export function GroupFront({ group, seats }: { group: Group; seats: Seat[] }) {
  const { plan } = useOpenPlan();
  const navigate = useNavigate();
  const ports = seated(group.count, seats);
  const rows = group.count > ROW ? 2 : 1;
  const columns = Math.ceil(group.count / rows);
  const step = (widthOf(group) + GAP) * SCALE;
  const line = (HEIGHT + 9) * SCALE;
  return (
    <Box overflowX="auto" maxW="100%">
      <svg
        width={columns * step + GAP}
        height={rows * line + 4}
        role="img"
        aria-label={`${group.name}: ${ports.filter((p) => p.seats.length).length} of ${group.count} taken`}
        data-front={group.name}
      >
        {ports.map((port, i) => {
          const x = (rows === 2 ? Math.floor(i / 2) : i) * step + GAP;
          const y = (rows === 2 ? i % 2 : 0) * line + 2;
          const clash = port.seats.length > 1 && port.seats.some((s) => s.lane == null);
          const tone = clash ? "stop.fg" : port.seats.length ? "accent.solid" : "border.emphasized";
          const link = port.seats.find((s) => s.link_id)?.link_id;
          return (
            <g
              key={port.number}
              onClick={() => link && void navigate(`/plans/${plan.id}/links/${link}`)}
              style={{ cursor: link ? "pointer" : undefined }}
              data-port={port.number}
            >
              <title>{told(port)}</title>
              <rect
                x={x}
                y={y}
                width={widthOf(group) * SCALE}
                height={HEIGHT * SCALE}
                rx={group.cage == null ? 1 : 3}
                fill={port.seats.length ? paint(tone) : paint("bg")}
                stroke={paint(tone)}
                strokeWidth="1.5"
                strokeDasharray={port.said ? undefined : "4 2"}
              />
              {port.seats.some((s) => s.fed) && <path d={`M${x + 15} ${y + 3}l-6 10h5l-2 8 7-11h-5z`} fill={paint("bg.panel")} />}
              <SvgText
                x={x + (widthOf(group) * SCALE) / 2}
                y={y + HEIGHT * SCALE + 13}
                textAnchor="middle"
                size={11}
                mono
                tone={port.seats.length ? "fg" : "fg.muted"}
              >
                {port.number}
              </SvgText>
            </g>
          );
        })}
      </svg>
    </Box>
  );
}

interface PowerProps {
  given: number | null;
  usual: number;
  peak: number;
  count: number;
  unknown: number;
}

/** What a switch feeds over its jacks, of what it gives in all. */
export function PowerGiven({ given, usual, peak, count, unknown }: PowerProps) {
  if (count === 0) return null;
  const most = Math.max(given ?? 0, peak, 1);
  const over = given !== null && peak > given;
  return (
    <Box mt="1" data-power="">
      <svg width="240" height="12" aria-hidden="true">
        <rect x="0" y="2" width={(peak / most) * 236} height="8" fill={paint("border.emphasized")} />
        <rect x="0" y="2" width={(usual / most) * 236} height="8" fill={paint(over ? "stop.fg" : "accent.solid")} />
        {given !== null && <rect x={(given / most) * 236} y="0" width="2.5" height="12" fill={paint("fg")} />}
      </svg>
      <Text fontSize="14px" color={over ? "stop.fg" : "fg"} fontWeight={over ? 700 : 400}>
        Feeds {count === 1 ? "1 device" : `${count} devices`}: {usual.toFixed(1)} W usually, {peak.toFixed(1)} W at peak, of{" "}
        {given === null ? "what is not recorded" : `${given} W`}
        {unknown > 0 && `; of ${unknown} nobody knows what it takes`}
      </Text>
    </Box>
  );
}

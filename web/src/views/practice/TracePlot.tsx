/** Traces of a drill, drawn as in the trace view: drag pans, wheel and keys zoom, markers measure. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { Looked } from "../../api/practice";
import { Toggle } from "../../forms/Toggle";
import { Plot, type Drawn } from "../tracing/Plot";
import { levelAt, type Range } from "../tracing/plotted";

type Line = NonNullable<Looked["line"]>;

/** A trace begins near 0 dB; what lies under this is noise. [dB] */
const FLOOR_DB = -15;

/** The last sample that is glass and no noise, and a tenth beyond it. */
function lastOf(line: Line): number {
  const first = middle(line);
  const last = line.level_db.findLastIndex((db) => db > first - 30 && db > FLOOR_DB);
  return Math.min(line.level_db.length, Math.ceil((last + 1) * 1.08));
}

/** The level of the glass near the instrument. */
function middle(line: Line): number {
  const near = line.level_db.slice(0, Math.max(8, Math.floor(line.level_db.length / 12))).toSorted((a, b) => a - b);
  return near[Math.floor(near.length / 2)] ?? 0;
}

export function TracePlot({ lines }: { lines: Line[] }) {
  const [at, setAt] = useState<string | null>(null);
  const line = lines.find((one) => one.name === at) ?? lines.at(-1)!;
  const whole: Range = useMemo(() => [0, line.step_m * lastOf(line)], [line]);
  const [range, setRange] = useState<Range>(whole);
  const [markers, setMarkers] = useState<[number, number] | null>(null);
  const curves: Drawn[] = useMemo(
    () =>
      lines.map((one) => ({
        curve: { samples: Float32Array.from(one.level_db), spacing_m: one.step_m, zero_m: 0 },
        tone: one === line ? "measured" : "also",
        label: one.name,
      })),
    [lines, line],
  );
  const shown = curves.filter((one) => one.tone === "measured" || one.label.endsWith(line.name.slice(-5)));
  const read = markers && markers.map((m) => levelAt(shown.find((one) => one.tone === "measured")!.curve, m));
  return (
    <Box mt="2">
      <Flex gap="3" align="center" wrap="wrap" mb="1">
        {lines.length > 1 && <Toggle label="Trace" value={line.name} options={lines.map((one) => ({ value: one.name, label: one.name }))} onChange={setAt} />}
        <Text fontSize="13.5px" color="fg.muted">
          {line.name} thick. Wheel or + and − zoom, arrows move, a and b set markers.
        </Text>
      </Flex>
      <Plot
        curves={shown}
        whole={whole}
        range={range}
        onRange={setRange}
        markers={markers}
        onMarkers={setMarkers}
        faults={[]}
        dotted={[]}
        height={320}
        floor={FLOOR_DB}
        label={`Trace at ${line.name}, level over distance from the instrument`}
      />
      {markers && read && read[0] != null && read[1] != null && (
        <Text fontSize="14px" data-markers="">
          A {markers[0].toFixed(1)} m, B {markers[1].toFixed(1)} m: {(markers[1] - markers[0]).toFixed(1)} m and {(read[0] - read[1]).toFixed(2)} dB between
          them
        </Text>
      )}
    </Box>
  );
}

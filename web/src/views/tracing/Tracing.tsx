/** A trace read against the plan: planned thin, measured thick, on one axis with the path and the ground. */
import { Box, Button, Flex, Heading, Table, Text } from "@chakra-ui/react";
import { useEffect, useMemo, useRef, useState } from "react";
import { Link as RouterLink, useSearchParams } from "react-router";
import { useSheet, useTests, type Direction } from "../../api/testing";
import { samplesOf, usePrediction, useStudy, useTakeTrace, type StudyView } from "../../api/tracing";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { useChangePlant } from "../../api/plant";
import { Choice } from "../../forms/Field";
import { Toggle } from "../../forms/Toggle";
import { Problem } from "../../parts/Problem";
import { Mono } from "../../words/Mono";
import { db, length } from "../../words/figures";
import { Faults } from "./Faults";
import { GroundStrip, PathStrip } from "./PathStrip";
import { Plot, type Drawn } from "./Plot";
import { between, type Curve, type Range } from "./plotted";
import { headlineOf, verdictOf } from "./told";

const FLOOR_DB = -22;

export function Tracing() {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const { say, refuse } = useNotice();
  const [search, setSearch] = useSearchParams();
  const tests = useTests(plan.id, plan.revision, "permanent", "laid");
  const sheets = tests.data?.sheets ?? [];
  const key = search.get("sheet") ?? sheets.find((one) => one.stop || one.warn)?.key ?? sheets[0]?.key ?? "";
  const { data: sheet, isLoading: loading } = useSheet(plan.id, plan.revision, { key, kind: "permanent", stage: "laid", method: null });
  const run = search.get("run") ?? sheet?.rows[0]?.id ?? "";
  const [nm, setNm] = useState<number | null>(null);
  const [direction, setDirection] = useState<Direction>("a-b");
  const [pulse, setPulse] = useState<number | null>(null);
  const [shown, setShown] = useState<"level" | "change">("level");
  const single = (sheet?.limits[0]?.[0]?.nm ?? 1310) > 1250;
  const wave = nm ?? (single ? 1550 : 850);
  const made = usePrediction(plan.id, plan.revision, { run, nm: wave, direction, pulse_ns: pulse, launch_m: null });
  const planned = made.data;
  const mine = planned?.traces.filter((one) => one.direction === direction && Math.abs(one.nm - wave) <= 50) ?? [];
  const newest = mine.at(-1);
  const studied = useStudy(plan.id, plan.revision, planned?.run === run ? newest?.id : undefined);
  const study = newest ? studied.data : undefined;
  const { simulate, open } = useTakeTrace(plan.id);
  const change = useChangePlant(plan.id);
  const file = useRef<HTMLInputElement>(null);
  const box = useRef<HTMLDivElement>(null);
  const [width, setWidth] = useState(700);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const watch = new ResizeObserver(([entry]) => entry && setWidth(Math.max(260, Math.floor(entry.contentRect.width))));
    watch.observe(node);
    return () => watch.disconnect();
  }, []);
  const whole = useMemo<Range>(() => (planned ? [-planned.launch_m, planned.total_m - planned.launch_m + 40] : [0, 1]), [planned]);
  const [range, setRange] = useState<Range | null>(null);
  const [markers, setMarkers] = useState<[number, number] | null>(null);
  const view: Range = range ?? whole;
  const curves = useMemo(() => curvesOf(planned, study, shown), [planned, study, shown]);
  const set = (more: Record<string, string>) => {
    setRange(null);
    setMarkers(null);
    setSearch({ sheet: key, run, ...more }, { replace: true });
  };
  const again = (what: () => void) => {
    what();
    setRange(null);
  };
  const measured = curves.find((one) => one.tone === "measured") ?? curves[0];
  const told = markers && measured ? between(measured.curve, markers[0], markers[1]) : null;
  const faults = study?.faults ?? [];
  const close = (m: number) => setRange([Math.max(whole[0], m - 70), Math.min(whole[1], m + 70)]);
  const task = (name: string, place: string | null) =>
    void change
      .mutateAsync({ what: `Task ${name}`, changes: [{ kind: "task", id: null, doc: { name, at: place ? [place] : [], minutes: 30, people: 1, own: true } }] })
      .then(() => say(`A task: ${name}. It comes into the next proposal of visits.`), refuse);
  const row = sheet?.rows.find((one) => one.id === run);
  const waiting = tests.isPending || (key !== "" && loading) || (run !== "" && made.isPending);
  return (
    <Flex direction="column" flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" overflowY="auto" className="print-whole">
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" fontSize={{ base: "22px", md: "28px" }} lineHeight="1.15" data-answer="">
          {headlineOf(planned, study, newest !== undefined, waiting)}
        </Heading>
        <Button asChild size="sm" variant="outline" colorPalette="accent" ml="auto" minH="34px" className="no-print">
          <RouterLink to={`/plans/${plan.id}/test?sheet=${key}`}>Readings</RouterLink>
        </Button>
      </Flex>
      <Problem text={made.error?.message ?? studied.error?.message ?? null} />
      {tests.data && sheets.length === 0 && (
        <Box maxW="420px">
          <Text my="2">A trace is of a strand from panel to panel. Record cables with their ends in Route, and what each should look like stands here.</Text>
          <Button asChild minH="44px" variant="outline" colorPalette="accent">
            <RouterLink to={`/plans/${plan.id}/route`}>Record a cable</RouterLink>
          </Button>
        </Box>
      )}
      {planned && (
        <Text color="fg.muted">
          {planned.name} · from {planned.places[0] ?? "place not recorded"} · {length(planned.length_m, unit)} of glass · {planned.pulse_ns} ns ·{" "}
          {row ? `loss test: ${row.state === "open" ? "not read yet" : row.state}` : ""} · a trace finds where, the limit is judged by meter and source
        </Text>
      )}
      <Flex gap="3" my="2" wrap="wrap" align="end" className="no-print" display={sheets.length ? undefined : "none"}>
        <Choice
          label="Cable"
          width="150px"
          value={key}
          options={sheets.map((one) => ({ value: one.key, label: one.name }))}
          onChange={(value) => {
            setRange(null);
            setSearch({ sheet: value }, { replace: true });
            return undefined;
          }}
        />
        <Choice
          label="Strand"
          width="150px"
          value={run}
          options={(sheet?.rows ?? []).map((one) => ({ value: one.id, label: `${one.strand ?? one.name} ${one.colour ?? ""}` }))}
          onChange={(value) => {
            set({ run: value });
            return undefined;
          }}
        />
        <Toggle
          label="Wavelength"
          value={String(wave)}
          options={(planned?.waves ?? [wave]).map((one) => ({ value: String(one), label: `${one} nm` }))}
          onChange={(value) => again(() => setNm(Number(value)))}
        />
        <Toggle
          label="From"
          value={direction}
          options={[
            { value: "a-b", label: `from ${sheet?.places[0] ?? "end a"}` },
            { value: "b-a", label: `from ${sheet?.places[1] ?? "end b"}` },
          ]}
          onChange={(value) => again(() => setDirection(value as Direction))}
        />
        {study?.change && (
          <Toggle
            label="Show"
            value={shown}
            options={[
              { value: "level", label: "level" },
              { value: "change", label: "change since the first" },
            ]}
            onChange={(value) => setShown(value as "level")}
          />
        )}
        <Button size="sm" minH="34px" variant="outline" colorPalette="accent" loading={open.isPending} onClick={() => file.current?.click()}>
          Open a file
        </Button>
        <Button
          size="sm"
          minH="34px"
          variant="outline"
          colorPalette="accent"
          loading={simulate.isPending}
          disabled={!run}
          onClick={() =>
            simulate.mutate(
              { run, direction, nm: wave, pulse_ns: pulse, averages: 30000, launch_m: null, seed: 2 },
              { onSuccess: () => say("A simulated trace is kept; it says that it is one."), onError: refuse },
            )
          }
        >
          Simulated trace
        </Button>
        <input
          ref={file}
          type="file"
          accept=".sor"
          hidden
          aria-label="Trace file"
          onChange={(event) => {
            const chosen = event.target.files?.[0];
            event.target.value = "";
            if (chosen) open.mutate({ file: chosen, run, direction }, { onSuccess: () => say(`Kept ${chosen.name}.`), onError: refuse });
          }}
        />
      </Flex>
      <Flex gap="4" direction={{ base: "column", lg: "row" }} className="print-column" visibility={planned ? undefined : "hidden"}>
        <Box flex="1" minW="0">
          <Box ref={box}>
            {planned && <PathStrip pieces={planned.pieces} spots={planned.spots} range={view} width={width} faults={faults.map((one) => one.m)} />}
            <Plot
              curves={curves}
              whole={whole}
              range={view}
              onRange={setRange}
              markers={markers}
              onMarkers={setMarkers}
              faults={faults.map((one) => ({ m: one.m, plus: one.plus_minus_m ?? 2 }))}
              dotted={planned?.spots.map((one) => one.m) ?? []}
              height={290}
              floor={FLOOR_DB}
              label={`Trace of ${planned?.name ?? "the run"}: ${headlineOf(planned, study, newest !== undefined)}`}
            />
            {planned && <GroundStrip pieces={planned.pieces} range={view} width={width} />}
          </Box>
          <Flex gap="3" wrap="wrap" align="center" fontSize="14px" mt="1">
            <Button size="xs" minH="28px" variant="outline" onClick={() => setRange(null)}>
              Whole
            </Button>
            {faults.map((one, n) => (
              <Button key={n} size="xs" minH="28px" variant="outline" colorPalette="accent" onClick={() => close(one.m)}>
                To the {one.kind}
              </Button>
            ))}
            <Button
              size="xs"
              minH="28px"
              variant="outline"
              onClick={() => setMarkers([view[0] + (view[1] - view[0]) * 0.4, view[0] + (view[1] - view[0]) * 0.6])}
            >
              Markers
            </Button>
            {told && (
              <Text data-between="">
                A to B: <Mono fontWeight="700">{db(told.loss_db, 3)} dB</Mono> over <Mono>{length(told.m, unit)}</Mono>
                {told.slope_db_km !== null && `, ${db(told.slope_db_km, 3)} dB/km`}
              </Text>
            )}
            <Text color="fg.muted">thin: planned · thick: measured{study?.also ? ` · dashed: ${study.also.nm} nm` : ""} · drag, wheel, + − 0, a b</Text>
          </Flex>
          <Flex align="center" gap="3" mt="2" wrap="wrap" className="no-print">
            <label htmlFor="pulse" style={{ fontSize: 14 }}>
              Pulse {planned?.pulse_ns ?? ""} ns
            </label>
            <input
              id="pulse"
              type="range"
              min="0"
              max="6"
              step="1"
              value={PULSES.indexOf(pulse ?? planned?.pulse_ns ?? 100)}
              onChange={(event) => setPulse(PULSES[Number(event.target.value)] ?? null)}
              style={{ width: 200, accentColor: "var(--chakra-colors-accent-fg)" }}
            />
            {pulse !== null && (
              <Button size="xs" variant="outline" onClick={() => setPulse(null)}>
                The usual one
              </Button>
            )}
          </Flex>
          {study && <Events study={study} />}
          {study?.trace.simulated && (
            <Text fontSize="13px" fontWeight="600" borderWidth="1px" borderStyle="dashed" px="2" py="1" mt="1" data-simulated="">
              This trace is simulated: no instrument was there.
            </Text>
          )}
          {study?.warnings.map((one) => (
            <Text key={one} fontSize="13px" color="warn.fg" fontWeight="600">
              {one}
            </Text>
          ))}
        </Box>
        <Faults planned={planned} study={study} onTask={task} onClose={close} planId={plan.id} />
      </Flex>
      {planned && planned.unknown.length > 0 && <Text fontSize="14px">Not recorded: {planned.unknown.join(", ")}; other glass stands in for it.</Text>}
    </Flex>
  );
}

const PULSES = [5, 10, 20, 30, 100, 300, 1000];

function curvesOf(planned: ReturnType<typeof usePrediction>["data"], study: StudyView | undefined, shown: "level" | "change"): Drawn[] {
  const made: Drawn[] = [];
  const of = (curve: { samples: string; count: number; spacing_m: number }, zero_m: number): Curve => ({
    samples: samplesOf(curve),
    spacing_m: curve.spacing_m,
    zero_m,
  });
  if (shown === "change" && study?.change) return [{ curve: of(study.change, study.launch_m), tone: "measured", label: "change" }];
  if (planned) made.push({ curve: of(planned.curve, planned.launch_m), tone: "planned", label: "planned" });
  if (study?.also_curve) made.push({ curve: of(study.also_curve, study.launch_m), tone: "also", label: `${study.also?.nm ?? ""} nm` });
  if (study) made.push({ curve: of(study.curve, study.launch_m), tone: "measured", label: "measured" });
  return made;
}

function Events({ study }: { study: StudyView }) {
  const { unit } = useSettings();
  const heads = [
    "Part",
    `planned, ${unit}`,
    `seen, ${unit}`,
    "loss, dB",
    study.also ? `at ${study.also.nm}` : "",
    study.back ? "mean of both ends" : "",
    "expected",
    "verdict",
  ].filter(Boolean);
  const at = (m: number | null) => (m === null ? "–" : length(m, unit).replace(/ (m|ft)$/, ""));
  return (
    <Box overflowX="auto" tabIndex={0} mt="2">
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row>
            {heads.map((head) => (
              <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {study.events.map((one, n) => (
            <Table.Row key={n} data-event={one.verdict} bg={one.verdict === "not planned" || one.verdict === "high" ? "warn.subtle" : undefined}>
              <Table.Cell fontWeight={one.label ? 400 : 700}>{one.label ? `${one.place ? `${one.place}: ` : ""}${one.label}` : "nothing planned"}</Table.Cell>
              <Table.Cell fontFamily="mono">{at(one.planned_m)}</Table.Cell>
              <Table.Cell fontFamily="mono">{at(one.m)}</Table.Cell>
              <Table.Cell fontFamily="mono">{one.loss_db === null ? (one.kind === "end" ? "end" : "not measured") : db(one.loss_db)}</Table.Cell>
              {study.also && <Table.Cell fontFamily="mono">{one.also_db === null ? "–" : db(one.also_db)}</Table.Cell>}
              {study.back && <Table.Cell fontFamily="mono">{one.mean_db === null ? "–" : db(one.mean_db)}</Table.Cell>}
              <Table.Cell fontFamily="mono">{one.expected_db === null ? "–" : db(one.expected_db)}</Table.Cell>
              <Table.Cell>{verdictOf(one)}</Table.Cell>
            </Table.Row>
          ))}
          {study.missing.map((one, n) => (
            <Table.Row key={`m${n}`}>
              <Table.Cell>{one.label}</Table.Cell>
              <Table.Cell fontFamily="mono">{at(one.planned_m)}</Table.Cell>
              <Table.Cell colSpan={heads.length - 2}>not seen: {one.why}</Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

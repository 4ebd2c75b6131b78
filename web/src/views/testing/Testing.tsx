/** The Test pier: sheets in walking order, strands with their readings, what they mean, the references below. */
import { Box, Button, Flex, Heading, Menu, Portal, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { useSheet, useSimulate, useSwap, useTests, type Asked, type Kind, type Method, type Stage, type TestFinding } from "../../api/testing";
import { useSaidByTraces } from "../../api/tracing";
import { useKeys } from "../../app/keyboard";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Toggle } from "../../forms/Toggle";
import { Choice } from "../../forms/Field";
import { Problem } from "../../parts/Problem";
import { Said } from "../../words/Said";
import { useSettings } from "../../app/settings";
import { length } from "../../words/figures";
import { Faces } from "./Faces";
import { Findings } from "./Findings";
import { Pad } from "./Pad";
import { Patterns } from "./Patterns";
import { References } from "./References";
import { ReferenceSheet } from "./ReferenceSheet";
import { SheetList } from "./SheetList";
import { Strands } from "./Strands";
import { ends, headline, percent, sums } from "./told";
import { useReadings } from "./useReadings";
import { Ways } from "./Ways";
import { WhyTest } from "./WhyTest";

type Opened =
  | { what: "reference" }
  | { what: "ways" }
  | { what: "patterns" }
  | { what: "faces" }
  | { what: "pad"; row: number }
  | { what: "why"; run: string; nm: number }
  | null;

const KINDS = [
  { value: "permanent", label: "panel to panel" },
  { value: "channel", label: "module to module" },
  { value: "cord", label: "cords" },
  { value: "section", label: "spliced glass" },
];
const METHODS = [
  { value: "one-cord", label: "one cord" },
  { value: "two-cord", label: "two cords" },
  { value: "three-cord", label: "three cords" },
  { value: "equipment-cord", label: "equipment cords" },
];

export function Testing() {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const { say, refuse } = useNotice();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const kind = (search.get("kind") ?? "permanent") as Kind;
  const stage = (search.get("stage") ?? "laid") as Stage;
  const method = search.get("method") as Method | null;
  const [opened, setOpened] = useState<Opened>(null);
  const [looked, setLooked] = useState(false);
  const made = useTests(plan.id, plan.revision, kind, stage);
  const view = made.data;
  const sheets = view?.sheets ?? [];
  const next = sheets.find((one) => one.left > 0 || one.again > 0) ?? sheets[0];
  const current = sheets.find((one) => one.key === search.get("sheet")) ?? next;
  const asked: Asked = { key: current?.key ?? "", kind, stage, method };
  const one = useSheet(plan.id, plan.revision, asked);
  const sheet = one.data;
  const traced = useSaidByTraces(plan.id, plan.revision, sheet?.key ?? "", kind === "permanent" && stage === "laid");
  const acts = useReadings(sheet, asked, view?.plan ?? "");
  const simulate = useSimulate(plan.id);
  const swap = useSwap(plan.id);
  const set = (more: Record<string, string | null>) =>
    setSearch(
      (old) => {
        const now = new URLSearchParams(old);
        for (const [key, value] of Object.entries(more))
          if (value === null) now.delete(key);
          else now.set(key, value);
        return now;
      },
      { replace: true },
    );
  const at = current ? sheets.indexOf(current) : -1;
  const pick = (step: number) => sheets[at + step] && set({ sheet: sheets[at + step]!.key });
  useKeys({ j: () => pick(1), k: () => pick(-1), x: () => sheet && setOpened({ what: "pad", row: firstOpen() }) });
  const firstOpen = () => Math.max(0, sheet?.rows.findIndex((row) => row.state === "open") ?? 0);
  const lead = sheet?.findings.find((found) => found.explained_by === null);
  const doubted = new Map(
    (sheet?.findings ?? [])
      .filter((found) => found.explained_by === null && (found.rule === "test.reference" || found.rule === "test.columns-swapped"))
      .flatMap((found) => found.runs.map((run) => [run, found.direction] as const)),
  );
  const simulated = sheet?.rows.flatMap((row) => row.cells).filter((cell) => cell.reading?.simulated).length ?? 0;
  const onAct = (found: TestFinding, n: number) => {
    const act = found.acts[n];
    if (!act || !sheet) return;
    if (act.kind === "task" && act.task) void acts.task(act.task, act.place, act.minutes);
    if (act.kind === "spoil" && act.reference)
      void acts.ended(act.reference, "wrong", "Marked: what was read on it counts for nothing. Set it again and read once more.");
    if (act.kind === "swap" && act.nm) swap.mutate({ kind, key: sheet.key, nm: act.nm }, { onSuccess: (told) => say(told.said), onError: refuse });
    if (act.kind === "faces") setOpened({ what: "faces" });
    if (act.kind === "trace") void navigate(`/plans/${plan.id}/trace?sheet=${sheet.key}&run=${found.runs[0] ?? ""}`);
    if (act.kind === "again") {
      const row = sheet.rows.findIndex((run) => found.runs.includes(run.id));
      document.querySelector<HTMLElement>(`[data-cell="${row}.0"]`)?.focus();
    }
  };
  const keep: Parameters<typeof Strands>[0]["onKeep"] = (row, cell, entry) => void acts.keep(row, cell, entry, { inspected: looked ? true : null });
  return (
    <Flex direction="column" flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" overflowY="auto" className="print-whole">
      <Flex align="baseline" gap={{ base: "1", md: "3" }} wrap="wrap">
        <Heading as="h1" fontSize={{ base: "22px", md: "28px" }} lineHeight="1.15" data-answer="">
          {sheet ? headline(sheet, lead) : view ? (sheets.length ? "Opening the sheet …" : "There is no run to test yet") : "Working out limits …"}
        </Heading>
        <Flex ml="auto" gap="2" wrap="wrap" className="no-print" align="center">
          <Button size="sm" minH="34px" colorPalette="accent" disabled={!sheet} onClick={() => setOpened({ what: "pad", row: firstOpen() })}>
            Number pad
          </Button>
          <Button size="sm" minH="34px" variant="outline" colorPalette="accent" onClick={() => setOpened({ what: "reference" })}>
            Set a reference …
          </Button>
          <Button size="sm" minH="34px" variant="outline" colorPalette="accent" disabled={!sheet} onClick={() => setOpened({ what: "faces" })}>
            Faces …
          </Button>
          <Button
            size="sm"
            minH="34px"
            variant="outline"
            colorPalette="accent"
            disabled={!sheet}
            onClick={() => void navigate(`/plans/${plan.id}/trace?sheet=${current?.key ?? ""}`)}
          >
            Traces
          </Button>
        </Flex>
      </Flex>
      <Problem text={made.error?.message ?? one.error?.message ?? null} />
      {sheet && (
        <Text color="fg.muted" data-sheet-line="">
          {sheet.name} · {ends(sheet.places)} · {length(sheet.length_m, unit)} of glass · <b>limit {limitSaid(sheet)}</b>,{" "}
          {METHODS.find((m) => m.value === sheet.method)?.label},{" "}
          {sheet.counted === 2 ? "both ends counted" : sheet.counted === 1 ? "one end counted" : "no end counted"}
          {sheet.limits[0]?.[0]?.doubt_db != null && ` · readings ± ${sheet.limits[0][0].doubt_db.toFixed(2)}`}
          {sheet.way !== "single" && ` · ${sheet.way}`}
        </Text>
      )}
      <Flex gap="3" my="2" wrap="wrap" align="end" className="no-print">
        <Toggle label="Which runs" value={kind} options={KINDS} onChange={(value) => set({ kind: value === "permanent" ? null : value, sheet: null })} />
        {kind === "permanent" && (
          <Toggle
            label="When"
            value={stage}
            options={[
              { value: "laid", label: "laid" },
              { value: "on the reel", label: "on the reel" },
            ]}
            onChange={(value) => set({ stage: value === "laid" ? null : value })}
          />
        )}
        <Box w="150px">
          <Choice
            label="Reference method"
            value={method ?? ""}
            options={[{ value: "", label: "by house rule" }, ...METHODS]}
            onChange={(value) => set({ method: value === "" ? null : value })}
          />
        </Box>
        <Flex asChild align="center" gap="2" minH="34px" fontSize="14px">
          <label>
            <input type="checkbox" checked={looked} onChange={(event) => setLooked(event.target.checked)} style={{ width: 18, height: 18 }} />
            ends looked at and clean
          </label>
        </Flex>
        <Menu.Root>
          <Menu.Trigger asChild>
            <Button size="sm" minH="34px" variant="outline" colorPalette="accent">
              More …
            </Button>
          </Menu.Trigger>
          <Portal>
            <Menu.Positioner>
              <Menu.Content>
                <Menu.Item value="patterns" onClick={() => setOpened({ what: "patterns" })}>
                  What patterns mean
                </Menu.Item>
                <Menu.Item value="ways" onClick={() => setOpened({ what: "ways" })}>
                  Ways to test multi-fiber plant
                </Menu.Item>
                <Menu.Item value="pdf" onClick={() => window.location.assign(`/api/plans/${plan.id}/papers/tests.pdf`)}>
                  Test sheets as PDF
                </Menu.Item>
                <Menu.Item value="csv" onClick={() => window.location.assign(`/api/plans/${plan.id}/papers/tables/readings.csv`)}>
                  Readings as CSV
                </Menu.Item>
                <Menu.Item value="list" onClick={() => void navigate(`/plans/${plan.id}/lists`)}>
                  Read them from a list
                </Menu.Item>
                <Menu.Item value="print" onClick={() => window.print()}>
                  Print this sheet
                </Menu.Item>
              </Menu.Content>
            </Menu.Positioner>
          </Portal>
        </Menu.Root>
      </Flex>
      <Flex gap="4" direction={{ base: "column", lg: "row" }} align="stretch" className="print-column">
        {view && (
          <SheetList
            kind={kind}
            planId={plan.id}
            sheets={sheets}
            current={current?.key}
            onPick={(key) => set({ sheet: key })}
            foot={
              view.odds ? (
                <>
                  <b>
                    {view.odds.runs} to read: {percent(1 - view.odds.again / view.odds.runs)} pass at first go
                  </b>
                  <br />
                  bring {view.odds.bring} spare {view.odds.bring === 1 ? "end" : "ends"}
                  {view.odds.readings > 0 && `, by ${view.odds.readings} readings so far`}
                </>
              ) : null
            }
          />
        )}
        <Box flex="1" minW="0">
          {sheet && sheet.rows.length > 0 && (
            <Strands
              sheet={sheet}
              doubted={doubted}
              onKeep={keep}
              onWhy={(row, nm) => setOpened({ what: "why", run: row.id, nm })}
              onPad={(row) => setOpened({ what: "pad", row })}
            />
          )}
          {simulated > 0 && (
            <Text fontSize="13px" fontWeight="600" borderWidth="1px" borderStyle="dashed" px="2" py="1" mt="1" data-simulated="">
              {simulated} {simulated === 1 ? "reading is" : "readings are"} simulated: no instrument was there.
            </Text>
          )}
          {view && (
            <References
              references={view.references}
              onEnd={(id, why) => void acts.ended(id, why, "The reference has ended; what is read from now on needs a new one.")}
            />
          )}
          {view && (
            <Text fontSize="13px" color="fg.muted" mt="1">
              {sums(view)}
              {view.walked_min > 0 && `, ${Math.round(view.walked_min)} min of it on the way`}
            </Text>
          )}
          {view?.findings
            .filter((found) => found.sheet === "" || found.rule === "test.unproven")
            .map((found) => (
              <Text key={found.rule + found.name} fontSize="14px" mt="1" data-rule={found.rule}>
                <b>{found.title}.</b> <Said text={found.said} />
              </Text>
            ))}
          {view && view.left_out.length > 0 && (
            <details style={{ marginTop: 6, fontSize: 14 }}>
              <summary style={{ cursor: "pointer" }}>{view.left_out.length} strands are no runs</summary>
              {view.left_out.slice(0, 200).map((out) => (
                <Text key={out.name}>
                  {out.name}: <Said text={out.why} />
                </Text>
              ))}
            </details>
          )}
        </Box>
        {sheet && (
          <Findings
            sheet={sheet}
            traced={traced.data ?? []}
            next={sheets[at + 1]}
            onAct={onAct}
            onNext={() => pick(1)}
            onSimulate={(seed) =>
              simulate.mutate(
                { kind, key: sheet.key, runs: [], again: false, seed, reference: sheet.reference },
                { onSuccess: (told) => say(told.said), onError: refuse },
              )
            }
            simulating={simulate.isPending}
          />
        )}
      </Flex>
      {opened?.what === "reference" && <ReferenceSheet sheet={sheet} onKeep={acts.reference} onClose={() => setOpened(null)} />}
      {opened?.what === "ways" && <Ways onClose={() => setOpened(null)} />}
      {opened?.what === "patterns" && <Patterns onClose={() => setOpened(null)} />}
      {opened?.what === "faces" && sheet && <Faces sheet={sheet} onKeep={acts.face} onTask={acts.task} onClose={() => setOpened(null)} />}
      {opened?.what === "why" && sheet && <WhyTest sheet={sheet} method={method} run={opened.run} nm={opened.nm} onClose={() => setOpened(null)} />}
      {opened?.what === "pad" && sheet && (
        <Pad sheet={sheet} start={opened.row} onKeep={keep} onFaces={() => setOpened({ what: "faces" })} onClose={() => setOpened(null)} />
      )}
    </Flex>
  );
}

function limitSaid(sheet: { limits: { nm: number; limit_db: number | null }[][] }): string {
  const all = sheet.limits[0] ?? [];
  const same = new Set(all.map((at) => at.limit_db)).size === 1;
  const say = (db: number | null) => (db === null ? "not known" : `${db.toFixed(2)} dB`);
  return same ? say(all[0]?.limit_db ?? null) : all.map((at) => `${say(at.limit_db)} at ${at.nm}`).join(", ");
}

/** Many needs from a CSV: judged row by row, each with its first option, taken in one step. */
import { Box, Button, Flex, Link, Table, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { bestOf, compareOutlying, readNeeds, useTakeMany, type Best, type NeedRow, type Outlying } from "../../api/choice";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { money, plus } from "../../parts/figures";
import { Mono } from "../../parts/Mono";
import { OutlyingCost } from "./OutlyingCost";
import { Problem } from "../../parts/Problem";
import { Said } from "../../parts/Said";

const AT_ONCE = 10;

export function ManyNeeds() {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const take = useTakeMany(plan.id);
  const input = useRef<HTMLInputElement>(null);
  const [rows, setRows] = useState<NeedRow[]>([]);
  const [found, setFound] = useState<Map<number, Best>>(new Map());
  const [outlying, setOutlying] = useState<Outlying[]>([]);
  const [running, setRunning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = useRef(false);
  const stopped = () => stop.current;
  const failed = (error: unknown) => setProblem(error instanceof Error ? error.message : String(error));
  const search = async (all: NeedRow[]) => {
    stop.current = false;
    setRunning(true);
    const good = all.filter((r) => r.need);
    try {
      for (let at = 0; at < good.length; at += AT_ONCE) {
        if (stopped()) break;
        const part = good.slice(at, at + AT_ONCE);
        const best = await bestOf(
          plan.id,
          part.map((r) => r.need!),
        );
        setFound((old) => new Map([...old, ...part.map((r, i): [number, Best] => [r.line, best[i]!])]));
      }
    } catch (error) {
      failed(error);
    }
    setRunning(false);
  };
  const read = (file: File | undefined) => {
    if (!file) return;
    setProblem(null);
    setRows([]);
    setFound(new Map());
    setOutlying([]);
    readNeeds(plan.id, file).then((all) => {
      setRows(all);
      const needs = all.flatMap((r) => (r.need ? [r.need] : []));
      if (needs.length > 1) compareOutlying(plan.id, needs).then(setOutlying, failed);
      void search(all);
    }, failed);
  };
  const good = rows.filter((r) => r.need);
  const ready = good.filter((r) => found.get(r.line)?.key);
  const accept = () =>
    take.mutateAsync(ready.map((r) => ({ need: r.need!, key: found.get(r.line)!.key! }))).then(() => {
      say(`Took options for ${ready.length} needs. Undo with u.`);
      setRows([]);
    }, failed);
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex gap="3" align="center" mb="2" wrap="wrap">
        <Button size="sm" variant="outline" colorPalette="accent" onClick={() => input.current?.click()}>
          Choose a CSV of needs …
        </Button>
        <input
          ref={input}
          type="file"
          hidden
          accept=".csv,text/csv"
          aria-label="File of needs"
          onChange={(e) => {
            read(e.target.files?.[0]);
            e.target.value = "";
          }}
        />
        <Link color="accent.fg" fontWeight="600" href={`/api/plans/${plan.id}/choose/needs.csv`}>
          Empty file with the columns
        </Link>
        {running && (
          <>
            <Text aria-live="polite">
              <Mono>{found.size}</Mono> of <Mono>{good.length}</Mono> needs looked at …
            </Text>
            <progress value={found.size} max={good.length} aria-label="Needs looked at" />
            <Button size="xs" variant="outline" colorPalette="accent" onClick={() => (stop.current = true)}>
              Cancel
            </Button>
          </>
        )}
        {!running && ready.length > 0 && (
          <Button size="sm" colorPalette="accent" onClick={() => void accept()}>
            Take {ready.length} of {rows.length}
          </Button>
        )}
      </Flex>
      <Problem text={problem} />
      {rows.length === 0 && (
        <Text color="fg.muted">One row a need: from, to, distance_m, rate_gbps, and what else is known. Nothing is stored until you take it.</Text>
      )}
      {rows.length > 0 && (
        <Box overflowY="auto" flex="1" minH="0" pb="4" className="print-whole">
          <OutlyingCost found={outlying} />
          <Table.Root size="sm" variant="line" aria-label="Needs" css={{ "& td, & th": { py: "1" } }}>
            <Table.Header>
              <Table.Row bg="bg">
                {["Row", "Need", "First option", "Left dB", "Now", "Why"].map((h) => (
                  <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
                ))}
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {rows.map((row) => {
                const best = found.get(row.line);
                return (
                  <Table.Row key={row.line} bg="bg" data-need={row.line}>
                    <Table.Cell>
                      <Mono>{row.line}</Mono>
                    </Table.Cell>
                    <Table.Cell fontWeight="600">{row.said}</Table.Cell>
                    <Table.Cell color={row.problem || best?.key === null ? "stop.fg" : "fg"}>
                      {row.problem ? "refused" : best ? (best.key ?? "none") : "…"}
                    </Table.Cell>
                    <Table.Cell>
                      <Mono>{best?.margin_db == null ? "" : plus(best.margin_db)}</Mono>
                    </Table.Cell>
                    <Table.Cell whiteSpace="nowrap">
                      <Mono>{best?.key ? money(best.total, "") : ""}</Mono>
                    </Table.Cell>
                    <Table.Cell fontSize="13px">
                      <Said text={row.problem ?? best?.reason} />
                    </Table.Cell>
                  </Table.Row>
                );
              })}
            </Table.Body>
          </Table.Root>
        </Box>
      )}
    </Flex>
  );
}

/** The needs that are still wanted, all at once: each with its first option, taken in one step. */
import { Box, Button, Flex, Link, Table, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { Link as RouterLink } from "react-router";
import { bestOf, compareOutlying, useNeeds, useTakeMany, type Best, type Outlying } from "../../api/choice";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { money, plus } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { OutlyingCost } from "./OutlyingCost";
import { Problem } from "../../parts/Problem";
import { Said } from "../../words/Said";

const AT_ONCE = 10;

export function ManyNeeds() {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const take = useTakeMany(plan.id);
  const listed = useNeeds(plan.id, plan.revision);
  const wanted = (listed.data ?? []).filter((n) => n.state === "wanted");
  const [found, setFound] = useState<{ of: string; best: Map<string, Best> }>({ of: "", best: new Map() });
  const [outlying, setOutlying] = useState<Outlying[]>([]);
  const [running, setRunning] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const stop = useRef(false);
  const failed = (error: unknown) => setProblem(error instanceof Error ? error.message : String(error));
  const good = wanted.flatMap((n) => (n.asked ? [{ id: n.doc.id ?? "", need: n.asked }] : []));
  const asked = JSON.stringify([plan.revision, good]);
  useEffect(() => {
    const needs = (JSON.parse(asked) as [number, typeof good])[1];
    let left = false;
    const gone = () => left;
    stop.current = false;
    const search = async () => {
      setProblem(null);
      setOutlying([]);
      setFound({ of: asked, best: new Map() });
      if (needs.length === 0) return;
      setRunning(true);
      try {
        if (needs.length > 1)
          setOutlying(
            await compareOutlying(
              plan.id,
              needs.map((n) => n.need),
            ),
          );
        for (let at = 0; at < needs.length && !gone() && !stop.current; at += AT_ONCE) {
          const part = needs.slice(at, at + AT_ONCE);
          const best = await bestOf(
            plan.id,
            part.map((n) => n.need),
          );
          if (!gone()) setFound((old) => ({ of: asked, best: new Map([...old.best, ...part.map((n, i): [string, Best] => [n.id, best[i]!])]) }));
        }
      } catch (error) {
        if (!gone()) failed(error);
      }
      if (!gone()) setRunning(false);
    };
    void search();
    return () => {
      left = true;
    };
  }, [asked, plan.id]);
  const best = found.of === asked ? found.best : new Map<string, Best>();
  const ready = good.filter((n) => best.get(n.id)?.key);
  const accept = () =>
    take.mutateAsync(ready.map((n) => ({ need: n.need, need_id: n.id, key: best.get(n.id)!.key! }))).then(() => {
      say(`Took options for ${ready.length} needs. Undo with u.`);
    }, failed);
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex gap="3" align="center" mb="2" wrap="wrap">
        <Button asChild size="sm" variant="outline" colorPalette="accent">
          <RouterLink to={`/plans/${plan.id}/lists`}>Bring in a list …</RouterLink>
        </Button>
        {running && (
          <>
            <Text aria-live="polite">
              <Mono>{best.size}</Mono> of <Mono>{good.length}</Mono> needs looked at …
            </Text>
            <progress value={best.size} max={good.length} aria-label="Needs looked at" />
            <Button size="xs" variant="outline" colorPalette="accent" onClick={() => (stop.current = true)}>
              Cancel
            </Button>
          </>
        )}
        {!running && ready.length > 0 && (
          <Button size="sm" colorPalette="accent" onClick={() => void accept()}>
            Take {ready.length} of {wanted.length}
          </Button>
        )}
      </Flex>
      <Problem text={problem} />
      {listed.data && wanted.length === 0 && (
        <Text color="fg.muted">No need of the plan is still wanted. Say one in a line, or bring in a list of them; it stays in the plan until it is met.</Text>
      )}
      {wanted.length > 0 && (
        <Box overflowY="auto" flex="1" minH="0" pb="4" className="print-whole">
          <OutlyingCost found={outlying} />
          <Table.Root size="sm" variant="line" aria-label="Needs" css={{ "& td, & th": { py: "1" } }}>
            <Table.Header>
              <Table.Row bg="bg">
                {["Need", "First option", "Left dB", "Now", "Why"].map((h) => (
                  <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
                ))}
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {wanted.map((need) => {
                const one = best.get(need.doc.id ?? "");
                return (
                  <Table.Row key={need.doc.id} bg="bg" data-many={need.doc.name}>
                    <Table.Cell fontWeight="600">
                      <Link asChild color="accent.fg">
                        <RouterLink to={`/plans/${plan.id}/need?need=${need.doc.id}`}>{need.doc.name}</RouterLink>
                      </Link>
                    </Table.Cell>
                    <Table.Cell color={!need.asked ? "warn.fg" : one?.key === null ? "stop.fg" : "fg"}>
                      {!need.asked ? "too little said" : one ? (one.key ?? "none") : running ? "…" : "not looked at"}
                    </Table.Cell>
                    <Table.Cell>
                      <Mono>{one?.margin_db == null ? "" : plus(one.margin_db)}</Mono>
                    </Table.Cell>
                    <Table.Cell whiteSpace="nowrap">
                      <Mono>{one?.key ? money(one.total, "") : ""}</Mono>
                    </Table.Cell>
                    <Table.Cell fontSize="13px">
                      {need.lacks.length > 0 && `lacks ${need.lacks.join(", ")}${one ? "; " : ""}`}
                      <Said text={one?.reason} />
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

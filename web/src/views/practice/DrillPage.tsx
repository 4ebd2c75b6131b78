/** A drill: what is known, what can be done about it with its minutes, and the answer. */
import { Box, Button, Flex, Heading, Table, Text } from "@chakra-ui/react";
import { useMemo, useRef, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import {
  drawDrill,
  drillAddress,
  lookInDrill,
  usePosed,
  usePracticeActs,
  type DrillRef,
  type Grade as Told,
  type Kind,
  type Looked,
  type Posed,
} from "../../api/practice";
import { useKeys } from "../../app/keyboard";
import { useNotice } from "../../app/notice";
import { Mono } from "../../words/Mono";
import { Said } from "../../words/Said";
import { Acts } from "./Acts";
import { AnswerForm } from "./AnswerForm";
import { Frame, Headline } from "./Frame";
import { GradePage } from "./GradePage";
import { TracePlot } from "./TracePlot";
import { clock } from "./told";

export function DrillPage() {
  const [search] = useSearchParams();
  const [plan, link] = [search.get("plan"), search.get("link")];
  const drill: DrillRef = {
    kind: (search.get("kind") ?? "") as Kind,
    level: Number(search.get("level") ?? 1),
    seed: Number(search.get("seed") ?? 1),
    plan_id: plan === null ? null : Number(plan),
    link_id: link,
  };
  return <OneDrill key={search.toString()} drill={drill} />;
}

function OneDrill({ drill }: { drill: DrillRef }) {
  const { data, error } = usePosed(drill);
  if (error) {
    return (
      <Frame title="">
        <Headline sub={error.message}>This drill cannot be set</Headline>
        <Button asChild mt="3" colorPalette="accent">
          <a href="/practice">To all drills</a>
        </Button>
      </Frame>
    );
  }
  return <Frame title={data?.title ?? ""}>{data ? <Work posed={data} drill={drill} /> : <Headline>Setting the drill …</Headline>}</Frame>;
}

/** What was done so far outlives the page being loaded anew; nothing that was typed or done is lost. */
const MANY_ACTS = 8;
const KEY = "passerelle.drill ";

function kept(drill: DrillRef): Looked[] {
  try {
    const found: unknown = JSON.parse(sessionStorage.getItem(KEY + drillAddress(drill)) ?? "[]");
    return Array.isArray(found) ? (found as Looked[]) : [];
  } catch {
    return [];
  }
}

function Work({ posed, drill }: { posed: Posed; drill: DrillRef }) {
  const [looks, setLooks] = useState(() => kept(drill));
  const now = useRef(looks);
  const queue = useRef(Promise.resolve());
  const [grade, setGrade] = useState<Told | null>(null);
  const { answer } = usePracticeActs();
  const { refuse } = useNotice();
  const navigate = useNavigate();
  const keep = (next: Looked[]) => {
    now.current = next;
    setLooks(next);
    try {
      sessionStorage.setItem(KEY + drillAddress(drill), JSON.stringify(next));
    } catch {
      // A browser that keeps nothing still shows what the page has.
    }
  };
  const done = looks.map((one) => one.act);
  // One after the other, and none is lost: a key may come while the look before it is on its way.
  const act = (id: string) => {
    if (grade) return;
    queue.current = queue.current.then(async () => {
      try {
        const told = await lookInDrill(
          drill,
          now.current.map((one) => one.act),
          id,
        );
        keep([...now.current, told]);
      } catch (problem) {
        refuse(problem);
      }
    });
  };
  const give = (chosen: string[]) =>
    answer.mutate(
      { drill, done, answer: chosen },
      {
        onSuccess: (told) => {
          sessionStorage.removeItem(KEY + drillAddress(drill));
          setGrade(told);
          window.scrollTo(0, 0);
        },
        onError: refuse,
      },
    );
  const on = (kind: Kind | null, level: number | null) => void drawDrill(kind, level).then((next) => navigate(drillAddress(next)), refuse);
  const digits = Object.fromEntries(posed.acts.slice(0, 9).map((one, n) => [String(n + 1), () => act(one.id)]));
  useKeys(grade ? { n: () => on(null, null), s: () => on(drill.kind, drill.level) } : digits);
  const lines = useMemo(() => [posed.line, ...looks.map((one) => one.line)].filter((one) => one != null), [posed.line, looks]);
  const minutes = looks.reduce((sum, one) => sum + one.minutes, 0);
  const matings = looks.reduce((sum, one) => sum + one.matings, 0);
  // Where there is much that can be done, the answer stands under what was seen.
  const wide = posed.acts.length > MANY_ACTS;
  const form = <AnswerForm posed={posed} busy={answer.isPending} onAnswer={give} />;
  if (grade) {
    return (
      <GradePage
        grade={grade}
        posed={posed}
        onNext={() => on(null, null)}
        onSame={() => on(drill.kind, drill.level)}
        onAgain={() => {
          setGrade(null);
          keep([]);
        }}
      />
    );
  }
  return (
    <>
      <Headline
        sub={
          <>
            Level {posed.drill.level}: {posed.level_says}. Seed <Mono as="span">{posed.drill.seed}</Mono>
            {posed.drill.link_id != null && ", on a copy of a link of your plan"}
          </>
        }
      >
        {posed.title}
      </Headline>
      <Box
        mt="3"
        display="grid"
        columnGap="6"
        gridTemplateColumns={{ base: "minmax(0, 1fr)", lg: "minmax(0, 1fr) 420px" }}
        gridTemplateRows={{ lg: "auto 1fr" }}
        gridTemplateAreas={{
          base: '"scene" "acts" "form"',
          lg: wide ? '"scene acts" "form acts"' : posed.acts.length ? '"scene acts" "scene form"' : '"scene form"',
        }}
      >
        <Box gridArea="scene" minW="0">
          {posed.scene.map((text) => (
            <Text key={text} mb="1.5" fontSize="16px">
              <Said text={text} />
            </Text>
          ))}
          {posed.table && <Known table={posed.table} />}
          {lines.length > 0 && <TracePlot lines={lines} />}
          {looks.length > 0 && (
            <Box asChild mt="3">
              <section aria-label="What was done">
                <Heading as="h2" fontSize="16px">
                  What was done
                </Heading>
                {looks.map((one, n) => (
                  <Flex key={n} gap="3" py="1" borderTopWidth="1px" data-looked={one.act}>
                    <Mono w="46px" flex="none" color="fg.muted">
                      {clock(looks.slice(0, n + 1).reduce((sum, each) => sum + each.minutes, 0))}
                    </Mono>
                    <Text flex="1" minW="0">
                      {posed.acts.find((each) => each.id === one.act)?.do}:{" "}
                      <b>
                        <Said text={one.said} />
                      </b>
                    </Text>
                  </Flex>
                ))}
              </section>
            </Box>
          )}
        </Box>
        {posed.acts.length > 0 && (
          <Box gridArea="acts" minW="0">
            <Flex align="baseline" gap="3" aria-live="polite" data-clock="">
              <Mono fontSize="26px" fontWeight="700">
                {clock(minutes)}
              </Mono>
              <Text color="fg.muted">
                min on the clock, {matings} {matings === 1 ? "mating" : "matings"}
              </Text>
            </Flex>
            <Acts acts={posed.acts} done={done} onAct={act} />
          </Box>
        )}
        <Box gridArea="form" minW="0">
          {form}
        </Box>
      </Box>
    </>
  );
}

function Known({ table }: { table: NonNullable<Posed["table"]> }) {
  const bold = Math.max(0, table.head.indexOf("part"));
  return (
    <Box overflowX="auto" mt="2" tabIndex={0} role="region" aria-label="What is known">
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row>
            {table.head.map((head) => (
              <Table.ColumnHeader key={head} px="2">
                {head}
              </Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {table.rows.map((row, n) => (
            <Table.Row key={n}>
              {row.map((cell, at) => (
                <Table.Cell key={at} px="2" py="1" fontWeight={at === bold ? 600 : undefined} whiteSpace={table.head[at] === "length" ? "nowrap" : undefined}>
                  <Said text={cell} />
                </Table.Cell>
              ))}
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

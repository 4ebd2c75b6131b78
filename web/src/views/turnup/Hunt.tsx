/** The hunt: odds as bars, and one next look whose answers are keys; every answer can be taken back. */
import { Box, Button, Flex, Heading, Input, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import { Link as RouterLink } from "react-router";
import { newId } from "../../api/facts";
import { useChangePlan } from "../../api/plan";
import { useTurnUpActs, type HuntView, type LookView, type TurnUpLink } from "../../api/turnup";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { TextField } from "../../forms/Field";
import { Mono } from "../../words/Mono";
import { typed } from "../../words/figures";
import { levelOf, noteOf } from "./told";
import { useTurning } from "./useTurning";

const percent = (share: number) => `${Math.round(100 * share)} %`;
const SURE = 0.9;

export function Hunt({ link, hunt, seed }: { link: TurnUpLink; hunt: HuntView; seed: number }) {
  const { plan } = useOpenPlan();
  const { looked, takeBack, task } = useTurning(link.id);
  const { simulate } = useTurnUpActs(plan.id, link.id);
  const { say, refuse } = useNotice();
  const rules = useChangePlan(plan.id);
  const [started] = useState(newId);
  const [at, setAt] = useState(0);
  const id = hunt.id !== null && !hunt.over ? hunt.id : hunt.over ? hunt.id! : started;
  const look = hunt.next[at] ?? hunt.next[0];
  const last = hunt.steps.at(-1);
  const answer = (told: Parameters<typeof looked>[1]) => {
    setAt(0);
    void looked(id, told);
  };
  const top = hunt.causes[0];
  return (
    <Box asChild mt="2" borderTopWidth="2px" borderColor="fg" pt="2">
      <section aria-label="The hunt">
        <Flex gap="4" direction={{ base: "column", md: "row" }} align="stretch">
          <Box flex="1" minW="0">
            <Heading as="h2" fontSize="16px">
              {hunt.over ? "The hunt is over" : hunt.steps.length ? `Hunt, step ${hunt.steps.length + 1}` : "What it can be"}
            </Heading>
            {hunt.causes.slice(0, 6).map((one) => (
              <Flex key={`${one.id}${one.end ?? ""}`} align="center" gap="2" py="0.5" data-cause={one.id}>
                <Box flex="1" minW="0">
                  <Text fontSize="14px" lineHeight="1.25" fontWeight={one === top ? 700 : 400}>
                    {one.cause}
                  </Text>
                  {one === top && (one.where || one.why) && (
                    <Text fontSize="12.5px" color="fg.muted">
                      {[one.where, one.why].filter(Boolean).join(": ")}
                    </Text>
                  )}
                </Box>
                <Box w={{ base: "70px", xl: "96px" }} h="10px" bg="bg.muted" flex="none" aria-hidden="true">
                  <Box h="10px" bg={one === top ? "accent.solid" : "fg.muted"} w={`${100 * one.probability}%`} />
                </Box>
                <Mono w="46px" textAlign="end" fontWeight={one === top ? 700 : 400}>
                  {percent(one.probability)}
                </Mono>
                {!hunt.over && (
                  <Button
                    size="xs"
                    minH="26px"
                    className="no-print"
                    colorPalette="accent"
                    variant={one === top && one.probability >= SURE ? "solid" : "outline"}
                    aria-label={`It is this: ${one.cause}`}
                    onClick={() => answer({ look: "end", answer: one.id })}
                  >
                    It is this
                  </Button>
                )}
              </Flex>
            ))}
            {hunt.ruled_out.length > 0 && (
              <Text fontSize="13px" color="fg.muted" mt="1">
                As good as ruled out: {hunt.ruled_out.slice(0, 4).join(", ")}
                {hunt.ruled_out.length > 4 && ` and ${hunt.ruled_out.length - 4} more`}
              </Text>
            )}
            <details className="no-print" style={{ fontSize: 13, marginTop: 4 }}>
              <summary style={{ cursor: "pointer", minHeight: 28 }}>Odds of your own practice</summary>
              <TextField
                label="How often here, in place of the table, such as dirty=25, bend=8"
                mono
                value={plan.house_rules.hunt_odds}
                onCommit={(text) =>
                  rules.mutateAsync({ house_rules: { ...plan.house_rules, hunt_odds: text } }).catch((problem: unknown) => {
                    throw new Error((problem as Error).message.replace(/^[\w.]+: /, ""));
                  })
                }
              />
            </details>
            {hunt.strands && (
              <Button asChild size="xs" minH="28px" variant="outline" colorPalette="accent" mt="1" className="no-print">
                <RouterLink to={`/plans/${plan.id}/links/${link.id}/polarity`}>See its strands</RouterLink>
              </Button>
            )}
          </Box>
          <Box w={{ base: "100%", md: "300px" }} flex="none">
            {hunt.over ? (
              <Ended
                hunt={hunt}
                onTask={() =>
                  void task(
                    `${hunt.remedy ?? "Look again"} ${link.name}`,
                    Object.values(link.ends).filter((p): p is string => Boolean(p)),
                    hunt.remedy_minutes ?? 30,
                  )
                }
              />
            ) : look ? (
              <Look
                key={`${look.look} ${hunt.steps.length}`}
                look={look}
                focus={hunt.steps.length > 0}
                onAnswer={answer}
                onOther={hunt.next.length > 1 ? () => setAt((at + 1) % hunt.next.length) : null}
                onBack={last ? () => void takeBack(id, last.id) : null}
                simulating={simulate.isPending}
                onSimulate={() => simulate.mutate({ seed, look: look.look, hunt: id }, { onSuccess: (told) => say(told.said), onError: refuse })}
              />
            ) : (
              <Text fontWeight="600">Nothing is left that would tell more: take the likeliest as the cause, or ask for help.</Text>
            )}
          </Box>
        </Flex>
        {hunt.steps.length > 0 && (
          <Box mt="1" fontSize="13px" color="fg.muted">
            {hunt.steps.map((step, n) => (
              <Text key={step.id} as="span" data-step={step.answer}>
                {n > 0 && " · "}
                {step.do}: <b>{step.answer}</b>
                {step.simulated && " (simulated)"}
              </Text>
            ))}{" "}
            {last && (
              <Button size="xs" minH="26px" variant="outline" className="no-print" onClick={() => void takeBack(id, last.id)}>
                Take the last one back
              </Button>
            )}
          </Box>
        )}
      </section>
    </Box>
  );
}

interface LookProps {
  look: LookView;
  focus: boolean;
  onAnswer: (told: { look: string; answer: string; dbm?: number | "no light"; count?: number; seconds?: number }) => void;
  onOther: (() => void) | null;
  onBack: (() => void) | null;
  onSimulate: () => void;
  simulating: boolean;
}

function Look({ look, focus, onAnswer, onOther, onBack, onSimulate, simulating }: LookProps) {
  const box = useRef<HTMLDivElement>(null);
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  useEffect(() => {
    if (focus) box.current?.focus();
  }, [focus]);
  const give = (answer: string) => {
    const told = noteOf(look, answer);
    if (told) onAnswer({ look: look.look, ...told });
    else box.current?.querySelector("input")?.focus();
  };
  const typedIn = () => {
    if (look.asks === "level") {
      const read = levelOf(text);
      if (read === null || "problem" in read) {
        setProblem(read === null ? "Type the level in dBm, or no light." : read.problem);
        return;
      }
      onAnswer({ look: look.look, answer: read.level === "no light" ? "no light" : "read", dbm: read.level });
      return;
    }
    const count = typed(text);
    if (count === null || count < 0) {
      setProblem(`“${text}” is no number of errors.`);
      return;
    }
    onAnswer({ look: look.look, answer: count > 0 ? "errors" : "none", count, seconds: 60 });
  };
  const keys = (event: React.KeyboardEvent) => {
    if (event.target instanceof HTMLInputElement) {
      if (event.key === "Enter") typedIn();
      event.stopPropagation();
      return;
    }
    const outcome = look.outcomes.find((one) => one.key === event.key);
    if (outcome) give(outcome.answer);
    else if (event.key === "0" && onOther) onOther();
    else if (event.key === "Backspace" && onBack) onBack();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <Box ref={box} tabIndex={0} role="group" aria-label="The next look" borderWidth="2px" borderColor="accent.fg" p="3" onKeyDown={keys} data-look={look.look}>
      <Text fontSize="13px" fontWeight="700" color="accent.fg">
        Next look · {look.minutes} min{look.fetch_min > 0 && `, ${look.fetch_min} of it to fetch the part`} · tells most per minute
      </Text>
      <Text fontSize="17px" fontWeight="700" lineHeight="1.25" my="1">
        {look.do}
      </Text>
      {look.asks !== null && (
        <Box my="2">
          <Flex gap="2">
            <Input
              size="sm"
              h="34px"
              aria-label={look.asks === "level" ? "Level in dBm" : "Errors in a minute"}
              placeholder={look.asks === "level" ? "dBm, or no light" : "errors in a minute"}
              value={text}
              aria-invalid={problem !== null}
              onChange={(event) => setText(event.target.value)}
            />
            <Button size="sm" minH="34px" colorPalette="accent" onClick={typedIn}>
              Note
            </Button>
          </Flex>
          {problem && (
            <Text role="alert" fontSize="13px" color="stop.fg" fontWeight="600">
              {problem}
            </Text>
          )}
        </Box>
      )}
      {look.outcomes.map((one, n) => {
        const needs = noteOf(look, one.answer) === null;
        return (
          <Flex key={one.answer} gap="2" align="center" py="0.5">
            <Button
              size="sm"
              minH={{ base: "56px", md: "34px" }}
              w="118px"
              flex="none"
              px="1"
              fontSize="14px"
              whiteSpace="normal"
              lineHeight="1.1"
              colorPalette="accent"
              variant={n === 0 ? "solid" : "outline"}
              onClick={() => give(one.answer)}
            >
              {one.key} {needs ? `${one.answer} …` : one.answer}
            </Button>
            <Text fontSize="13px" lineHeight="1.25">
              {percent(one.probability)}
              {one.then && `: ${one.then}`}
            </Text>
          </Flex>
        );
      })}
      <Flex gap="2" mt="2" wrap="wrap" className="no-print">
        {onOther && (
          <Button size="xs" minH="28px" variant="outline" onClick={onOther}>
            Cannot look: another <Mono ml="1">0</Mono>
          </Button>
        )}
        {onBack && (
          <Button size="xs" minH="28px" variant="outline" onClick={onBack}>
            Take back <Mono ml="1">⌫</Mono>
          </Button>
        )}
        <Button size="xs" minH="28px" variant="outline" loading={simulating} onClick={onSimulate}>
          Let the simulated plant answer
        </Button>
      </Flex>
    </Box>
  );
}

function Ended({ hunt, onTask }: { hunt: HuntView; onTask: () => void }) {
  return (
    <Box borderWidth="2px" borderColor="fine.fg" p="3" data-ended="">
      <Text fontSize="17px" fontWeight="700">
        {hunt.ended}
      </Text>
      {hunt.remedy && <Text mt="1">{hunt.remedy}</Text>}
      {hunt.remedy_minutes !== null && (
        <Text fontSize="13px" color="fg.muted">
          About {hunt.remedy_minutes} min. Then read both ends again: only what is read says that it runs.
        </Text>
      )}
      <Button size="sm" minH="34px" mt="2" variant="outline" colorPalette="accent" onClick={onTask}>
        Make a task of it for a visit
      </Button>
    </Box>
  );
}

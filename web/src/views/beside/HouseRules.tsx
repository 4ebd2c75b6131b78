/** The plan's chosen schools: the default, the reason, and what each choice makes of this plan. */
import { Box, Button, Flex, Grid, Input, Text } from "@chakra-ui/react";
import { useDeferredValue, useState } from "react";
import type { HouseRules as Rules, RulesPreview, School, SchoolEffect } from "../../api/client";
import { useEffects, useRulesPreview, useSchools } from "../../api/beside";
import { useChangePlan } from "../../api/plan";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { change, typed } from "../../words/figures";
import { VerdictMark } from "../../drawing/Mark";
import { Mono } from "../../words/Mono";
import { BesideFrame } from "./BesideFrame";
import { Problem } from "../../parts/Problem";

type Value = string | number | null;
const VERDICTS = ["works", "tight", "fails", "unknown"] as const;

export function HouseRules() {
  const { plan } = useOpenPlan();
  const schools = useSchools();
  return (
    <BesideFrame title="House rules" told="how this plan judges and proposes its links">
      {schools.error && <Text color="stop.fg">{schools.error.message}</Text>}
      {schools.data && <Form key={plan.revision} schools={schools.data} />}
    </BesideFrame>
  );
}

const valueOf = (rules: Rules, key: string) => (rules as unknown as Record<string, Value | undefined>)[key] ?? null;

function Form({ schools }: { schools: School[] }) {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const change = useChangePlan(plan.id);
  const effects = useEffects(plan.id, plan.revision);
  const [draft, setDraft] = useState<Rules>(plan.house_rules);
  const [texts, setTexts] = useState<Record<string, string>>({});
  const [problem, setProblem] = useState<string | null>(null);
  const preview = useRulesPreview(plan.id, plan.revision, useDeferredValue(draft));
  const changed = schools.filter((s) => valueOf(draft, s.key) !== valueOf(plan.house_rules, s.key));
  const set = (school: School, value: Value) => {
    setProblem(null);
    setDraft({ ...draft, [school.key]: value === "" ? null : value });
  };
  const type = (school: School, text: string) => {
    setTexts({ ...texts, [school.key]: text });
    const number = typed(text);
    if (text.trim() === "" && school.default === null) return set(school, null);
    if (number === null) return setProblem(`${school.title}: “${text}” is not a number.`);
    return set(school, number);
  };
  const store = () =>
    change.mutate(
      { house_rules: draft },
      {
        onSuccess: () => say("House rules stored. Undo with u."),
        onError: (error) => setProblem(error.message),
      },
    );
  return (
    <Box>
      <Flex gap="4" wrap="wrap" align="center" bg="accent.subtle" px="3" py="2" mb="2" position="sticky" top="0" zIndex="1" data-effect="" aria-live="polite">
        <Text fontWeight="700">In this plan</Text>
        {(preview.data ?? null) && <Counts preview={preview.data!} />}
        <Problem text={problem} />
        <Flex ml="auto" gap="2">
          <Button
            size="sm"
            variant="outline"
            colorPalette="accent"
            disabled={!changed.length}
            onClick={() => {
              setDraft(plan.house_rules);
              setTexts({});
              setProblem(null);
            }}
          >
            Take back
          </Button>
          <Button size="sm" colorPalette="accent" disabled={!changed.length || problem !== null} onClick={store}>
            {changed.length ? `Store ${changed.length} change${changed.length > 1 ? "s" : ""}` : "Nothing to store"}
          </Button>
        </Flex>
      </Flex>
      {schools.map((school) => (
        <OneSchool
          key={school.key}
          school={school}
          value={valueOf(draft, school.key)}
          text={texts[school.key]}
          effects={(effects.data?.tried ?? []).filter((e) => e.key === school.key)}
          onChoose={(value) => {
            setTexts({ ...texts, [school.key]: value === null ? "" : String(value) });
            set(school, value);
          }}
          onType={(text) => type(school, text)}
        />
      ))}
      {effects.data?.tried.length === 0 && (
        <Text color="fg.muted" mt="2">
          This plan has {effects.data.links} links: the effect of each choice is worked out when it is chosen.
        </Text>
      )}
    </Box>
  );
}

function Counts({ preview }: { preview: RulesPreview }) {
  return VERDICTS.map((verdict) => (
    <Flex key={verdict} align="center" gap="1.5">
      <VerdictMark verdict={verdict} />
      <Mono>{preview.before[verdict] === preview.after[verdict] ? preview.after[verdict] : `${preview.before[verdict]} → ${preview.after[verdict]}`}</Mono>
      <Text fontSize="14px">{verdict}</Text>
    </Flex>
  ));
}

interface SchoolProps {
  school: School;
  value: Value;
  text: string | undefined;
  effects: SchoolEffect[];
  onChoose: (value: Value) => void;
  onType: (text: string) => void;
}

function OneSchool({ school, value, text, effects, onChoose, onType }: SchoolProps) {
  const choice = school.words.length > 0;
  const now = effects.find((e) => e.now);
  const word = (tried: Value, i: number) => (choice ? school.words[i] : tried === "" ? "none" : `${tried}${school.unit ? ` ${school.unit}` : ""}`);
  return (
    <Grid
      templateColumns={{ base: "1fr", lg: "minmax(320px, 5fr) minmax(420px, 6fr)" }}
      columnGap="6"
      rowGap="1"
      py="2.5"
      borderTopWidth="1px"
      data-school={school.key}
    >
      <Box>
        <Text fontWeight="700" id={`school-${school.key}`}>
          {school.title}
        </Text>
        <Text fontSize="14px" color="fg.muted" lineHeight="1.4" maxW="62ch">
          {school.reason}
        </Text>
      </Box>
      <Box role="radiogroup" aria-labelledby={`school-${school.key}`}>
        {school.tried.map((tried, i) => {
          const on = tried === "" ? value === null : value === tried;
          const effect = effects.find((e) => e.value === tried);
          const isDefault = tried === school.default || (tried === "" && school.default === null);
          return (
            <Flex key={String(tried)} asChild align="center" gap="2" py="0.5" cursor="pointer">
              <label>
                <input
                  type="radio"
                  style={{ accentColor: "var(--chakra-colors-accent-solid)" }}
                  name={school.key}
                  checked={on}
                  onChange={() => onChoose(tried === "" ? null : tried)}
                />
                <Text as="span" fontWeight={on ? 700 : 500} minW="190px">
                  {word(tried, i)}
                  {isDefault && (
                    <Text as="span" color="fg.muted" fontWeight="400" fontSize="13px">
                      {" "}
                      default
                    </Text>
                  )}
                </Text>
                {effect && <EffectText effect={effect} now={now} />}
              </label>
            </Flex>
          );
        })}
        {!choice && (
          <Flex align="center" gap="2" mt="0.5">
            <Input
              size="xs"
              h="28px"
              w="84px"
              fontFamily="mono"
              fontSize="14px"
              bg="bg.panel"
              aria-label={school.title}
              value={text ?? (value === null ? "" : String(value))}
              onChange={(e) => onType(e.target.value)}
            />
            <Text fontSize="14px" color="fg.muted">
              {school.unit || "any other number"}
            </Text>
          </Flex>
        )}
      </Box>
    </Grid>
  );
}

/** How many links come up, and by how much that and the findings differ from now. */
function EffectText({ effect, now }: { effect: SchoolEffect; now: SchoolEffect | undefined }) {
  const up = (e: SchoolEffect) => e.verdicts.works + e.verdicts.tight;
  if (effect.now || !now) {
    return (
      <Text as="span" fontSize="14px" color="fg.muted">
        <Mono as="span">{up(effect)}</Mono> come up, <Mono as="span">{effect.verdicts.tight}</Mono> of them tight
        {effect.now ? " · now" : ""}
      </Text>
    );
  }
  const differences = [
    [up(effect) - up(now), "comes up", "come up"],
    [effect.verdicts.tight - now.verdicts.tight, "tight", "tight"],
    [effect.stop - now.stop, "stop", "stops"],
    [effect.warn - now.warn, "warning", "warnings"],
    [effect.note - now.note, "note", "notes"],
  ] as const;
  const said = differences.map(([n, one, many]) => change(n, one, many)).filter(Boolean);
  return (
    <Text as="span" fontSize="14px" color={said.length ? "fg" : "fg.muted"}>
      {said.length ? said.join(", ") : "changes nothing here"}
    </Text>
  );
}

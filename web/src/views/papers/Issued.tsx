/** States of the plan that were issued: name one now, see what changed since, open one as a copy. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { useChangesSince, useIssue, useIssued, useOpenIssued, type Comparison } from "../../api/papers";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AskSheet } from "../../forms/AskSheet";
import { cents } from "../../words/figures";
import { Mono } from "../../words/Mono";

const when = (at: string) => new Date(at).toLocaleDateString(undefined, { dateStyle: "medium" });

export function Issued() {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const navigate = useNavigate();
  const issued = useIssued(plan.id);
  const issue = useIssue(plan.id);
  const copy = useOpenIssued(plan.id);
  const [asking, setAsking] = useState(false);
  const [open, setOpen] = useState<string | null>(null);
  const states = [...(issued.data ?? [])].reverse();
  return (
    <>
      <Text mb="2">Name what you hand out: later this page says what became of it, part by part, and what is to be bought or taken back.</Text>
      <Button variant="outline" colorPalette="accent" minH="40px" onClick={() => setAsking(true)}>
        Issue revision {plan.revision} …
      </Button>
      {issued.data && states.length === 0 && <Text mt="2">Nothing is issued yet.</Text>}
      {states.map((one) => (
        <Box key={one.name} borderBottomWidth="1px" py="1" data-issued={one.name}>
          <Flex align="center" gap="2" minH="44px" wrap="wrap">
            <Text flex="1" minW="150px">
              <b>{one.name}</b>, revision {one.revision}, {when(one.at)}, {one.who}
            </Text>
            <Button
              size="sm"
              minH="36px"
              variant="outline"
              colorPalette="accent"
              aria-expanded={open === one.name}
              onClick={() => setOpen(open === one.name ? null : one.name)}
            >
              What changed
            </Button>
            <Button
              size="sm"
              minH="36px"
              variant="ghost"
              colorPalette="accent"
              onClick={() =>
                copy.mutate(one.name, {
                  onSuccess: (made) => {
                    say(`Opened as a plan of its own: ${made.name}.`);
                    void navigate(`/plans/${made.id}`);
                  },
                  onError: refuse,
                })
              }
            >
              Open as a copy
            </Button>
          </Flex>
          {open === one.name && <Changes name={one.name} />}
        </Box>
      ))}
      {asking && (
        <AskSheet
          title={`Issue revision ${plan.revision}`}
          label="What it is called, as on the papers"
          value=""
          onClose={() => setAsking(false)}
          onStore={(name) => issue.mutateAsync(name).then(() => say(`Issued as ${name}.`))}
        />
      )}
    </>
  );
}

const WORD = { added: "+", gone: "−", changed: "~" } as const;

function Changes({ name }: { name: string }) {
  const { plan } = useOpenPlan();
  const { data, error } = useChangesSince(plan.id, name, plan.revision);
  if (error) return <Text color="stop.fg">{error.message}</Text>;
  if (!data) return <Text color="fg.muted">Comparing …</Text>;
  if (data.things.length === 0) return <Text mb="2">Nothing of the plan differs from what was issued.</Text>;
  return (
    <Box fontSize="15px" pb="2" data-changes="">
      <Text fontWeight="700">{sums(data, plan.house_rules.currency)}</Text>
      {data.answers.map((one) => (
        <Text key={one.link}>
          <b>{one.link}</b>: {one.before} → {one.after}
        </Text>
      ))}
      {data.materials.map((one) => (
        <Text key={one.item + one.what}>
          <Mono>
            {one.quantity > 0 ? "+" : "−"}
            {Math.abs(one.quantity)}
            {one.unit === "m" ? " m" : ""}
          </Mono>{" "}
          {one.item}: {one.what}
        </Text>
      ))}
      <Text fontWeight="700" mt="1">
        {data.things.length === 1 ? "1 thing" : `${data.things.length} things`}
      </Text>
      {data.things.slice(0, 60).map((one) => (
        <Text key={one.kind + one.id}>
          <Mono>{WORD[one.outcome]}</Mono> {one.kind} {one.name}
          {one.before ? `, before ${one.before}` : ""}
        </Text>
      ))}
      {data.things.length > 60 && <Text>and {data.things.length - 60} more</Text>}
    </Box>
  );
}

function sums(data: Comparison, currency: string): string {
  const of = (total: number | null) => (total === null ? "no total" : `${cents(total)} ${currency}`);
  return `Materials ${of(data.total_before)} → ${of(data.total_after)}; work ${data.hours_before} h → ${data.hours_after} h`;
}

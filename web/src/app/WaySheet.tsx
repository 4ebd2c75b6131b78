/** The way through the job: what each step has and needs, its next act, and steps that this job does without. */
import { Box, Button, Flex, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import type { StepOfWay } from "../api/looking";
import { useSteps } from "../api/looking";
import { useChangePlan } from "../api/plan";
import { Mono } from "../words/Mono";
import { Problem } from "../parts/Problem";
import { Sheet } from "../parts/Sheet";
import { useNotice } from "./notice";
import { useOpenPlan } from "./planContext";
import { STEP_WORD, whereDone } from "./way";

const STATE_WORD: Record<StepOfWay["state"], string> = {
  nothing: "nothing to judge yet",
  open: "open",
  done: "nothing left that a rule asks for",
  "not needed": "not needed here",
};

export function WaySheet({ onClose }: { onClose: () => void }) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const change = useChangePlan(plan.id);
  const way = useSteps(plan.id, plan.revision);
  const set = (step: StepOfWay["step"], needed: boolean) => {
    const others = plan.not_needed.filter((one) => one !== step);
    change
      .mutateAsync({ not_needed: needed ? others : [...others, step] })
      .then(() => say(needed ? `${STEP_WORD[step]} is open again.` : `${STEP_WORD[step]} is not needed here. Undo with u.`))
      .catch(refuse);
  };
  return (
    <Sheet title="The way through this job" open onClose={onClose}>
      <Problem text={way.error?.message ?? null} />
      {!way.data && !way.error && <Text color="fg.muted">Looking through the plan …</Text>}
      {way.data?.steps.map((one) => (
        <Row key={one.step} one={one} first={one.step === way.data.next} home={`/plans/${plan.id}`} onGo={onClose} onSet={set} />
      ))}
      <Text mt="3" fontSize="14px" color="fg.muted">
        A step that this job does without can be closed. What the rules find there is still counted and shown. The deck of the bridge is solid as far as a
        step's things want nothing more.
      </Text>
    </Sheet>
  );
}

interface RowProps {
  one: StepOfWay;
  first: boolean;
  home: string;
  onGo: () => void;
  onSet: (step: StepOfWay["step"], needed: boolean) => void;
}

function Row({ one, first, home, onGo, onSet }: RowProps) {
  const closed = one.state === "not needed";
  return (
    <Box borderTopWidth="1px" py="3" data-step={one.step}>
      <Flex align="baseline" gap="3" wrap="wrap">
        <Text as="h3" fontWeight="700" fontSize="17px" color={closed ? "fg.muted" : "fg"}>
          {STEP_WORD[one.step]}
        </Text>
        <Text fontSize="14px" color="fg.muted">
          {STATE_WORD[one.state]}
        </Text>
        {one.of > 0 && (
          <Mono ml="auto" fontSize="13px">
            {one.done} of {one.of}
          </Mono>
        )}
      </Flex>
      <Text>{one.says}</Text>
      <Flex mt="1" gap="3" align="center" wrap="wrap">
        {one.act && (
          <Link asChild color="accent.fg" fontWeight={first ? 700 : 500} minH="36px" display="inline-flex" alignItems="center" flex="1" minW="200px">
            <RouterLink to={whereDone(home, one.step, one.act)} onClick={onGo}>
              {first ? "Next: " : ""}
              {one.act.do} ▸
            </RouterLink>
          </Link>
        )}
        <Button ml="auto" size="xs" h="32px" variant="outline" colorPalette="accent" onClick={() => onSet(one.step, closed)}>
          {closed ? `Open ${STEP_WORD[one.step]} again` : "Not needed here"}
        </Button>
      </Flex>
    </Box>
  );
}

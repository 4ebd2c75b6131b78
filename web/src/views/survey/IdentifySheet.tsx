/** Narrow down what an unknown cable is: clues in any order, and the one to look for next. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useChangePlant, useIdentified, usePlantReference, type CableDoc, type CableView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Choice, options } from "../../parts/Field";
import { Sheet } from "../../parts/Sheet";

interface Props {
  cables: CableView[];
  onClose: () => void;
}

const CERTAINTY: Record<string, string> = {
  print: "The print decides.",
  guess: "A guess: colours and shapes only hint.",
  none: "Nothing seen yet.",
};

export function IdentifySheet({ cables, onClose }: Props) {
  const { plan } = useOpenPlan();
  const reference = usePlantReference().data;
  const change = useChangePlant(plan.id);
  const { say, refuse } = useNotice();
  const [clues, setClues] = useState<Partial<Record<string, string>>>({});
  const [into, setInto] = useState("");
  const found = useIdentified(clues as Record<string, string>).data;
  const give = (key: string, value: string) =>
    setClues((old) => {
      const others = Object.fromEntries(Object.entries(old).filter(([k]) => k !== key));
      return old[key] === value ? others : { ...others, [key]: value };
    });
  const only = found?.candidates[0];
  const chosen = cables.find((c) => c.doc.name === into);
  const write = (cable: CableDoc) => {
    if (!only) return;
    const doc = { ...cable, fiber: only.grade, fiber_from: found.certainty === "print" ? "print" : "guess" };
    change
      .mutateAsync({ what: `Identify ${cable.name} as ${only.grade}`, changes: [{ kind: "cable", id: cable.id ?? null, doc }] })
      .then(() => say(`${cable.name} is noted as ${only.grade}${found.certainty === "print" ? "" : ", a guess"}. Undo with u.`))
      .catch(refuse);
  };
  return (
    <Sheet title="What is this cable?" open onClose={onClose} size="xl">
      <Flex gap="5" align="start" wrap={{ base: "wrap", md: "nowrap" }}>
        <Box flex="1.1" minW="300px">
          {reference?.clues.map((clue) => (
            <Box key={clue.key} mb="2" bg={found?.next_clue === clue.key ? "accent.subtle" : undefined} px="2" py="1" data-clue={clue.key}>
              <Text fontSize="13px" fontWeight="600">
                {clue.ask}
                {found?.next_clue === clue.key && " · look here next"}
              </Text>
              <Flex gap="1" wrap="wrap" role="group" aria-label={clue.ask}>
                {clue.values.map((value) => (
                  <Button
                    key={value}
                    size="xs"
                    h="28px"
                    px="2"
                    variant={clues[clue.key] === value ? "solid" : "outline"}
                    colorPalette="accent"
                    aria-pressed={clues[clue.key] === value}
                    onClick={() => give(clue.key, value)}
                  >
                    {value}
                  </Button>
                ))}
              </Flex>
            </Box>
          ))}
          <Button size="xs" variant="ghost" colorPalette="accent" onClick={() => setClues({})}>
            Start again
          </Button>
        </Box>
        <Box flex="1" minW="260px" aria-live="polite" data-identified="">
          <Text fontSize="22px" fontWeight="800" lineHeight="1.15">
            {Object.keys(clues).length === 0
              ? "Say what you see"
              : found?.candidates.length
                ? found.candidates.map((c) => c.grade).join(" or ")
                : "Nothing fits"}
          </Text>
          <Text color="fg.muted">{CERTAINTY[found?.certainty ?? "none"]}</Text>
          {found?.contradictions.map((said) => (
            <Text key={said} color="warn.fg" fontWeight="600" mt="1">
              {said}
            </Text>
          ))}
          {found?.next_ask && Object.keys(clues).length > 0 && (
            <Text mt="1">
              <b>Look next at: {found.next_ask.toLowerCase()}.</b> {found.next_why}
            </Text>
          )}
          {Object.keys(clues).length > 0 &&
            found?.candidates.map((one) => (
              <Box key={one.grade} mt="2" pl="3" borderLeftWidth="4px" borderColor="border.emphasized">
                <Text fontWeight="700">{one.grade}</Text>
                <Text fontSize="14px">{one.means}</Text>
                {one.reasons.length > 0 && (
                  <Text fontSize="13px" color="fg.muted">
                    For it: {one.reasons.join("; ")}.
                  </Text>
                )}
                {one.against.length > 0 && (
                  <Text fontSize="13px" color="warn.fg">
                    Against it: {one.against.join("; ")}.
                  </Text>
                )}
                <Text fontSize="12px" color="fg.muted">
                  {one.source}
                </Text>
              </Box>
            ))}
          {only && Object.keys(clues).length > 0 && (
            <Flex mt="3" gap="2" align="end">
              <Choice
                label="Write into the survey, for cable"
                width="200px"
                value={into}
                options={[{ value: "", label: "choose" }, ...options(cables.map((c) => c.doc.name))]}
                onChange={setInto}
              />
              <Button size="xs" h="30px" colorPalette="accent" aria-disabled={!chosen} onClick={() => chosen && write(chosen.doc)}>
                Note as {only.grade}
                {found.certainty === "print" ? "" : " (guess)"}
              </Button>
            </Flex>
          )}
        </Box>
      </Flex>
    </Sheet>
  );
}

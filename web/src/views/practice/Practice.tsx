/** The first page of practice: what is next, every kind of drill, what was missed, sets, the first hour. */
import { Box, Button, Flex, Heading, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate } from "react-router";
import { drawDrill, drillAddress, usePractice, usePracticeActs, type Kind, type Practice as Told } from "../../api/practice";
import { useKeys } from "../../app/keyboard";
import { useNotice } from "../../app/notice";
import { useSettings } from "../../app/settings";
import { AskSheet } from "../../forms/AskSheet";
import { Choice } from "../../forms/Field";
import { Sheet } from "../../parts/Sheet";
import { FirstHour } from "./FirstHour";
import { Frame, Headline } from "./Frame";
import { Sets } from "./Sets";
import { pace, when } from "./told";

export function Practice() {
  const { data, error, refetch } = usePractice();
  if (error) {
    return (
      <Frame title="">
        <Headline sub={error.message}>Practice cannot be shown</Headline>
        <Button mt="3" colorPalette="accent" onClick={() => void refetch()}>
          Try again
        </Button>
      </Frame>
    );
  }
  return <Frame title="">{data ? <Page told={data} /> : <Headline>Opening practice …</Headline>}</Frame>;
}

function Page({ told }: { told: Told }) {
  const navigate = useNavigate();
  const { refuse } = useNotice();
  const { who, set } = useSettings();
  const [naming, setNaming] = useState(false);
  const [wiping, setWiping] = useState(false);
  const [levels, setLevels] = useState<Record<string, number>>({});
  const go = (kind: Kind | null = null, level: number | null = null) => drawDrill(kind, level).then((drill) => void navigate(drillAddress(drill)), refuse);
  useKeys({ Enter: () => void go(), n: () => void go() });
  const next = told.kinds.find((one) => one.kind === told.next_kind)!;
  const missed = told.topics.filter((one) => one.missed > 0).sort((a, b) => b.missed / b.asked - a.missed / a.asked);
  return (
    <>
      <Headline sub={`${told.next_why} It teaches ${next.teaches}.`}>
        Next: {next.name.replace(/[?]$/, "")}, level {next.level}
      </Headline>
      <Flex mt="3" gap="2" wrap="wrap" align="center">
        <Button size="lg" minH="48px" colorPalette="accent" onClick={() => void go()} data-next="">
          Begin
        </Button>
        <Text color="fg.muted" fontSize="14px">
          or press Enter. {told.answered === 0 ? "Nothing was answered yet." : `${told.right} of ${told.answered} right so far${who ? `, ${who}` : ""}.`}
        </Text>
        <Button size="sm" minH="36px" variant="outline" onClick={() => setNaming(true)}>
          {who ? `This is ${who}` : "Say who this is"}
        </Button>
      </Flex>
      <Flex mt="5" gap="8" direction={{ base: "column", lg: "row" }} align="start">
        <Box flex="1" minW="0" w="100%">
          <Heading as="h2" fontSize="18px" mb="1">
            Every kind of drill
          </Heading>
          {told.kinds.map((one) => {
            const level = levels[one.kind] ?? one.level;
            return (
              <Flex key={one.kind} gap="3" py="2" align="center" borderTopWidth="1px" wrap={{ base: "wrap", md: "nowrap" }} data-kind={one.kind}>
                <Box flex="1" minW="200px">
                  <Text fontWeight="700" lineHeight="1.25">
                    {one.name}
                  </Text>
                  <Text fontSize="13.5px" color="fg.muted" lineHeight="1.25">
                    {one.teaches}
                  </Text>
                </Box>
                <Text w="150px" fontSize="13.5px" flex="none" data-figures="">
                  {one.answered === 0 ? "not practised" : `${one.right} of ${one.answered} right${pace(one)}`}
                </Text>
                <Box w="210px" flex="none">
                  <Choice
                    label={`Level of ${one.name}`}
                    hideLabel
                    value={String(level)}
                    options={one.levels.map((says, n) => ({ value: String(n + 1), label: `${n + 1}: ${says}` }))}
                    onChange={(value) => setLevels({ ...levels, [one.kind]: Number(value) })}
                  />
                </Box>
                <Button
                  size="sm"
                  minH={{ base: "48px", md: "36px" }}
                  variant="outline"
                  colorPalette="accent"
                  aria-label={`Practise ${one.name}`}
                  onClick={() => void go(one.kind, level)}
                >
                  Practise
                </Button>
              </Flex>
            );
          })}
        </Box>
        <Box w={{ base: "100%", lg: "340px" }} flex="none">
          <FirstHour />
          <Heading as="h2" fontSize="18px" mt="5" mb="1">
            What was missed
          </Heading>
          {missed.length === 0 && (
            <Text color="fg.muted">{told.answered === 0 ? "It is kept here by topic once something was answered." : "Nothing so far."}</Text>
          )}
          {missed.length > 0 && (
            <Table.Root size="sm">
              <Table.Body>
                {missed.slice(0, 10).map((one) => (
                  <Table.Row key={one.kind + one.name} data-missed={one.name}>
                    <Table.Cell px="0">
                      {one.name}
                      <Text fontSize="13px" color="fg.muted">
                        {told.kinds.find((kind) => kind.kind === one.kind)?.name}
                      </Text>
                    </Table.Cell>
                    <Table.Cell textAlign="end" whiteSpace="nowrap">
                      {one.missed} of {one.asked}
                      <Text fontSize="13px" color="fg.muted">
                        {when(one.due)}
                      </Text>
                    </Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          )}
          <Sets sets={told.sets} kinds={told.kinds} />
          {told.answered > 0 && (
            <Button mt="5" size="sm" minH="36px" variant="outline" onClick={() => setWiping(true)}>
              Forget my answers …
            </Button>
          )}
          <Text mt="3" fontSize="13px" color="fg.muted">
            Kept on this machine alone, by the name that you sign with. Minutes are planning values.
          </Text>
        </Box>
      </Flex>
      {naming && (
        <AskSheet
          title="Who practises here"
          label="Your name, under which progress is kept"
          value={who}
          onClose={() => setNaming(false)}
          onStore={(name) => {
            set({ who: name });
            setTimeout(() => window.location.reload(), 0);
            return Promise.resolve();
          }}
        />
      )}
      {wiping && <WipeSheet told={told} onClose={() => setWiping(false)} />}
    </>
  );
}

function WipeSheet({ told, onClose }: { told: Told; onClose: () => void }) {
  const { wipe } = usePracticeActs();
  const { say, refuse } = useNotice();
  return (
    <Sheet
      title="Forget my answers"
      open
      onClose={onClose}
      footer={
        <>
          <Button variant="outline" onClick={onClose}>
            Keep them
          </Button>
          <Button
            colorPalette="accent"
            onClick={() =>
              wipe.mutate(undefined, {
                onSuccess: ({ forgotten }) => {
                  say(`${forgotten} ${forgotten === 1 ? "answer is" : "answers are"} forgotten.`);
                  onClose();
                },
                onError: refuse,
              })
            }
          >
            Forget them
          </Button>
        </>
      }
    >
      <Text>
        {told.answered} {told.answered === 1 ? "answer" : "answers"} of {told.who} and what follows from them go for good. It cannot be undone.
      </Text>
    </Sheet>
  );
}

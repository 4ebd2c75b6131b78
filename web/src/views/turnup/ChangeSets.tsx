/** Changes to what is live: order of work, dark links minute by minute, what would be said of them; then visits. */
import { Box, Button, Flex, Heading, Table, Text } from "@chakra-ui/react";
import { Link as RouterLink, useSearchParams } from "react-router";
import { useChangeSets, useMade, type ChangeSetView, type LiveStep } from "../../api/changesets";
import { useChangePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { paint } from "../../theme";
import { TextField } from "../../forms/Field";
import { Problem } from "../../parts/Problem";
import { Said } from "../../words/Said";
import { plus } from "../../words/figures";
import { AddStep } from "./AddStep";

export function ChangeSets() {
  const { plan } = useOpenPlan();
  const [search, setSearch] = useSearchParams();
  const { data, error } = useChangeSets(plan.id, plan.revision);
  const change = useChangePlant(plan.id);
  const { refuse } = useNotice();
  const current = data?.find((one) => one.id === search.get("change")) ?? data?.[0];
  const add = () => {
    const names = new Set(data?.map((one) => one.doc.name));
    let n = (data?.length ?? 0) + 1;
    while (names.has(`Change ${n}`)) n++;
    change.mutate({ what: `New change ${n}`, changes: [{ kind: "change set", id: null, doc: { name: `Change ${n}` } }] }, { onError: refuse });
  };
  return (
    <Box flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" pb="6" overflowY="auto" className="print-whole">
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" fontSize={{ base: "22px", md: "28px" }} lineHeight="1.15" data-answer="">
          {current ? `${current.doc.name}: ${current.says}` : data ? "No change to what is live is planned" : "Looking at changes …"}
        </Heading>
        <Flex ml="auto" gap="2" className="no-print">
          <Button size="sm" minH="34px" colorPalette="accent" onClick={add}>
            New change
          </Button>
          <Button asChild size="sm" minH="34px" variant="outline" colorPalette="accent">
            <RouterLink to={`/plans/${plan.id}/turnup`}>All links and devices</RouterLink>
          </Button>
        </Flex>
      </Flex>
      <Problem text={error?.message ?? null} />
      {data && data.length === 0 && (
        <Text mt="1" maxW="680px">
          A change gathers moves, other modules and cut-overs that are made in one go. Before anybody goes, it shows in which order, which links are dark from
          when to when, and what would be said of them afterwards.
        </Text>
      )}
      {data && data.length > 1 && (
        <Flex gap="2" wrap="wrap" my="2" className="no-print">
          {data.map((one) => (
            <Button
              key={one.id}
              size="sm"
              minH="34px"
              variant={one === current ? "solid" : "outline"}
              colorPalette="accent"
              onClick={() => setSearch({ change: one.id })}
            >
              {one.doc.name}
            </Button>
          ))}
        </Flex>
      )}
      {current && <One key={current.id} one={current} />}
    </Box>
  );
}

function One({ one }: { one: ChangeSetView }) {
  const { plan } = useOpenPlan();
  const change = useChangePlant(plan.id);
  const made = useMade(plan.id);
  const { say, refuse } = useNotice();
  const steps = one.doc.steps;
  const put = (doc: Partial<ChangeSetView["doc"]>, what: string) =>
    change.mutateAsync({ what, changes: [{ kind: "change set", id: one.id, doc: { ...one.doc, ...doc, id: one.id } }] });
  const visits = () =>
    change
      .mutateAsync({ what: `Tasks of ${one.doc.name}`, changes: one.tasks.map((doc) => ({ kind: "task" as const, id: null, doc: { ...doc, id: undefined } })) })
      .then(() => say(`${one.tasks.length} tasks: they come into the next proposal of visits.`), refuse);
  return (
    <Box mt="2">
      <Flex gap="3" wrap="wrap" align="end" className="no-print">
        <Box w="220px">
          <TextField label="Name" value={one.doc.name} onCommit={(name) => put({ name }, `Rename ${one.doc.name}`)} />
        </Box>
        <Box w="90px">
          <TextField label="Starts at" mono value={one.doc.starts} onCommit={(starts) => put({ starts }, `${one.doc.name} starts at ${starts}`)} />
        </Box>
        <Button
          size="sm"
          minH="34px"
          variant="outline"
          onClick={() => void change.mutateAsync({ what: `Delete ${one.doc.name}`, changes: [{ kind: "change set", id: one.id, doc: null }] }).catch(refuse)}
        >
          Delete
        </Button>
      </Flex>
      <AddStep onAdd={(step: LiveStep) => put({ steps: [...steps, step] }, `${one.doc.name}: a step more`).then(() => undefined, refuse)} />
      {steps.length > 0 && (
        <Flex gap="2" wrap="wrap" mt="2" className="no-print" aria-label="Steps" role="list">
          {steps.map((step, n) => (
            <Flex key={`${step.do}${step.link}${n}`} role="listitem" borderWidth="1px" align="center" pl="2" fontSize="14px">
              {step.link}: {step.do}
              <Button
                size="xs"
                minH="32px"
                variant="ghost"
                aria-label={`Take out ${step.link}: ${step.do}`}
                onClick={() => void put({ steps: steps.filter((_, at) => at !== n) }, `${one.doc.name}: a step less`).catch(refuse)}
              >
                ×
              </Button>
            </Flex>
          ))}
        </Flex>
      )}
      {one.refused.map((step) => (
        <Text key={step.step} fontWeight="600" color="stop.fg" mt="1" data-refused="">
          {step.step} cannot be made: {step.why}.
        </Text>
      ))}
      {one.both.length > 0 && (
        <Text fontWeight="700" color="stop.fg" mt="1">
          Two ways of {one.both.join(", ")} are dark at once.
        </Text>
      )}
      {one.steps.length > 0 && (
        <Flex gap="6" mt="3" direction={{ base: "column", lg: "row" }} align="start" className="print-column">
          <Box flex="1" minW="0">
            <Heading as="h2" fontSize="16px">
              Order of work
            </Heading>
            <Text fontSize="13px" color="fg.muted">
              The farthest first. Minutes of one crew at both ends, without the way between places: visits count that.
            </Text>
            {one.steps.map((step) => (
              <Flex key={`${step.do}${step.at}`} gap="3" py="1" borderBottomWidth="1px" data-worked={step.do}>
                <Text fontFamily="mono" whiteSpace="nowrap">
                  {step.at}–{step.until}
                </Text>
                <Text>{step.do}</Text>
              </Flex>
            ))}
            <Heading as="h2" fontSize="16px" mt="4">
              Dark, minute by minute
            </Heading>
            <Darkness one={one} />
          </Box>
          <Box flex="1" minW="0">
            <Heading as="h2" fontSize="16px">
              What becomes of them
            </Heading>
            <Table.Root size="sm">
              <Table.Body>
                {one.moved.map((link) => (
                  <Table.Row key={link.link} data-becomes={link.link}>
                    <Table.Cell fontWeight="600" verticalAlign="top">
                      {link.link}
                    </Table.Cell>
                    <Table.Cell verticalAlign="top">
                      {link.before === link.after ? link.after : `${link.before} → ${link.after}`}
                      <Text as="span" fontFamily="mono" ml="2">
                        {link.margin_after === null ? "margin not known" : `${plus(link.margin_after)} dB`}
                      </Text>
                      {link.new.map((text) => (
                        <Text key={text} fontSize="13px" color="warn.fg">
                          + <Said text={text} />
                        </Text>
                      ))}
                      {link.gone.map((text) => (
                        <Text key={text} fontSize="13px" color="fg.muted">
                          − <Said text={text} />
                        </Text>
                      ))}
                    </Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
            <Flex gap="2" mt="3" wrap="wrap" className="no-print">
              <Button size="sm" minH="36px" colorPalette="accent" onClick={() => void visits()}>
                Make tasks for visits of it
              </Button>
              <Button
                size="sm"
                minH="36px"
                variant="outline"
                colorPalette="accent"
                loading={made.isPending}
                onClick={() =>
                  made.mutate(one.id, { onSuccess: () => say("It stands in the plan now. Read the levels of these links again."), onError: refuse })
                }
              >
                It was made: put it into the plan
              </Button>
            </Flex>
          </Box>
        </Flex>
      )}
    </Box>
  );
}

const ROW = 24;

/** A bar for each link, from when it goes dark until it is brought up. */
function Darkness({ one }: { one: ChangeSetView }) {
  const scale = 100 / Math.max(1, one.minutes);
  return (
    <Box role="list" aria-label="Links that are dark, from when to when" mt="1">
      {one.dark.map((link) => (
        <Flex key={link.link} role="listitem" align="center" gap="2" h={`${ROW}px`} data-dark={link.link}>
          <Text w={{ base: "130px", md: "200px" }} fontSize="13px" truncate flex="none">
            {link.link}
          </Text>
          <Box flex="1" position="relative" h="14px" bg="bg.muted" aria-hidden="true">
            <Box
              position="absolute"
              h="14px"
              left={`${link.from_min * scale}%`}
              w={`${(link.until_min - link.from_min) * scale}%`}
              style={{ background: link.through ? `repeating-linear-gradient(45deg, ${paint("fg.muted")} 0 2px, transparent 2px 6px)` : paint("fg") }}
            />
          </Box>
          <Text fontFamily="mono" fontSize="13px" whiteSpace="nowrap">
            {link.at}–{link.until}
          </Text>
        </Flex>
      ))}
      {one.dark.some((link) => link.through) && (
        <Text fontSize="13px" color="fg.muted">
          Hatched: it hangs on a link that is dark.
        </Text>
      )}
    </Box>
  );
}

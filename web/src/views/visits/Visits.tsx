/** The Visits pier: days on site as planks, the way through one of them, its tasks to tick, what goes along. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { usePropose, useVisits, type TaskView, type VisitsView, type VisitView, type WhatIf } from "../../api/visits";
import { useKeys } from "../../app/keyboard";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Problem } from "../../parts/Problem";
import { DayLine } from "./DayLine";
import { Calendar } from "./Calendar";
import { CrewSheet } from "./CrewSheet";
import { OwnTask } from "./OwnTask";
import { Said } from "../../words/Said";
import { BringHome, ToThePhone } from "./Packets";
import { PaceLine } from "./PaceLine";
import { Planks } from "./Planks";
import { Proposal } from "./Proposal";
import { Rest } from "./Rest";
import { TaskRow } from "./TaskRow";
import { TaskSheet } from "./TaskSheet";
import { byKey, clockAt, headline, isDone, load, placesOf } from "./told";
import { useTasks } from "./useTasks";
import { WhatIfSheet } from "./WhatIfSheet";

export function Visits() {
  const { plan } = useOpenPlan();
  const { refuse } = useNotice();
  const made = useVisits(plan.id, plan.revision);
  const view = made.data;
  const propose = usePropose(plan.id);
  const [search, setSearch] = useSearchParams();
  const [opened, setOpened] = useState<string | null>(null);
  const [own, setOwn] = useState(false);
  const [crew, setCrew] = useState(false);
  const acts = useTasks(view);
  const tasks = view ? byKey(view) : new Map<string, TaskView>();
  const visits = view?.visits ?? [];
  const next = visits.find((visit) => visit.tasks.some((one) => !isDone(tasks.get(one.key)))) ?? visits[0];
  const current = visits.find((visit) => visit.id === search.get("visit")) ?? next;
  const at = current ? visits.indexOf(current) : -1;
  const pick = (visit: VisitView | undefined) => visit && setSearch({ visit: visit.id }, { replace: true });
  useKeys({ j: () => pick(visits[at + 1]), k: () => pick(visits[at - 1]), v: () => ask() });
  const ask = (what: WhatIf = {}) => propose.mutate(what, { onError: refuse });
  const task = opened === null ? undefined : tasks.get(opened);
  const drop = (key: string, visit: VisitView) => {
    const dragged = tasks.get(key);
    if (dragged) void acts.move(dragged, visit);
  };
  return (
    <Flex direction="column" flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" overflowY="auto" className="print-whole">
      <Flex align="baseline" gap={{ base: "1", md: "3" }} mb="1" wrap="wrap">
        <Heading as="h1" fontSize={{ base: "24px", md: "28px" }} lineHeight="1.15" data-answer="">
          {view ? headline(view) : "Working out what is to be done …"}
        </Heading>
        <Flex ml="auto" gap="2" className="no-print" wrap="wrap">
          <Button
            size="sm"
            minH="36px"
            variant={visits.length ? "outline" : "solid"}
            colorPalette="accent"
            loading={propose.isPending}
            loadingText="Trying orders …"
            onClick={() => ask()}
          >
            {visits.length ? "Propose anew" : "Propose visits"}
          </Button>
          <Button size="sm" minH="36px" variant="outline" colorPalette="accent" onClick={() => setOwn(true)}>
            Own task …
          </Button>
          <Button size="sm" minH="36px" variant="outline" colorPalette="accent" onClick={() => setCrew(true)}>
            Crew and days …
          </Button>
          {visits.length > 0 && <WhatIfSheet onAsk={ask} />}
          {visits.length > 0 && <Calendar />}
          {visits.length > 0 && <BringHome />}
          <Button size="sm" minH="36px" variant="outline" colorPalette="accent" onClick={() => window.print()}>
            Print
          </Button>
        </Flex>
      </Flex>
      <Problem text={made.error?.message ?? null} />
      {view && <Sums view={view} />}
      {view && propose.data && <Proposal view={view} made={propose.data} onClose={() => propose.reset()} />}
      {view && visits.length > 0 && (
        <Planks view={view} tasks={tasks} current={current?.id} onPick={(id) => pick(visits.find((one) => one.id === id))} onDrop={drop} />
      )}
      {view && current && <OneVisit key={current.id} view={view} visit={current} tasks={tasks} acts={acts} opened={opened} onOpen={setOpened} />}
      {view && <Rest view={view} tasks={tasks} onOpen={setOpened} onOrder={acts.ordered} />}
      {view && task && (
        <TaskSheet
          key={task.key}
          task={task}
          view={view}
          visit={visits.find((visit) => visit.tasks.some((one) => one.key === task.key))}
          acts={acts}
          onClose={() => setOpened(null)}
        />
      )}
      {view && crew && <CrewSheet view={view} onClose={() => setCrew(false)} />}
      {own && <OwnTask acts={acts} onClose={() => setOwn(false)} />}
    </Flex>
  );
}

/** Crew, hours and what is blocked, in a line. */
function Sums({ view }: { view: VisitsView }) {
  const open = view.tasks.filter((one) => !isDone(one) && one.not_needed === null);
  const hours = open.reduce((sum, one) => sum + one.minutes / 60, 0);
  const bare = open.filter((one) => !one.counted).length;
  const blocked = open.filter((one) => one.blocked !== null).length;
  const parts = [
    `${hours.toFixed(1)} hours of one person left${bare ? `, and ${bare === 1 ? "a pull" : `${bare} pulls`} of unknown length` : ""}`,
    view.crews === 1 ? `a crew of ${view.crew}` : `${view.crews} crews of ${view.crew}`,
    `days of ${view.day_h} h from ${view.starts}`,
  ];
  if (view.depot) parts.push(`from ${view.depot}`);
  if (blocked) parts.push(`${blocked} blocked`);
  const again = open.filter((one) => one.rework !== null);
  if (again.length) parts.push(`${again.length} to be done again, ${(again.reduce((sum, one) => sum + one.minutes, 0) / 60).toFixed(1)} h`);
  return (
    <>
      <Text color="fg.muted" mb="1">
        {parts.join(" · ")}
      </Text>
      {view.pace && <PaceLine pace={view.pace} />}
    </>
  );
}

interface OneProps {
  view: VisitsView;
  visit: VisitView;
  tasks: Map<string, TaskView>;
  acts: ReturnType<typeof useTasks>;
  opened: string | null;
  onOpen: (key: string) => void;
}

function OneVisit({ view, visit, tasks, acts, opened, onOpen }: OneProps) {
  const along = load(visit, tasks, view.kinds);
  const order = placesOf(visit);
  const where = (key: string) => tasks.get(key)?.at[0] ?? "";
  const places = [...new Set([...order, ...visit.tasks.map((one) => where(one.key))])].filter((place) => visit.tasks.some((one) => where(one.key) === place));
  return (
    <Flex gap="4" mt="2" direction={{ base: "column", lg: "row" }} className="print-column" data-one-visit={visit.name}>
      <Box flex="1" minW="0">
        <Box hideBelow="md">
          <DayLine view={view} visit={visit} />
        </Box>
        {places.map((place) => (
          <Box key={place} mt="2" role="list" aria-label={place || "Anywhere"}>
            <Text fontWeight="700" borderBottomWidth="2px" borderColor="fg">
              {place || "Anywhere"}
            </Text>
            {visit.tasks
              .filter((one) => where(one.key) === place)
              .map((one) => {
                const task = tasks.get(one.key);
                return (
                  task && (
                    <TaskRow
                      key={one.key}
                      task={task}
                      clock={one.start_h === null ? null : clockAt(view.starts, one.start_h)}
                      broken={one.broken}
                      current={opened === one.key}
                      onOpen={() => onOpen(one.key)}
                      onTick={() => void acts.became(task, isDone(task) ? "open" : "done")}
                      onMove={(way) => void acts.moveBy(task, visit, way)}
                    />
                  )
                );
              })}
          </Box>
        ))}
      </Box>
      <Flex as="aside" direction="column" gap="3" w={{ base: "100%", lg: "300px" }} flex="none" aria-label="Load and cautions">
        <Box bg="bg.panel" borderLeftWidth="4px" borderColor="fg" px="3" py="2">
          <Text fontSize="17px" fontWeight="700">
            Load
          </Text>
          {along.parts.length + along.tools.length === 0 && <Text>Nothing is left to carry.</Text>}
          {[...along.parts, ...along.tools].map((one) => (
            <Flex asChild key={one} align="start" gap="2" minH="30px" fontSize="14px" cursor="pointer">
              <label>
                <input type="checkbox" style={{ accentColor: "var(--chakra-colors-accent-fg)", width: 18, height: 18, marginTop: 2, flex: "none" }} />
                <span>{one}</span>
              </label>
            </Flex>
          ))}
        </Box>
        <Along title="Cut" lines={visit.cuts} />
        <Along title="Papers" lines={visit.drawings} />
        <Box borderWidth="2px" borderStyle="dashed" px="3" py="2">
          {along.cautions.map((one) => (
            <Text key={one} fontSize="14px">
              {one}
            </Text>
          ))}
          <Text fontSize="14px" fontWeight="700">
            Local codes and licensed practice decide.
          </Text>
        </Box>
        <Text fontSize="14px">
          Up at the end: {visit.up} of {view.links} links. Back at {clockAt(view.starts, visit.back_h)}, {(visit.walked_h * 60).toFixed(0)} min on the way.
        </Text>
        <ToThePhone visit={visit} />
        <Text fontSize="14px" className="only-print-block">
          Phone numbers: ________________________________________
        </Text>
      </Flex>
    </Flex>
  );
}

/** What is cut for the day, and the papers that it is done by. */
function Along({ title, lines }: { title: string; lines: string[] }) {
  if (lines.length === 0) return null;
  return (
    <Box bg="bg.panel" borderLeftWidth="4px" borderColor="border.emphasized" px="3" py="2" data-along={title}>
      <Text fontSize="17px" fontWeight="700">
        {title}
      </Text>
      {lines.map((one) => (
        <Text key={one} fontSize="14px">
          <Said text={one} />
        </Text>
      ))}
    </Box>
  );
}

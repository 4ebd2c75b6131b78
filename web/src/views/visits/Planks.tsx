/** A day on site is a plank: laid and nailed when it is done, dashed while it is to come, a gap where people wait. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { memo, useCallback, useEffect, useRef } from "react";
import type { TaskView, VisitsView, VisitView } from "../../api/visits";
import { Mono } from "../../words/Mono";
import { dropped, takes } from "./moving";
import { progress } from "./told";

interface Props {
  view: VisitsView;
  tasks: Map<string, TaskView>;
  current: string | undefined;
  onPick: (id: string) => void;
  /** A task is dropped on a visit. */
  onDrop: (key: string, visit: VisitView) => void;
}

export function Planks({ view, tasks, current, onPick, onDrop }: Props) {
  const acts = useRef({ onPick, onDrop });
  useEffect(() => {
    acts.current = { onPick, onDrop };
  });
  const pick = useCallback((id: string) => acts.current.onPick(id), []);
  const drop = useCallback((key: string, visit: VisitView) => acts.current.onDrop(key, visit), []);
  return (
    <Flex flex="none" overflowX="auto" pb="1" align="stretch" role="list" aria-label="Visits" tabIndex={0} className="print-whole">
      {view.visits.map((visit, at) => {
        const before = view.visits[at - 1];
        return (
          <Plank
            key={visit.id}
            visit={visit}
            {...progress(visit, tasks)}
            gap={before ? visit.day - before.day - 1 : visit.day - 1}
            crews={view.crews}
            links={view.links}
            on={visit.id === current}
            onPick={pick}
            onDrop={drop}
          />
        );
      })}
    </Flex>
  );
}

interface PlankProps {
  visit: VisitView;
  done: number;
  of: number;
  gap: number;
  crews: number;
  links: number;
  on: boolean;
  onPick: (id: string) => void;
  onDrop: (key: string, visit: VisitView) => void;
}

/** Drawn anew only where something of its own changes: a plan has dozens. */
const Plank = memo(function Plank({ visit, done, of, gap, crews, links, on, onPick, onDrop }: PlankProps) {
  const here = useRef<HTMLButtonElement>(null);
  useEffect(() => {
    if (on) here.current?.scrollIntoView({ block: "nearest", inline: "nearest" });
  }, [on]);
  const whole = of > 0 && done === of;
  const faults = visit.tasks.reduce((sum, one) => sum + one.broken.length, 0);
  return (
    <>
      {gap > 0 && (
        <Flex flex="none" w="92px" align="center" justify="center" borderBottomWidth="2px" borderColor="border" px="1" role="listitem">
          <Text fontSize="12px" textAlign="center" color="fg.muted">
            {gap === 1 ? "1 working day" : `${gap} working days`} without a visit
          </Text>
        </Flex>
      )}
      <Box role="listitem" flex="none" me="1">
        <Box
          asChild
          textAlign="start"
          w="132px"
          minH="74px"
          px="2"
          py="1"
          cursor="pointer"
          borderWidth={on ? "3px" : "2px"}
          borderStyle={whole || on ? "solid" : "dashed"}
          borderColor={on ? "accent.fg" : "fg"}
          bg={whole ? "bg.emphasized" : "bg.panel"}
          data-visit={visit.name}
          onDragOver={takes}
          onDrop={(event) => {
            event.preventDefault();
            onDrop(dropped(event), visit);
          }}
        >
          <button ref={here} type="button" aria-current={on} onClick={() => onPick(visit.id)}>
            <Text fontWeight="700" truncate>
              {visit.name}
            </Text>
            <Flex justify="space-between" fontSize="14px">
              <span>
                day {visit.day}
                {crews > 1 && `, crew ${visit.crew}`}
              </span>
              <Mono>{visit.back_h.toFixed(1)} h</Mono>
            </Flex>
            <Text fontSize="14px">
              {whole ? "✓ " : ""}
              {done} of {of} done
            </Text>
            {faults > 0 && (
              <Text fontSize="13px" color="stop.fg" fontWeight="700">
                {faults === 1 ? "1 thing" : `${faults} things`} not kept
              </Text>
            )}
          </button>
        </Box>
        <Text fontSize="12px" textAlign="center" color="fg.muted">
          {visit.up} of {links} links up
        </Text>
      </Box>
    </>
  );
});

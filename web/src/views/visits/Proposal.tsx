/** Visits proposed for what is left: how many days, what is proven, what differs; taken as one change. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { ProposalView, VisitsView } from "../../api/visits";
import { useChangePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { byKey, isDone } from "./told";

interface Props {
  view: VisitsView;
  made: ProposalView;
  onClose: () => void;
}

const days = (count: number) => (count === 1 ? "1 day" : `${count} days`);

export function Proposal({ view, made, onClose }: Props) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const change = useChangePlant(plan.id);
  const tasks = byKey(view);
  const take = () => {
    // what is done stays in the visit that it was done in
    const kept = view.visits.map((visit) => ({ visit, done: visit.tasks.map((one) => one.key).filter((key) => isDone(tasks.get(key))) }));
    const old = kept.map(({ visit, done }) => ({
      kind: "visit" as const,
      id: visit.id,
      doc: done.length ? { name: visit.name, day: visit.day, crew: visit.crew, notes: visit.notes, tasks: done } : null,
    }));
    const taken = new Set(kept.filter(({ done }) => done.length).map(({ visit }) => visit.name));
    let number = taken.size;
    const fresh = made.visits.map((one) => {
      do number += 1;
      while (taken.has(`Visit ${number}`));
      return { kind: "visit" as const, id: null, doc: { name: `Visit ${number}`, day: one.day, crew: one.crew, tasks: one.tasks } };
    });
    change.mutate(
      { what: `Take ${days(made.days)} of visits`, changes: [...old, ...fresh] },
      {
        onSuccess: () => {
          say(`Took ${days(made.days)} of visits. Undo with u.`);
          onClose();
        },
        onError: refuse,
      },
    );
  };
  const proof = made.days === made.least ? "fewer are proven impossible" : `best found so far; fewer than ${made.least} are proven impossible`;
  return (
    <Box borderLeftWidth="4px" borderColor="accent.fg" bg="bg.panel" px="3" py="2" mb="2" data-proposal="">
      <Text fontSize="18px" fontWeight="700">
        {made.days === 0 ? "Nothing that could be done is left" : `${days(made.days)} on site: ${proof}`}
      </Text>
      <Text>
        {made.last_day > made.days && `The last one is working day ${made.last_day}: goods have to come first. `}
        {made.walked_h.toFixed(1)} h on the way. {made.blocked > 0 && `${made.blocked} tasks are blocked and in no visit. `}
        {view.visits.length > 0 && (made.moved ? `${made.moved} tasks change their day.` : "No task changes its day.")}
      </Text>
      {made.stopped.length > 0 && (
        <Text color="warn.fg" fontWeight="600">
          ▼ {made.stopped.length === 1 ? "One more task" : `${made.stopped.length} more tasks`} cannot be done: {made.stopped.slice(0, 4).join(", ")}
          {made.stopped.length > 4 && " …"}
        </Text>
      )}
      {made.broken.map((one) => (
        <Text key={one} color="warn.fg" fontWeight="600">
          ▼ {one}
        </Text>
      ))}
      {made.guessed.length > 0 && (
        <Text color="warn.fg">
          {made.guessed.length === 1 ? "One way is" : `${made.guessed.length} ways are`} of unknown length, taken as 15 min: {made.guessed[0]!.join(" – ")}
          {made.guessed.length > 1 && " …"}. Enter it with the place.
        </Text>
      )}
      <Flex gap="2" mt="2">
        <Button colorPalette="accent" minH="40px" onClick={take} aria-disabled={made.days === 0}>
          Take these visits
        </Button>
        <Button variant="ghost" colorPalette="accent" minH="40px" onClick={onClose}>
          Leave it as it is
        </Button>
      </Flex>
    </Box>
  );
}

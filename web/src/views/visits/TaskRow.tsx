/** A task in a line: a box to tick, when it begins, what it is, and what speaks against it. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { TaskView } from "../../api/visits";
import { Mono } from "../../words/Mono";
import { Said } from "../../words/Said";
import { carry, wayOf, type Way } from "./moving";
import { isDone } from "./told";

interface Props {
  task: TaskView;
  clock: string | null;
  broken: string[];
  current: boolean;
  onOpen: () => void;
  onTick: (() => void) | null;
  /** Moves it, where it can be moved. */
  onMove?: (way: Way) => void;
}

export function TaskRow({ task, clock, broken, current, onOpen, onTick, onMove }: Props) {
  const done = isDone(task);
  const state = task.noted?.state;
  return (
    <Flex
      align="start"
      gap="2"
      borderBottomWidth="1px"
      borderLeftWidth="4px"
      borderLeftColor={current ? "accent.fg" : "transparent"}
      bg={current ? "bg.panel" : undefined}
      ps="1"
      role="listitem"
      data-task={task.key}
      draggable={!done}
      onDragStart={(event) => carry(event, task.key)}
      onKeyDown={(event) => {
        const way = wayOf(event);
        if (!way || !onMove) return;
        event.preventDefault();
        onMove(way);
      }}
    >
      <Flex asChild align="center" justify="center" w="40px" minH={{ base: "52px", md: "40px" }} flex="none" cursor="pointer">
        <label>
          <input
            type="checkbox"
            checked={done}
            disabled={onTick === null}
            onChange={() => onTick?.()}
            aria-label={`Done: ${task.name}`}
            style={{ accentColor: "var(--chakra-colors-accent-fg)", width: 22, height: 22 }}
          />
        </label>
      </Flex>
      <Button
        variant="plain"
        h="auto"
        minH={{ base: "52px", md: "40px" }}
        px="0"
        py="1.5"
        flex="1"
        minW="0"
        justifyContent="start"
        whiteSpace="normal"
        textAlign="start"
        fontWeight="400"
        className="print-text"
        onClick={onOpen}
      >
        <Box w="100%">
          <Flex gap="2" align="baseline">
            {clock && <Mono color="fg.muted">{clock}</Mono>}
            <Text flex="1" fontWeight={done ? 400 : 600} color={done ? "fg.muted" : "fg"} _firstLetter={{ textTransform: "uppercase" }}>
              {done && "✓ "}
              {task.name}
              {state && !done && ` · ${state}`}
              {task.noted?.note && ` · ${task.noted.note}`}
            </Text>
            <Mono flex="none" color="fg.muted">
              {Math.round(task.minutes / task.people)} min
            </Mono>
          </Flex>
          {task.blocked && (
            <Text fontSize="13px" color="stop.fg">
              Blocked: <Said text={task.blocked} />
            </Text>
          )}
          {task.rework !== null && (
            <Text fontSize="13px" color="warn.fg" fontWeight="600" data-rework="">
              ▼ To be done again: it was done as {task.rework}; the plan says {task.extent} now
            </Text>
          )}
          {broken
            .filter((said) => !said.startsWith("blocked:"))
            .map((said) => (
              <Text key={said} fontSize="13px" color="warn.fg" fontWeight="600" data-broken="">
                ▼ {said}
              </Text>
            ))}
        </Box>
      </Button>
    </Flex>
  );
}

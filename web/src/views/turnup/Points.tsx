/** A list to tick: each point with its planned value, what is known of it, and why it is asked. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { PointView } from "../../api/turnup";
import { useNarrow } from "../../parts/narrow";
import { State } from "../testing/State";
import { isDone, POINT_TONE } from "./told";

export type OnTick = (point: PointView, state: "done" | "not needed" | "open", note?: string | null) => Promise<unknown>;

interface Props {
  points: PointView[];
  onTick: OnTick;
  /** Whose points these are, for screen readers. */
  label: string;
  compact?: boolean;
}

export function Points({ points, onTick, label, compact }: Props) {
  return (
    <Box role="list" aria-label={label}>
      {points.map((point) => (
        <Line key={`${point.key}${point.end ?? ""}${point.of}${point.link ?? ""}`} point={point} onTick={onTick} compact={compact ?? false} />
      ))}
    </Box>
  );
}

function Line({ point, onTick, compact }: { point: PointView; onTick: OnTick; compact: boolean }) {
  const done = isDone(point);
  const words = `${point.words}${point.value ? `: ${point.value}` : ""}`;
  const told = point.state === "not needed" ? "not needed here" : point.sub || (point.note && point.note !== "simulated" ? point.note : "");
  const sub = [compact ? point.of : "", told].filter(Boolean).join(": ");
  return (
    <Flex
      role="listitem"
      gap="2"
      py={compact ? "0.5" : "1.5"}
      align="start"
      data-point={point.key}
      data-state={point.state}
      borderBottomWidth={compact ? 0 : "1px"}
    >
      {point.by_facts ? (
        <Flex w="26px" minH="26px" align="center" justify="center" flex="none" title="By what was read">
          <PointMark state={point.state} />
        </Flex>
      ) : (
        <Button
          variant="ghost"
          minW="26px"
          w="26px"
          h="26px"
          p="0"
          flex="none"
          aria-pressed={done}
          aria-label={`${words}, ${done ? "done" : "open"}`}
          onClick={() => void onTick(point, done ? "open" : "done")}
        >
          <PointMark state={point.state} />
        </Button>
      )}
      <Box minW="0" flex="1">
        <Text fontSize="14px" lineHeight="1.3" fontWeight={point.state === "warn" || point.state === "stop" ? 700 : 400}>
          {words}
        </Text>
        {sub && (
          <Text fontSize="12.5px" color="fg.muted" lineHeight="1.3">
            {sub}
          </Text>
        )}
        {!compact && !done && (
          <Text fontSize="13px" color="fg.muted">
            {point.why}
          </Text>
        )}
      </Box>
      {!compact && !point.by_facts && !done && (
        <Button size="xs" minH="28px" variant="outline" className="no-print" onClick={() => void onTick(point, "not needed")}>
          Not needed
        </Button>
      )}
    </Flex>
  );
}

/** Nothing needed is a dash, and no tick. */
function PointMark({ state }: { state: PointView["state"] }) {
  return state === "not needed" ? <Text color="fg.muted">–</Text> : <State tone={POINT_TONE[state]} />;
}

/** One question a screen, for the phone: the next point that is open, with answers where the thumb is. */
export function OneByOne({ points, onTick, onClose }: { points: PointView[]; onTick: OnTick; onClose: () => void }) {
  const [skipped, setSkipped] = useState<ReadonlySet<PointView>>(new Set());
  const open = points.filter((point) => !isDone(point) && !point.by_facts && !skipped.has(point));
  const point = open[0];
  const left = points.filter((one) => !isDone(one)).length;
  if (!point)
    return (
      <Box>
        <Text fontSize="20px" fontWeight="700">
          {left === 0 ? "All of this is done." : `${left} left: skipped, or waiting for what is read.`}
        </Text>
        <Button mt="4" w="100%" minH="62px" colorPalette="accent" onClick={onClose}>
          Back
        </Button>
      </Box>
    );
  return (
    <Flex direction="column" minH="60vh">
      <Text color="fg.muted">
        {points.length - left + 1} of {points.length}
        {point.of || point.end ? ` · ${point.of}` : ""}
      </Text>
      <Text fontSize="26px" fontWeight="700" lineHeight="1.2" mt="2">
        {point.words}
      </Text>
      {point.value && (
        <Text fontSize="22px" mt="1">
          {point.value}
        </Text>
      )}
      <Text color="fg.muted" mt="2" mb="auto">
        {point.why}
      </Text>
      <Flex direction="column" gap="2" pt="4">
        <Button minH="62px" variant="outline" onClick={() => setSkipped(new Set([...skipped, point]))}>
          Later
        </Button>
        <Button minH="62px" variant="outline" onClick={() => void onTick(point, "not needed")}>
          Not needed here
        </Button>
        <Button minH="68px" fontSize="20px" colorPalette="accent" onClick={() => void onTick(point, "done")}>
          Done
        </Button>
      </Flex>
    </Flex>
  );
}

/** The list as the screen has room for it. */
export function List({ points, onTick, label, onClose }: Props & { onClose: () => void }) {
  const narrow = useNarrow();
  return narrow ? <OneByOne points={points} onTick={onTick} onClose={onClose} /> : <Points points={points} onTick={onTick} label={label} />;
}

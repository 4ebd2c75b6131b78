/** The need in one line: read as it is typed, with ways to go on. */
import { Box, Button, Flex, Input, Text } from "@chakra-ui/react";
import { useDeferredValue, useState } from "react";
import { readLine, useLine } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { withLine, type Draft } from "./draft";

interface Props {
  draft: Draft;
  onChange: (next: Draft) => void;
}

export function NeedLine({ draft, onChange }: Props) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const [line, setLine] = useState("");
  const [said, setSaid] = useState<string | null>(null);
  const asked = useDeferredValue(line);
  const ahead = useLine(plan.id, plan.revision, asked);
  const suggested = line.trim() ? (ahead.data?.suggestions ?? []) : [];
  const read = () => {
    if (!line.trim()) return;
    readLine(plan.id, line).then(
      (found) => {
        onChange(withLine(draft, found, unit));
        const placed = (found.a_place && found.b_place) || found.distance_m != null;
        const lacks = [placed ? null : "both places by their names in the plan, or a length", found.rate_gbps != null ? null : "a speed"].filter(Boolean);
        const recorded = found.distance_m == null && found.way != null ? "Length taken from the recorded pathways." : null;
        const told = [
          lacks.length ? `Not said: ${lacks.join(", ")}.` : recorded,
          found.unread.length ? `Not understood: ${found.unread.map((word) => `“${word}”`).join(", ")}.` : null,
          found.new_places.length ? `New: ${found.new_places.join(" and ")}; they come into the plan when an option is taken.` : null,
          ...found.notes.map((note) => `${note[0]!.toUpperCase()}${note.slice(1)}.`),
        ].filter(Boolean);
        setSaid(told.length ? told.join(" ") : null);
      },
      (error: unknown) => setSaid(error instanceof Error ? error.message : String(error)),
    );
  };
  return (
    <Box data-wide="">
      <Flex justify="space-between" align="end" mb="1">
        <Text asChild fontSize="13px" fontWeight="600">
          <label htmlFor="need-line">In one line</label>
        </Text>
        <Button size="2xs" h="24px" px="2" fontSize="13px" colorPalette="accent" variant="outline" onClick={read}>
          Read ↵
        </Button>
      </Flex>
      <Input
        id="need-line"
        size="sm"
        bg="bg.panel"
        placeholder="Pier Office to Wet Lab 10G, growth 100G"
        autoComplete="off"
        value={line}
        onChange={(e) => setLine(e.target.value)}
        onKeyDown={(e) => e.key === "Enter" && read()}
      />
      {suggested.length > 0 && (
        <Flex wrap="wrap" gap="1" mt="1" role="group" aria-label="Go on with">
          {suggested.map((whole) => (
            <Button
              key={whole}
              size="2xs"
              h="24px"
              px="1.5"
              fontSize="13px"
              fontWeight="500"
              variant="outline"
              colorPalette="accent"
              onClick={() => setLine(whole)}
            >
              {ending(line, whole)}
            </Button>
          ))}
        </Flex>
      )}
      {said && (
        <Text fontSize="13px" color="fg.muted" aria-live="polite">
          {said}
        </Text>
      )}
    </Box>
  );
}

/** What a suggestion adds: the words from the one that differs on. */
function ending(line: string, whole: string): string {
  const old = line.trimEnd().split(" ");
  const now = whole.split(" ");
  let same = 0;
  while (same < old.length && same < now.length - 1 && old[same]!.replace(/,$/, "") === now[same]!.replace(/,$/, "")) same += 1;
  return now
    .slice(same)
    .join(" ")
    .replace(/^(to|and) /, "");
}

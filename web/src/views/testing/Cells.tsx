/** A field for a reading: numbers and Enter, the next cell in the order of the test; a pasted column goes down. */
import { Box, Input } from "@chakra-ui/react";
import { useState } from "react";
import type { CellView } from "../../api/testing";
import { cellText, entryOf, toneOf, type Entry } from "./told";

interface Props {
  label: string;
  place: string;
  cell: CellView;
  small: boolean;
  /** A finding says that this reading is wrong. */
  doubted: boolean;
  onKeep: (entry: NonNullable<Entry>) => void;
  onNext: (step: 1 | -1) => void;
  onPaste: (text: string) => boolean;
}

export function ReadingCell({ label, place, cell, small, doubted, onKeep, onNext, onPaste }: Props) {
  const stored = cellText(cell);
  const [text, setText] = useState(stored);
  const [shownFor, setShownFor] = useState(stored);
  const [problem, setProblem] = useState<string | null>(null);
  if (shownFor !== stored) {
    setShownFor(stored);
    setText(stored);
    setProblem(null);
  }
  const commit = (): boolean => {
    if (text.trim() === stored) return true;
    const entry = entryOf(text);
    if (entry === null) {
      setText(stored);
      return true;
    }
    if ("problem" in entry) {
      setProblem(entry.problem);
      return false;
    }
    setProblem(null);
    onKeep(entry);
    return true;
  };
  const tone = cell.stale || doubted ? "warn" : cell.reading?.result === "no light" ? "stop" : cell.verdict ? toneOf(cell.verdict) : null;
  const loud = tone === "stop" || tone === "warn";
  return (
    <Box position="relative">
      <Input
        data-cell={place}
        aria-label={label}
        aria-invalid={problem ? true : undefined}
        size="xs"
        h={small ? "24px" : "30px"}
        w="58px"
        px="1"
        textAlign="right"
        fontFamily="mono"
        fontSize={cell.reading && cell.reading.loss_db === null ? "11px" : "14px"}
        fontWeight={tone === "stop" ? 700 : 500}
        color={loud ? `${tone}.fg` : "fg"}
        textDecoration={cell.stale || doubted || cell.verdict === "too good" ? "underline dotted" : undefined}
        textUnderlineOffset="3px"
        bg={cell.reading ? "transparent" : "bg.panel"}
        borderColor={problem ? "stop.fg" : cell.reading ? "transparent" : "border"}
        inputMode="decimal"
        autoComplete="off"
        value={text}
        title={cell.reading?.simulated ? "simulated" : undefined}
        onFocus={(event) => event.target.select()}
        onChange={(event) => setText(event.target.value)}
        onBlur={commit}
        onPaste={(event) => {
          if (onPaste(event.clipboardData.getData("text"))) event.preventDefault();
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter") {
            event.preventDefault();
            if (commit()) onNext(event.shiftKey ? -1 : 1);
          } else if (event.key === "Escape") {
            setText(stored);
            setProblem(null);
          } else if (event.key === "ArrowDown" || event.key === "ArrowUp") {
            event.preventDefault();
            const [row, at] = place.split(".").map(Number);
            if (commit()) document.querySelector<HTMLElement>(`[data-cell="${(row ?? 0) + (event.key === "ArrowDown" ? 1 : -1)}.${at}"]`)?.focus();
          }
        }}
      />
      {problem && (
        <Box
          role="alert"
          position="absolute"
          right="0"
          top="100%"
          zIndex="docked"
          bg="stop.subtle"
          color="stop.fg"
          fontSize="13px"
          fontWeight="600"
          px="2"
          py="1"
          w="240px"
        >
          {problem}
        </Box>
      )}
    </Box>
  );
}

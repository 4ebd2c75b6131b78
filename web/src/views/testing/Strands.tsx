/** The sheet: a row for each strand, its readings as a pattern on one axis, and as figures for the doubter. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { RunView, SheetView } from "../../api/testing";
import { Mono } from "../../words/Mono";
import { ReadingCell } from "./Cells";
import { State } from "./State";
import { Hatch, scale, Strip } from "./Strip";
import { Swatch } from "./Swatch";
import { entryOf, inOrder, limitsOf, nextOf, pastedLines, range, STATE_WORD, stateTone, towards, type Entry } from "./told";

interface Props {
  sheet: SheetView;
  /** Runs whose readings are in doubt, with the way of the light where it is that way alone. */
  doubted: Map<string, "a-b" | "b-a" | null>;
  onKeep: (row: RunView, cell: RunView["cells"][number], entry: NonNullable<Entry>) => void;
  onWhy: (row: RunView, nm: number) => void;
  onPad: (row: number) => void;
}

const focusCell = (row: number, cell: number) => document.querySelector<HTMLElement>(`[data-cell="${row}.${cell}"]`)?.focus();

export function Strands({ sheet, doubted, onKeep, onWhy, onPad }: Props) {
  const many = sheet.rows.length > 12;
  const height = many ? 26 : 36;
  const box = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(300);
  useEffect(() => {
    const node = box.current;
    if (!node) return;
    const watch = new ResizeObserver(([entry]) => entry && setRoom(entry.contentRect.width));
    watch.observe(node);
    return () => watch.disconnect();
  }, []);
  const cells = sheet.rows[0]?.cells ?? [];
  const figures = cells.length * 62;
  const width = Math.max(120, Math.min(560, room - figures - 262));
  const axis = range(sheet);
  const x = scale(axis, width);
  const at = limitsOf(sheet, sheet.rows[0]!);
  const order = inOrder(sheet.rows);
  const first = at[0];
  const ticks = marks(axis);
  const paste = (row: number, cell: number, text: string): boolean => {
    const lines = pastedLines(text);
    if (lines.length < 2) return false;
    lines.forEach((line, n) => {
      const to = sheet.rows[row + n];
      const entry = entryOf(line);
      if (to?.cells[cell] && entry && !("problem" in entry)) onKeep(to, to.cells[cell], entry);
    });
    return true;
  };
  return (
    <Box ref={box} overflowX="auto" data-strand-sheet="">
      <Hatch />
      <Box minW={`${width + figures + 250}px`} role="table" aria-label={`Readings of ${sheet.name}`}>
        <Flex role="row" align="end" borderBottomWidth="2px" borderColor="fg" pb="1" gap="1" fontSize="13px">
          <Box role="columnheader" w="118px" color="fg.muted" fontFamily="mono">
            strand
          </Box>
          <Box role="columnheader" w={`${width}px`} position="relative" h="18px" aria-label="drawing">
            {first?.expected_db != null && (
              <Text
                as="span"
                position="absolute"
                left={`${x(first.expected_db)}px`}
                transform="translateX(-50%)"
                color="accent.fg"
                fontWeight="700"
                whiteSpace="nowrap"
              >
                expected
              </Text>
            )}
            {first?.limit_db != null && (
              <Text as="span" position="absolute" left={`${x(first.limit_db)}px`} transform="translateX(-50%)" fontWeight="700" whiteSpace="nowrap">
                limit <Mono>{first.limit_db.toFixed(2)}</Mono>
              </Text>
            )}
          </Box>
          {cells.map((cell) => (
            <Box
              key={`${cell.nm}${cell.direction}`}
              role="columnheader"
              w="58px"
              textAlign="right"
              fontFamily="mono"
              title={`towards ${towards(sheet, cell.direction)}`}
            >
              {cell.nm}
              {cell.direction === "a-b" ? "▸" : "◂"}
            </Box>
          ))}
          <Box role="columnheader" w="92px" pl="2" fontFamily="mono" color="fg.muted">
            verdict
          </Box>
        </Flex>
        {sheet.rows.map((row, r) => {
          const tone = stateTone(row.state);
          return (
            <Flex
              key={row.id}
              role="row"
              align="center"
              gap="1"
              h={`${height + 2}px`}
              borderBottomWidth="1px"
              bg={row.state === "fails" ? "stop.subtle" : doubted.has(row.id) ? "warn.subtle" : undefined}
              data-run={row.id}
              data-state={row.state}
            >
              <Box role="cell" w="118px" minW="0">
                <Button
                  variant="plain"
                  px="0"
                  w="100%"
                  h={`${height}px`}
                  minH="24px"
                  gap="2"
                  color="fg"
                  justifyContent="start"
                  className="print-text"
                  title={row.ports.filter(Boolean).join(" to ")}
                  onClick={() => onPad(r)}
                >
                  <Mono w="26px" textAlign="right" fontWeight="700" fontSize={many ? "14px" : "17px"}>
                    {row.strand ?? r + 1}
                  </Mono>
                  {row.colour ? <Swatch colour={row.colour} /> : null}
                  <Text as="span" fontSize="14px" truncate>
                    {row.colour ?? row.name}
                  </Text>
                </Button>
              </Box>
              <Box role="cell" w={`${width}px`} cursor="help" onClick={() => onWhy(row, at[0]?.nm ?? 0)}>
                <Strip row={row} at={limitsOf(sheet, row)} range={axis} width={width} height={height} doubted={doubted.get(row.id)} />
              </Box>
              {row.cells.map((cell, c) => (
                <Box key={`${cell.nm}${cell.direction}`} role="cell">
                  <ReadingCell
                    label={`${row.name}, ${cell.nm} nm towards ${towards(sheet, cell.direction)}, in dB`}
                    place={`${r}.${c}`}
                    cell={cell}
                    small={many}
                    doubted={doubted.has(row.id) && [null, cell.direction].includes(doubted.get(row.id) ?? null)}
                    onKeep={(entry) => onKeep(row, cell, entry)}
                    onNext={(step) => {
                      const to = nextOf(order, { row: r, cell: c }, step);
                      if (to) focusCell(to.row, to.cell);
                    }}
                    onPaste={(text) => paste(r, c, text)}
                  />
                </Box>
              ))}
              <Flex role="cell" w="92px" pl="2" align="center" gap="1.5" fontSize="14px" fontWeight="600" color={tone ? `${tone}.fg` : "fg.muted"}>
                <State tone={tone} size={13} />
                {STATE_WORD[row.state]}
              </Flex>
            </Flex>
          );
        })}
        <Flex aria-hidden="true" gap="1">
          <Box w="118px" />
          <Box w={`${width}px`} position="relative" h="20px">
            {ticks.map((tick) => (
              <Mono key={tick} position="absolute" left={`${x(tick)}px`} transform="translateX(-50%)" fontSize="12px" color="fg.muted">
                {tick.toFixed(1)}
              </Mono>
            ))}
          </Box>
          <Text fontSize="12px" color="fg.muted">
            dB
          </Text>
        </Flex>
      </Box>
      <Text fontSize="13px" color="fg.muted" mt="1">
        {at.map((one, n) => `${["upper", "second", "third", "fourth"][n] ?? `${n + 1}th`} line ${one.nm} nm`).join(", ")}
        {" · "}▸ towards {towards(sheet, "a-b")} · ◂ towards {towards(sheet, "b-a")} ·{" "}
        {at
          .map((one) => (one.expected_db === null ? `${one.nm} nm: ${one.unknown ?? "not known"}` : `expected ${one.expected_db.toFixed(2)} at ${one.nm}`))
          .join(", ")}
      </Text>
    </Box>
  );
}

function marks([from, to]: [number, number]): number[] {
  const step = to - from > 6 ? 2 : to - from > 3 ? 1 : 0.5;
  const found: number[] = [];
  for (let tick = Math.ceil(from / step) * step; tick <= to; tick += step) found.push(Math.round(tick * 10) / 10);
  return found;
}

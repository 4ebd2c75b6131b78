/** A number pad for a gloved hand: the strand large, the verdict with the last digit, kept and on to the next. */
import { Box, Button, Flex, Input, Portal, Text } from "@chakra-ui/react";
import { useEffect, useRef, useState } from "react";
import type { RunView, SheetView } from "../../api/testing";
import { useKeys } from "../../app/keyboard";
import { Mono } from "../../words/Mono";
import { State } from "./State";
import { Hatch, HATCH, scale } from "./Strip";
import { Swatch } from "./Swatch";
import { bandOf, entryOf, inOrder, limitsOf, nextOf, range, stateTone, toneOf, towards, type Entry } from "./told";
import { paint } from "../../theme";

interface Props {
  sheet: SheetView;
  start: number;
  onKeep: (row: RunView, cell: RunView["cells"][number], entry: NonNullable<Entry>) => void;
  onFaces: () => void;
  onClose: () => void;
}

/** The sign that people here write between whole and part. */
const COMMA = (1.5).toLocaleString().includes(",") ? "," : ".";
const SOUND = "passerelle sound";

function beep(good: boolean) {
  try {
    const audio = new AudioContext();
    const tone = audio.createOscillator();
    tone.frequency.value = good ? 880 : 220;
    tone.connect(audio.destination);
    tone.start();
    tone.stop(audio.currentTime + (good ? 0.08 : 0.25));
  } catch {
    // No sound here: the word says it.
  }
}

export function Pad({ sheet, start, onKeep, onFaces, onClose }: Props) {
  const order = inOrder(sheet.rows);
  const [here, setHere] = useState(
    () =>
      order.find((one) => one.row === start && sheet.rows[one.row]?.cells[one.cell]?.reading === null) ?? order.find((one) => one.row === start) ?? order[0]!,
  );
  const [text, setText] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const [sound, setSound] = useState(() => window.localStorage.getItem(SOUND) === "on");
  const field = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (window.matchMedia("(pointer: fine)").matches) field.current?.focus();
  }, [here]);
  const row = sheet.rows[here.row];
  const cell = row?.cells[here.cell];
  const entry = entryOf(text);
  const at = row && cell ? limitsOf(sheet, row)[cell.at] : undefined;
  const band = entry && "loss" in entry && at ? bandOf(entry.loss, at.bands) : undefined;
  const next = nextOf(order, here);
  const press = (digit: string) => {
    setProblem(null);
    setText((old) => (old + digit).slice(0, 8));
  };
  const go = (step: 1 | -1) => {
    const to = nextOf(order, here, step);
    setText("");
    setProblem(null);
    if (to) setHere(to);
  };
  const keep = (told: Entry) => {
    if (!row || !cell) return;
    if (told === null) {
      if (cell.reading === null) return setProblem("Type what the meter shows, or choose no light or skipped.");
      return go(1);
    }
    if ("problem" in told) return setProblem(told.problem);
    onKeep(row, cell, told);
    if (sound) beep("loss" in told && band !== undefined && toneOf(band.verdict) === "fine");
    if (next) go(1);
    else onClose();
  };
  useKeys({ Escape: onClose });
  if (!row || !cell || !at) return null;
  const nextCell = next && sheet.rows[next.row]?.cells[next.cell];
  const tone = band ? toneOf(band.verdict) : null;
  const axis = range(sheet);
  const mates = sheet.rows.filter((one) => one.tube === row.tube);
  return (
    <Portal>
      <Flex
        role="dialog"
        aria-modal="true"
        aria-label={`Reading of ${row.name}`}
        data-state="open"
        data-pad=""
        position="fixed"
        inset="0"
        zIndex="modal"
        bg="bg.panel"
        color="fg"
        colorPalette="accent"
        direction="column"
        align="center"
        overflowY="auto"
        onKeyDown={(event) => event.key === "Escape" && onClose()}
      >
        <Flex direction="column" w="100%" maxW="460px" flex="1" px="3" pb="3" gap="2">
          <Flex align="center" gap="3" borderBottomWidth="3px" borderColor="fg" py="2">
            <Button variant="plain" px="0" minH="40px" fontWeight="700" color="accent.fg" onClick={onClose}>
              ◂ {sheet.name}
            </Button>
            <Text fontWeight="600" truncate>
              {row.ports[0] ?? sheet.places[0]}
            </Text>
            <Button
              ml="auto"
              size="xs"
              minH="40px"
              variant="outline"
              aria-pressed={sound}
              onClick={() => setSound((old) => (window.localStorage.setItem(SOUND, old ? "off" : "on"), !old))}
            >
              {sound ? "sound on" : "sound off"}
            </Button>
          </Flex>
          <Flex align="start" gap="4">
            <Mono fontSize="84px" fontWeight="700" lineHeight="0.9">
              {row.strand ?? here.row + 1}
            </Mono>
            {row.colour && (
              <Box>
                <Swatch colour={row.colour} width={118} height={42} />
                <Text fontSize="24px" fontWeight="600" lineHeight="1.1">
                  {row.colour}
                </Text>
              </Box>
            )}
            <Box ml="auto" textAlign="end">
              <Text fontWeight="700" fontSize="18px">
                {row.ports[cell.direction === "a-b" ? 1 : 0] ?? row.name}
              </Text>
              <Text fontSize="14px" color="fg.muted">
                light goes to {towards(sheet, cell.direction)}
              </Text>
            </Box>
          </Flex>
          <Flex gap="1" overflowX="auto" aria-label="Strands">
            {mates.map((one) => (
              <Box key={one.id} flex="1" minW="24px" textAlign="center" title={one.colour ?? one.name}>
                {one.colour && <Swatch colour={one.colour} width={26} />}
                <Box h="14px" display="flex" justifyContent="center">
                  {one.id === row.id ? (
                    <Box as="span" color="accent.fg">
                      ▲
                    </Box>
                  ) : one.state === "open" ? null : (
                    <State tone={stateTone(one.state)} size={12} />
                  )}
                </Box>
              </Box>
            ))}
          </Flex>
          <Flex gap="2">
            {row.cells
              .map((one, n) => ({ one, n }))
              .filter(({ one }) => one.direction === cell.direction)
              .map(({ one, n }) => (
                <Button
                  key={one.nm}
                  flex="1"
                  minH="48px"
                  fontSize="17px"
                  variant={n === here.cell ? "solid" : "outline"}
                  bg={n === here.cell ? "fg" : undefined}
                  color={n === here.cell ? "bg" : undefined}
                  onClick={() => {
                    setHere({ row: here.row, cell: n });
                    setText("");
                  }}
                >
                  {one.nm} nm{one.reading?.loss_db != null ? `: ${one.reading.loss_db.toFixed(2)}` : ""}
                </Button>
              ))}
          </Flex>
          <Box
            borderWidth="2px"
            borderColor={tone ? `${tone}.fg` : "border.emphasized"}
            bg={tone ? `${tone}.subtle` : undefined}
            borderRadius="md"
            px="3"
            py="1"
          >
            <Flex align="center" gap="3">
              <Input
                ref={field}
                aria-label="What the meter shows, in dB"
                variant="flushed"
                w="132px"
                h="62px"
                fontFamily="mono"
                fontSize="40px"
                fontWeight="700"
                inputMode="none"
                autoComplete="off"
                value={text}
                placeholder={cell.reading?.loss_db != null ? cell.reading.loss_db.toFixed(2) : `0${COMMA}00`}
                onChange={(event) => setText(event.target.value.slice(0, 12))}
                onKeyDown={(event) => {
                  if (event.key === "Enter") {
                    event.preventDefault();
                    keep(entryOf(text));
                  }
                }}
              />
              <Text>dB</Text>
              <Box minW="0" aria-live="polite" data-verdict="">
                {band && (
                  <Flex align="center" gap="1.5" color={`${tone ?? "note"}.fg`} fontWeight="700">
                    <State tone={tone} size={14} /> {band.verdict}
                  </Flex>
                )}
                {band && entry && "loss" in entry && at.limit_db !== null && (
                  <Text fontSize="14px">
                    {Math.abs(entry.loss - at.limit_db)
                      .toFixed(2)
                      .replace(".", COMMA)}{" "}
                    {entry.loss > at.limit_db ? "over" : "under"} the limit
                  </Text>
                )}
                {band?.ask && <Text fontSize="14px">{band.ask}</Text>}
                {(problem ?? (entry && "problem" in entry ? entry.problem : null)) && (
                  <Text role="alert" color="stop.fg" fontWeight="600" fontSize="14px">
                    {problem ?? (entry && "problem" in entry ? entry.problem : "")}
                  </Text>
                )}
              </Box>
            </Flex>
          </Box>
          <Axis row={row} cell={cell} axis={axis} sheet={sheet} loss={entry && "loss" in entry ? entry.loss : (cell.reading?.loss_db ?? null)} />
          <Box display="grid" gridTemplateColumns="repeat(3, 1fr)" gap="2">
            {["1", "2", "3", "4", "5", "6", "7", "8", "9", COMMA, "0"].map((key) => (
              <Button key={key} minH={{ base: "58px", md: "52px" }} fontSize="28px" fontFamily="mono" color="fg" variant="outline" onClick={() => press(key)}>
                {key}
              </Button>
            ))}
            <Button minH={{ base: "58px", md: "52px" }} fontSize="17px" variant="outline" onClick={() => setText((old) => old.slice(0, -1))}>
              delete
            </Button>
            <Button minH="48px" variant="outline" color="accent.fg" onClick={() => keep({ result: "no light" })}>
              no light
            </Button>
            <Button minH="48px" variant="outline" color="accent.fg" onClick={() => keep({ result: "skipped" })}>
              skipped
            </Button>
            <Button minH="48px" variant="outline" color="accent.fg" onClick={onFaces}>
              face
            </Button>
          </Box>
          <Button minH="76px" fontSize="20px" colorPalette="accent" whiteSpace="normal" onClick={() => keep(entryOf(text))}>
            {next && nextCell
              ? `Keep, then ${next.row === here.row ? "" : `strand ${sheet.rows[next.row]?.strand ?? next.row + 1}, `}${nextCell.nm} nm${nextCell.direction === cell.direction ? "" : ", the other way"}`
              : "Keep: the last of this sheet"}
          </Button>
        </Flex>
      </Flex>
    </Portal>
  );
}

function Axis({
  row,
  cell,
  axis,
  sheet,
  loss,
}: {
  row: RunView;
  cell: RunView["cells"][number];
  axis: [number, number];
  sheet: SheetView;
  loss: number | null;
}) {
  const at = limitsOf(sheet, row)[cell.at];
  const width = 340;
  const x = scale(axis, width);
  if (!at) return null;
  const least = at.bands.find((band) => band.verdict === "too good")?.until_db ?? null;
  const colour = loss === null ? "fg" : paint(`${toneOf(bandOf(loss, at.bands)?.verdict ?? "not judged")}.fg`);
  return (
    <Box>
      <Hatch />
      <svg viewBox={`0 0 ${width} 46`} width="100%" role="img" aria-label={`expected ${at.expected_db ?? "not known"}, limit ${at.limit_db ?? "not known"} dB`}>
        {least !== null && least > axis[0] && <rect x="0" y="4" width={x(least)} height="14" fill={`url(#${HATCH})`} />}
        {at.expected_from_db !== null && at.expected_to_db !== null && (
          <rect
            x={x(at.expected_from_db)}
            y="4"
            width={x(at.expected_to_db) - x(at.expected_from_db)}
            height="14"
            fill={paint("accent.subtle")}
            stroke={paint("accent.fg")}
          />
        )}
        <path d={`M0 18H${width}`} stroke={paint("border.emphasized")} />
        {at.limit_db !== null && <path d={`M${x(at.limit_db)} 0v22`} stroke={paint("fg")} strokeWidth="3" />}
        {loss !== null && <path d={cell.direction === "a-b" ? `M${x(loss) - 7} 4l14 7l-14 7z` : `M${x(loss) + 7} 4l-14 7l14 7z`} fill={colour} />}
        {at.expected_db !== null && (
          <text x={x(at.expected_db)} y="38" textAnchor="middle" fontSize="13" fontWeight="600" fill={paint("accent.fg")}>
            expected {at.expected_db.toFixed(2)}
          </text>
        )}
        {at.limit_db !== null && (
          <text x={Math.min(width - 34, x(at.limit_db) + 6)} y="38" textAnchor="middle" fontSize="13" fontWeight="600" fill={paint("fg")}>
            limit {at.limit_db.toFixed(2)}
          </text>
        )}
      </svg>
    </Box>
  );
}

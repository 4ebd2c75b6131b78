/** One task, for gloves and one thumb: what it is, what goes along, and three large answers at the bottom. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { TaskView, VisitsView, VisitView } from "../../api/visits";
import { useSettings } from "../../app/settings";
import { Choice, TextField } from "../../forms/Field";
import { FilesOf } from "../../parts/FilesOf";
import { Sheet } from "../../parts/Sheet";
import { typed, typedLength } from "../../words/figures";
import { Said } from "../../words/Said";
import { isDone } from "./told";
import type { useTasks } from "./useTasks";

interface Props {
  task: TaskView;
  view: VisitsView;
  visit: VisitView | undefined;
  acts: ReturnType<typeof useTasks>;
  onClose: () => void;
}

export function TaskSheet({ task, view, visit, acts, onClose }: Props) {
  const { unit } = useSettings();
  const [minutes, setMinutes] = useState<number | null>(task.noted?.minutes ?? null);
  const [from, setFrom] = useState(task.noted?.from_m == null ? "" : String(task.noted.from_m));
  const [until, setUntil] = useState(task.noted?.until_m == null ? "" : String(task.noted.until_m));
  const [note, setNote] = useState(task.noted?.note ?? "");
  const [points, setPoints] = useState<string[]>(task.noted?.points ?? []);
  const [why, setWhy] = useState("");
  const mark = (text: string) => (text.trim() === "" ? null : typedLength(text, unit));
  const answer = (state: "done" | "part" | "not done" | "open") => {
    void acts.became(task, state, { minutes, from_m: mark(from), until_m: mark(until), note: note.trim() || null, points });
    onClose();
  };
  const planned = Math.round(task.minutes);
  const large = (label: string, state: "done" | "part" | "not done" | "open", strong = false) => (
    <Button
      key={state}
      flex={strong ? "1 0 100%" : "1"}
      minH={strong ? "68px" : "56px"}
      fontSize={strong ? "22px" : "17px"}
      variant={strong ? "solid" : "outline"}
      colorPalette="accent"
      onClick={() => (state === "not done" && !note.trim() ? document.getElementById("task-note")?.focus() : answer(state))}
    >
      {label}
    </Button>
  );
  const kind = view.kinds.find((one) => one.kind === task.kind);
  const waiting = task.after.filter((one) => !one.done);
  return (
    <Sheet title={task.name} open onClose={onClose} size="lg">
      <Text fontSize="17px">
        {task.at.length > 0 ? task.at.join(" and ") : "anywhere"}, {task.people === 1 ? "one person" : `${task.people} people`}, {planned / task.people} min
        {task.quantity && `: ${task.quantity}`}
      </Text>
      {task.settles.map((said) => (
        <Text key={said}>
          Settles: <Said text={said} />
        </Text>
      ))}
      {task.blocked && (
        <Text color="stop.fg" fontWeight="600">
          Blocked: <Said text={task.blocked} />
        </Text>
      )}
      {waiting.map((one) => (
        <Text key={one.key}>
          Waits for <b>{one.name}</b>: {one.why}
        </Text>
      ))}
      {task.due > 1 && !isDone(task) && <Text>Its goods are there from day {task.due} on.</Text>}
      <Lines title="Along" lines={[...task.carry, ...(kind?.tools ?? [])]} />
      {task.points.length > 0 && <Points points={task.points} ticked={points} onTick={setPoints} />}
      {kind && kind.cautions.length > 0 && (
        <Box borderWidth="2px" borderStyle="dashed" px="3" py="2" my="2">
          {kind.cautions.map((one) => (
            <Text key={one} fontWeight="600">
              {one}
            </Text>
          ))}
          <Text fontSize="13px">Local codes and licensed practice decide.</Text>
        </Box>
      )}
      <Flex align="center" gap="2" mt="3" wrap="wrap">
        <Box flex="1" minW="130px">
          <Text fontSize="16px">Minutes taken</Text>
          <Text fontSize="13px" color="fg.muted">
            {planned} planned, of all people together
          </Text>
        </Box>
        <Flex gap="2" align="center" wrap="nowrap">
          <Button
            aria-label="Five minutes less"
            minH="56px"
            minW="56px"
            fontSize="24px"
            variant="outline"
            onClick={() => setMinutes(Math.max(0, (minutes ?? planned) - 5))}
          >
            −
          </Button>
          <Box w="84px">
            <TextField
              label="Minutes"
              mono
              value={minutes === null ? "" : String(minutes)}
              placeholder={String(planned)}
              invalid={(text) => (text.trim() === "" || (typed(text) ?? -1) >= 0 ? null : `“${text}” is not a number of minutes`)}
              onCommit={(text) => {
                setMinutes(text.trim() === "" ? null : typed(text));
                return undefined;
              }}
            />
          </Box>
          <Button aria-label="Five minutes more" minH="56px" minW="56px" fontSize="24px" variant="outline" onClick={() => setMinutes((minutes ?? planned) + 5)}>
            +
          </Button>
        </Flex>
      </Flex>
      {task.kind === "pull" && (
        <Flex gap="2" mt="2" wrap="wrap">
          <Mark label={`Sheath mark at the start, ${unit}`} value={from} onChange={setFrom} unit={unit} />
          <Mark label={`Sheath mark at the end, ${unit}`} value={until} onChange={setUntil} unit={unit} />
        </Flex>
      )}
      <Box mt="2">
        <label>
          <Text fontSize="13px" color="fg.muted">
            Note; for “not done” the cause
          </Text>
          <input
            id="task-note"
            value={note}
            maxLength={2000}
            onChange={(e) => setNote(e.target.value)}
            style={{ width: "100%", minHeight: 48, border: "1px solid", padding: "4px 8px", background: "transparent", fontSize: 16 }}
          />
        </label>
      </Box>
      {task.about_kind !== "plan" && <FilesOf kind={task.about_kind} id={task.about_id} name={task.subject} />}
      <Flex gap="2" mt="3" wrap="wrap" position="sticky" bottom="-24px" bg="bg.panel" pt="2" pb="4" zIndex="1">
        {large("Not done …", "not done")}
        {large("Part done", "part")}
        {task.noted && large("Open again", "open")}
        {large("Done", "done", true)}
      </Flex>
      <details style={{ marginTop: 12 }}>
        <summary style={{ cursor: "pointer", fontWeight: 600, minHeight: 32 }}>Move it, or leave it out</summary>
        <Flex gap="2" wrap="wrap" align="end" mt="1">
          {view.visits.length > 0 && (
            <Choice
              label="Visit"
              width="190px"
              value={visit?.id ?? ""}
              options={[{ value: "", label: "in none" }, ...view.visits.map((one) => ({ value: one.id, label: `${one.name}, day ${one.day}` }))]}
              onChange={(id) => acts.move(task, view.visits.find((one) => one.id === id) ?? null)}
            />
          )}
          {!task.own && (
            <TextField
              label="On day"
              width="104px"
              mono
              value={task.day === null ? "" : String(task.day)}
              placeholder="any"
              invalid={(text) => {
                const day = typed(text);
                return text.trim() === "" || (day !== null && Number.isInteger(day) && day >= 1 && day <= 1000)
                  ? null
                  : `“${text}” is not a working day, 1 to 1000`;
              }}
              onCommit={(text) => acts.pin(task, text.trim() === "" ? null : typed(text))}
            />
          )}
          {visit && (
            <>
              <Button size="sm" minH="40px" variant="outline" colorPalette="accent" onClick={() => void acts.shift(task, visit, -1)}>
                Earlier
              </Button>
              <Button size="sm" minH="40px" variant="outline" colorPalette="accent" onClick={() => void acts.shift(task, visit, 1)}>
                Later
              </Button>
            </>
          )}
          {task.own ? (
            <Button size="sm" minH="40px" variant="outline" colorPalette="accent" onClick={() => void acts.removeOwn(task).then(onClose)}>
              Delete this task
            </Button>
          ) : task.not_needed !== null ? (
            <Button size="sm" minH="40px" variant="outline" colorPalette="accent" onClick={() => void acts.notNeeded(task, null).then(onClose)}>
              It is needed after all
            </Button>
          ) : (
            <>
              <Box w="220px">
                <TextField
                  label="Not needed, because"
                  value={why}
                  onCommit={(text) => {
                    setWhy(text);
                    return undefined;
                  }}
                />
              </Box>
              <Button
                size="sm"
                minH="40px"
                variant="outline"
                colorPalette="accent"
                aria-disabled={!why.trim()}
                onClick={() => why.trim() && void acts.notNeeded(task, why.trim()).then(onClose)}
              >
                Not needed
              </Button>
            </>
          )}
        </Flex>
      </details>
    </Sheet>
  );
}

function Lines({ title, lines }: { title: string; lines: string[] }) {
  if (lines.length === 0) return null;
  return (
    <Box mt="2">
      <Text fontSize="13px" fontWeight="700" color="fg.muted">
        {title}
      </Text>
      {lines.map((one) => (
        <Text key={one}>{one}</Text>
      ))}
    </Box>
  );
}

/** Points to tick on the way: kept with whatever is answered below. */
function Points({ points, ticked, onTick }: { points: string[]; ticked: string[]; onTick: (ticked: string[]) => void }) {
  return (
    <Box mt="2" as="fieldset">
      <Text as="legend" fontSize="13px" fontWeight="700" color="fg.muted">
        To keep on the way
      </Text>
      {points.map((one) => (
        <Flex asChild key={one} align="center" gap="2" minH="40px" cursor="pointer">
          <label>
            <input
              type="checkbox"
              checked={ticked.includes(one)}
              onChange={(e) => onTick(e.target.checked ? [...ticked, one] : ticked.filter((other) => other !== one))}
              style={{ accentColor: "var(--chakra-colors-accent-fg)", width: 22, height: 22, flex: "none" }}
            />
            <span>{one}</span>
          </label>
        </Flex>
      ))}
    </Box>
  );
}

interface MarkProps {
  label: string;
  value: string;
  onChange: (text: string) => void;
  unit: "m" | "ft";
}

function Mark({ label, value, onChange, unit }: MarkProps) {
  return (
    <Box w="190px">
      <TextField
        label={label}
        mono
        value={value}
        invalid={(text) => (text.trim() === "" || typedLength(text, unit) !== null ? null : `“${text}” is not a length in ${unit}`)}
        onCommit={(text) => {
          onChange(text);
          return undefined;
        }}
      />
    </Box>
  );
}

/** One more step of a change: which link, and what is done to it. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { LiveStep } from "../../api/changesets";
import { usePlant } from "../../api/plant";
import { useReference } from "../../api/plan";
import { useOpenPlan } from "../../app/planContext";
import { Choice, TextField } from "../../forms/Field";

type What = LiveStep["do"];
const WHAT: { value: What; label: string }[] = [
  { value: "module", label: "other modules" },
  { value: "cut-over", label: "cut over to other strands" },
  { value: "move", label: "move an end" },
];

/** Numbers as they are typed: 5, 6 or 5-8. */
function numbersOf(text: string): number[] | null {
  const found: number[] = [];
  for (const part of text.split(/[\s,;/]+/).filter(Boolean)) {
    const range = /^(\d+)(?:[-–](\d+))?$/.exec(part);
    if (!range) return null;
    const from = Number(range[1]);
    const to = Number(range[2] ?? range[1]);
    if (to < from || to - from > 143) return null;
    for (let n = from; n <= to; n++) found.push(n);
  }
  return found.length ? found : null;
}

export function AddStep({ onAdd }: { onAdd: (step: LiveStep) => Promise<unknown> }) {
  const { plan, links } = useOpenPlan();
  const plant = usePlant(plan.id, plan.revision).data;
  const reference = useReference().data;
  const [what, setWhat] = useState<What>("module");
  const [link, setLink] = useState("");
  const [application, setApplication] = useState("");
  const [cable, setCable] = useState("");
  const [strands, setStrands] = useState("");
  const [end, setEnd] = useState<"a" | "b">("b");
  const [place, setPlace] = useState("");
  const [device, setDevice] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const none = { value: "", label: "choose …" };
  const chosen = links.find((one) => one.name === link);
  const add = () => {
    const numbers = numbersOf(strands);
    if (!chosen) return setProblem("Choose a link first.");
    if (what === "module" && !application) return setProblem("Choose the application of the new modules.");
    if (what === "cut-over" && (!cable || numbers === null)) return setProblem("Say to which cable, and to which of its strands, such as 5, 6.");
    if (what === "move" && !place && !device) return setProblem("Say to which place or device that end goes.");
    setProblem(null);
    const step: LiveStep = {
      do: what,
      link,
      end: what === "move" ? end : null,
      place: what === "move" && place ? place : null,
      device: what === "move" && device ? device : null,
      application: what === "module" ? application : null,
      cable: what === "cut-over" ? cable : null,
      strands: what === "cut-over" ? (numbers ?? []) : [],
    };
    void onAdd(step).then(() => setLink(""));
  };
  return (
    <Box mt="2" className="no-print">
      <Flex gap="3" wrap="wrap" align="end">
        <Box w="260px">
          <Choice label="Link" value={link} options={[none, ...links.map((one) => ({ value: one.name, label: one.name }))]} onChange={setLink} />
        </Box>
        <Box w="190px">
          <Choice label="What is done" value={what} options={WHAT} onChange={(value) => setWhat(value as What)} />
        </Box>
        {what === "module" && (
          <Box w="200px">
            <Choice
              label="New modules"
              value={application}
              options={[none, ...(reference?.applications ?? []).map((one) => ({ value: one.name, label: one.name }))]}
              onChange={setApplication}
            />
          </Box>
        )}
        {what === "cut-over" && (
          <>
            <Box w="140px">
              <Choice
                label="To cable"
                value={cable}
                options={[none, ...(plant?.cables ?? []).map((one) => ({ value: one.doc.name, label: one.doc.name }))]}
                onChange={setCable}
              />
            </Box>
            <Box w="110px">
              <TextField
                label="Strands"
                mono
                value={strands}
                invalid={(text) => (text.trim() === "" || numbersOf(text) ? null : `“${text}” are no strand numbers; 5, 6 or 5-8.`)}
                onCommit={(text) => {
                  setStrands(text);
                  return undefined;
                }}
              />
            </Box>
          </>
        )}
        {what === "move" && (
          <>
            <Box w="170px">
              <Choice
                label="Which end"
                value={end}
                options={[
                  { value: "a", label: chosen?.a_place ?? "end a" },
                  { value: "b", label: chosen?.b_place ?? "end b" },
                ]}
                onChange={(value) => setEnd(value as "a" | "b")}
              />
            </Box>
            <Box w="170px">
              <Choice
                label="To place"
                value={place}
                options={[{ value: "", label: "the same" }, ...plan.places.map((one) => ({ value: one.name, label: one.name }))]}
                onChange={setPlace}
              />
            </Box>
            <Box w="170px">
              <Choice
                label="To device"
                value={device}
                options={[{ value: "", label: "the same" }, ...plan.devices.map((one) => ({ value: one.name, label: one.name }))]}
                onChange={setDevice}
              />
            </Box>
          </>
        )}
        <Button size="sm" minH="34px" colorPalette="accent" onClick={add}>
          Add
        </Button>
      </Flex>
      {problem && (
        <Text role="alert" color="stop.fg" fontWeight="600" mt="1">
          {problem}
        </Text>
      )}
    </Box>
  );
}

/** Narrow down what an unknown cable is: clues in any order, and the one to look for next. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useChangePlant, useIdentified, usePlantReference, type PlantView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { Choice, options, TextField } from "../../forms/Field";
import { typed, typedLength } from "../../words/figures";
import { Sheet } from "../../parts/Sheet";
import { EndingOutcome, EndsForm, NOTHING_LOOKED, useEnding, type Ending, type Looked } from "./Ends";

const CERTAINTY: Record<string, string> = {
  print: "The print decides.",
  colour: "A guess from colour: only the print proves it.",
  guess: "A guess: what was seen hints, and does not prove.",
  none: "Nothing seen yet that tells.",
};

/** Inside a plan: what was found is noted of a cable, or becomes one. */
export function IdentifySheet({ plant, onClose }: { plant: PlantView; onClose: () => void }) {
  return <IdentifyPanel onClose={onClose}>{(found) => <Note {...found} plant={plant} />}</IdentifyPanel>;
}

/** What was found out, to be noted. connectors: the plugs of both ends, as far as seen. */
interface Identified {
  grade: string;
  printed: boolean;
  strands: string | undefined;
  connectors: (string | null)[];
  ending: Ending | undefined;
  what: Looked["what"];
}

interface PanelProps {
  onClose: () => void;
  children?: (found: Identified) => React.ReactNode;
}

/** The clues and what they say; it needs no plan. */
export function IdentifyPanel({ onClose, children }: PanelProps) {
  const reference = usePlantReference().data;
  const [clues, setClues] = useState<Partial<Record<string, string>>>({});
  const found = useIdentified(clues as Record<string, string>).data;
  const give = (key: string, value: string) =>
    setClues((old) => {
      const others = Object.fromEntries(Object.entries(old).filter(([k]) => k !== key));
      return old[key] === value ? others : { ...others, [key]: value };
    });
  const told = Object.keys(clues).length > 0 && found !== undefined && found.certainty !== "none";
  const only = told ? found.candidates[0] : undefined;
  const [looked, setLooked] = useState(NOTHING_LOOKED);
  const printed = found?.certainty === "print";
  const strands = /^\d+$/.test(clues.strands ?? "") ? Number(clues.strands) : null;
  const ending = useEnding({ ...looked, grade: only?.grade ?? null, proved: printed, strands });
  const seen = JSON.stringify(looked) !== JSON.stringify(NOTHING_LOOKED);
  return (
    <Sheet title="What is this cable?" open onClose={onClose} size="xl">
      <Flex gap="5" align="start" wrap={{ base: "wrap", md: "nowrap" }}>
        <Box flex="1.1" minW="300px">
          {reference?.clues.map((clue) => (
            <Box key={clue.key} mb="2" bg={found?.next_clue === clue.key ? "accent.subtle" : undefined} px="2" py="1" data-clue={clue.key}>
              <Text fontSize="13px" fontWeight="600">
                {clue.ask}
                {found?.next_clue === clue.key && " · look here next"}
              </Text>
              <Flex gap="1" wrap="wrap" role="group" aria-label={clue.ask}>
                {clue.values.map((value) => (
                  <Button
                    key={value}
                    size="xs"
                    h="28px"
                    px="2"
                    variant={clues[clue.key] === value ? "solid" : "outline"}
                    colorPalette="accent"
                    aria-pressed={clues[clue.key] === value}
                    onClick={() => give(clue.key, value)}
                  >
                    {value}
                  </Button>
                ))}
              </Flex>
            </Box>
          ))}
          <EndsForm looked={looked} onChange={setLooked} />
          <Button
            size="xs"
            variant="ghost"
            colorPalette="accent"
            onClick={() => {
              setClues({});
              setLooked(NOTHING_LOOKED);
            }}
          >
            Start again
          </Button>
        </Box>
        <Box flex="1" minW="260px" order={{ base: -1, md: 0 }} aria-live="polite" data-identified="">
          <Text fontSize="22px" fontWeight="800" lineHeight="1.15">
            {Object.keys(clues).length === 0
              ? "Say what you see"
              : found?.certainty === "none" && found.candidates.length
                ? "Not told apart yet"
                : found?.candidates.length
                  ? found.candidates.map((c) => c.grade).join(" or ")
                  : "Nothing fits"}
          </Text>
          <Text color="fg.muted">{CERTAINTY[found?.certainty ?? "none"]}</Text>
          {found?.contradictions.map((said) => (
            <Text key={said} color="warn.fg" fontWeight="600" mt="1">
              {said}
            </Text>
          ))}
          {found?.next_why && Object.keys(clues).length > 0 && (
            <Text mt="1">
              {found.next_ask && <b>Look next at: {found.next_ask.charAt(0).toLowerCase() + found.next_ask.slice(1)}. </b>}
              {found.next_why}
            </Text>
          )}
          {Object.keys(clues).length > 0 &&
            found?.certainty !== "none" &&
            found?.candidates.map((one) => (
              <Box key={one.grade} mt="2" pl="3" borderLeftWidth="4px" borderColor="border.emphasized">
                <Text fontWeight="700">{one.grade}</Text>
                <Text fontSize="14px">{one.means}</Text>
                {one.reasons.length > 0 && (
                  <Text fontSize="13px" color="fg.muted">
                    For it: {one.reasons.join("; ")}.
                  </Text>
                )}
                {one.against.length > 0 && (
                  <Text fontSize="13px" color="warn.fg">
                    Against it: {one.against.join("; ")}.
                  </Text>
                )}
                <Text fontSize="12px" color="fg.muted">
                  {one.source}
                </Text>
              </Box>
            ))}
          {only &&
            children?.({
              grade: only.grade,
              printed,
              strands: clues.strands,
              connectors: ending?.connectors ?? [],
              ending: seen ? ending : undefined,
              what: looked.what,
            })}
          {seen && ending && !(only && children) && <EndingOutcome ending={ending} what={looked.what} margin={null} />}
        </Box>
      </Flex>
    </Sheet>
  );
}

interface NoteProps extends Identified {
  plant: PlantView;
}

/** Writes a grade into the survey: of a cable that is there, or of a new one with what was measured. */
function Note({ grade, printed, strands, connectors, ending, what, plant }: NoteProps) {
  const { plan, links } = useOpenPlan();
  const { unit } = useSettings();
  const change = useChangePlant(plan.id);
  const { say, refuse } = useNotice();
  const [into, setInto] = useState("");
  const [texts, setTexts] = useState({ name: "", a: "", b: "", glass: "", loss: "", nm: "" });
  const cable = plant.cables.find((c) => c.doc.name === into);
  const chosen = cable?.doc;
  const onIt = new Set(cable?.links.map((link) => link.id));
  const margins = links.filter((link) => onIt.has(link.id)).map((link) => link.margin_db);
  const margin = margins.length && margins.every((m) => m !== null) ? Math.min(...margins) : null;
  const ends = Object.fromEntries(
    connectors.flatMap((connector, at) => (connector ? [[at === 0 ? "end_a" : "end_b", { ...(at === 0 ? chosen?.end_a : chosen?.end_b), connector }]] : [])),
  );
  const places = plant.places.map((p) => p.name);
  const set = (key: keyof typeof texts) => (text: string) => {
    setTexts({ ...texts, [key]: text });
    return Promise.resolve();
  };
  const noted = `${grade}${printed ? "" : ", a guess"}`;
  const send = (what: string, id: string | null, doc: object, told: string) =>
    void change.mutateAsync({ what, changes: [{ kind: "cable", id, doc }] }).then(() => say(`${told} Undo with u.`), refuse);
  const known = { fiber: grade, fiber_from: printed ? "print" : "guess", ...ends };
  const make = () => {
    const loss = typed(texts.loss);
    const measured = loss === null ? {} : { loss_db: loss, loss_nm: typed(texts.nm), measured: `measured ${new Date().toISOString().slice(0, 10)}` };
    const doc = {
      name: texts.name.trim(),
      a: texts.a,
      b: texts.b,
      strands: /^\d+$/.test(strands ?? "") ? Number(strands) : 2,
      existing: true,
      glass_m: typedLength(texts.glass, unit),
      ...known,
      ...measured,
    };
    send(`Add ${doc.name} as ${grade}`, null, doc, `${doc.name} is in the survey as ${noted}.`);
  };
  return (
    <Box mt="3" borderTopWidth="1px" pt="2">
      <Text fontSize="14px" fontWeight="700">
        Note it
      </Text>
      <Flex gap="2" align="end" wrap="wrap">
        <Choice
          label="Write into the survey, for cable"
          width="200px"
          value={into}
          options={[{ value: "", label: "choose" }, ...options(plant.cables.map((c) => c.doc.name))]}
          onChange={setInto}
        />
        <Button
          size="xs"
          h="30px"
          colorPalette="accent"
          aria-disabled={!chosen}
          onClick={() =>
            chosen && send(`Identify ${chosen.name} as ${grade}`, chosen.id ?? null, { ...chosen, ...known }, `${chosen.name} is noted as ${noted}.`)
          }
        >
          Note as {grade}
          {printed ? "" : " (guess)"}
        </Button>
      </Flex>
      <Text fontSize="13px" fontWeight="600" mt="3">
        Or make a cable of this
      </Text>
      <Flex gap="2" align="end" wrap="wrap">
        <TextField label="Name" width="110px" value={texts.name} onCommit={set("name")} />
        <Choice label="From" width="150px" value={texts.a} options={[{ value: "", label: "choose" }, ...options(places)]} onChange={set("a")} />
        <Choice label="To" width="150px" value={texts.b} options={[{ value: "", label: "choose" }, ...options(places)]} onChange={set("b")} />
        <TextField label="Measured length" width="110px" mono suffix={unit} value={texts.glass} onCommit={set("glass")} />
        <TextField label="Measured loss" width="96px" mono suffix="dB" value={texts.loss} onCommit={set("loss")} />
        <TextField label="at" width="84px" mono suffix="nm" value={texts.nm} onCommit={set("nm")} />
        <Button
          size="xs"
          h="30px"
          colorPalette="accent"
          aria-disabled={!texts.name || !texts.a || !texts.b}
          onClick={() => texts.name && texts.a && texts.b && make()}
        >
          Make the cable
        </Button>
      </Flex>
      {ending && <EndingOutcome ending={ending} what={what} margin={margin} />}
    </Box>
  );
}

/** A reference as it is set: method, wavelengths, cords with their check reading, the instrument and its calibration. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { ReferenceFact } from "../../api/facts";
import type { SheetView } from "../../api/testing";
import { useOpenPlan } from "../../app/planContext";
import { Choice, options, TextField } from "../../forms/Field";
import { Problem } from "../../parts/Problem";
import { Sheet } from "../../parts/Sheet";
import { typed } from "../../words/figures";

interface Props {
  sheet: SheetView | undefined;
  onKeep: (told: Omit<ReferenceFact, "id" | "about" | "at" | "who" | "corrects" | "withdrawn">) => Promise<unknown>;
  onClose: () => void;
}

const STORED = "passerelle test set";
interface Kept {
  cords: string;
  instrument: string;
  calibrated: string;
}

/** What was typed last stands there again: the same set goes from sheet to sheet. */
function last(): Kept {
  try {
    return { cords: "", instrument: "", calibrated: "", ...(JSON.parse(window.localStorage.getItem(STORED) ?? "{}") as Partial<Kept>) };
  } catch {
    return { cords: "", instrument: "", calibrated: "" };
  }
}

export function ReferenceSheet({ sheet, onKeep, onClose }: Props) {
  const { plan } = useOpenPlan();
  const [kept, setKept] = useState(last);
  const [place, setPlace] = useState(sheet?.places[0] ?? "");
  const [method, setMethod] = useState<string>(sheet?.method ?? plan.house_rules.test_method);
  const [nm, setNm] = useState((sheet?.limits[0] ?? []).map((at) => String(at.nm)).join(", ") || "1310, 1550");
  const [check, setCheck] = useState("");
  const [warm, setWarm] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const set = (key: keyof Kept) => (text: string) => {
    setKept({ ...kept, [key]: text });
    return undefined;
  };
  const to = (change: (text: string) => void) => (text: string) => {
    change(text);
    return undefined;
  };
  const store = () => {
    const waves = nm
      .split(/[,;\s]+/)
      .filter(Boolean)
      .map(Number);
    if (!waves.length || waves.some((one) => !(one >= 600 && one <= 1700)))
      return setProblem(`Wavelengths: “${nm}” is not a list of nanometres from 600 to 1700.`);
    const loss = check.trim() === "" ? null : typed(check);
    if (check.trim() !== "" && loss === null) return setProblem(`Cords against each other: “${check}” is not a number of decibels.`);
    const degrees = warm.trim() === "" ? null : typed(warm);
    if (warm.trim() !== "" && degrees === null) return setProblem(`Temperature: “${warm}” is not a number of °C.`);
    if (kept.calibrated && Number.isNaN(Date.parse(kept.calibrated)))
      return setProblem(`Calibrated: “${kept.calibrated}” is not a day; write it as 2026-03-01.`);
    window.localStorage.setItem(STORED, JSON.stringify(kept));
    return void onKeep({
      kind: "reference",
      method: method as ReferenceFact["method"],
      way: sheet?.way ?? "single",
      nm: waves,
      place: place.trim() || null,
      launch: plan.house_rules.launch,
      cords: kept.cords
        .split(/[,;]+/)
        .map((one) => one.trim())
        .filter(Boolean),
      check_db: loss,
      instrument: kept.instrument.trim() || null,
      calibrated: kept.calibrated.trim() || null,
      hours: null,
      temperature_c: degrees,
      simulated: false,
      note: null,
    }).then(onClose);
  };
  return (
    <Sheet
      title="Set a reference"
      open
      onClose={onClose}
      size="lg"
      footer={
        <Button colorPalette="accent" minH="44px" onClick={store}>
          It is set
        </Button>
      }
    >
      <Text mb="2">
        Source warm for a quarter of an hour, both plugs looked at and clean. It holds for {plan.house_rules.reference_h} h, and only as long as the source's
        cord stays on.
      </Text>
      <Problem text={problem} mb="2" />
      <Flex gap="3" wrap="wrap">
        <Choice
          label="Method"
          width="160px"
          value={method}
          options={options(["one-cord", "two-cord", "three-cord", "equipment-cord"])}
          onChange={to(setMethod)}
        />
        <TextField label="Wavelengths, nm" width="150px" mono value={nm} onCommit={to(setNm)} />
        <TextField label="Source stands at" width="190px" value={place} onCommit={to(setPlace)} />
        <TextField label="Cords, by serial" width="190px" value={kept.cords} onCommit={set("cords")} />
        <TextField label="Cords against each other, dB" width="190px" mono value={check} placeholder="not read" onCommit={to(setCheck)} />
        <TextField label="Instrument" width="190px" value={kept.instrument} onCommit={set("instrument")} />
        <TextField label="Calibrated" width="130px" mono value={kept.calibrated} placeholder="2026-03-01" onCommit={set("calibrated")} />
        <TextField label="Temperature, °C" width="130px" mono value={warm} placeholder="not noted" onCommit={to(setWarm)} />
      </Flex>
    </Sheet>
  );
}

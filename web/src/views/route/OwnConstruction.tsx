/** A cable construction from its data sheet; it is then used like a row of the table. */
import { Button, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useChangePlant, type PlantView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { typed } from "../../words/figures";
import { Sheet } from "../../parts/Sheet";
import { SheetChoice, SheetText } from "../../parts/SheetRow";
import { Problem } from "../../parts/Problem";

type Construction = PlantView["cable_types"][number];

interface Props {
  known?: Construction | undefined;
  onClose: () => void;
  onStored: (name: string) => Promise<unknown>;
}

const FIGURES = [
  ["od_mm", "Diameter, mm"],
  ["mass_kg_km", "Mass, kg/km"],
  ["tension_n", "Tension, N"],
  ["bend_loaded_mm", "Bend, pulled, mm"],
  ["bend_rest_mm", "Bend, at rest, mm"],
  ["sidewall_n_m", "Sidewall, N/m"],
  ["span_m", "Span in the air, m"],
  ["max_strands", "Most strands"],
] as const;

const CHOICES = [
  ["use", "Use", ["indoor", "indoor/outdoor", "outdoor"]],
  ["flame", "Flame rating", ["none", "OFN", "OFNG", "OFNR", "OFNP"]],
  ["water", "Water block", ["none", "dry", "gel"]],
  ["metallic", "Metal in it", ["no", "yes"]],
  ["sun", "Sun-proof", ["no", "yes"]],
  ["burial", "For the soil", ["no", "yes"]],
  ["aerial", "Self-supporting", ["no", "yes"]],
] as const;

const yes = (value: boolean | undefined) => (value ? "yes" : "no");

function started(known: Construction | undefined): Record<string, string> {
  const said: Record<string, string> = {
    name: known?.name ?? "",
    document: known?.sheet.document ?? "",
    page: known?.sheet.page ?? "",
    construction: known?.construction ?? "loose tube",
    armour: known?.armour ?? "none",
    use: known?.use ?? "outdoor",
    flame: known?.flame ?? "none",
    water: known?.water ?? "none",
    metallic: yes(known?.metallic),
    sun: yes(known?.sun),
    burial: yes(known?.burial),
    aerial: yes(known?.aerial),
  };
  for (const [key] of FIGURES) said[key] = known?.[key] == null ? "" : String(known[key]);
  return said;
}

export function OwnConstruction({ known, onClose, onStored }: Props) {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const change = useChangePlant(plan.id);
  const [said, setSaid] = useState(() => started(known));
  const [problem, setProblem] = useState<string | null>(null);
  const set = (key: string) => (value: string) => setSaid((old) => ({ ...old, [key]: value }));
  const store = () => {
    const figures: Record<string, number> = {};
    for (const [key, label] of FIGURES) {
      const text = said[key] ?? "";
      const number = typed(text);
      if (text.trim() && number === null) return setProblem(`${label}: “${text}” is not a number.`);
      if (number !== null) figures[key] = number;
    }
    const name = (said.name ?? "").trim();
    const page = (said.page ?? "").trim();
    const doc = {
      name,
      sheet: { document: (said.document ?? "").trim(), ...(page && { page }) },
      construction: said.construction,
      armour: said.armour,
      use: said.use,
      flame: said.flame,
      water: said.water,
      ...Object.fromEntries(["metallic", "sun", "burial", "aerial"].map((key) => [key, said[key] === "yes"])),
      ...figures,
    };
    setProblem(null);
    change
      .mutateAsync({ what: `Construction ${name}`, changes: [{ kind: "cable type", id: known?.id ?? null, doc }] })
      .then(() => onStored(name))
      .then(() => {
        say(`${name} is used like a row of the table. Undo with u.`);
        onClose();
      })
      .catch((error: unknown) => setProblem(error instanceof Error ? error.message : String(error)));
  };
  const text = (key: string, label: string, mono = false) => (
    <SheetText key={key} label={label} value={said[key] ?? ""} onChange={set(key)} onEnter={store} mono={mono} />
  );
  return (
    <Sheet
      title="A construction from its data sheet"
      open
      onClose={onClose}
      footer={
        <Button colorPalette="accent" onClick={store}>
          Store
        </Button>
      }
    >
      {text("name", "Name")}
      {text("document", "Data sheet")}
      {text("page", "Page")}
      {text("construction", "Construction")}
      {text("armour", "Armour")}
      {CHOICES.map(([key, label, values]) => (
        <SheetChoice key={key} label={label} value={said[key] ?? ""} values={[...values]} onChange={set(key)} />
      ))}
      {FIGURES.map(([key, label]) => text(key, label, true))}
      <Text fontSize="13px" color="fg.muted">
        What is left empty stays unknown, and is said to be.
      </Text>
      <Problem text={problem} />
    </Sheet>
  );
}

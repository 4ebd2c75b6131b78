/** A new pathway: two places and a length; the rest is filled in afterwards. */
import { Button } from "@chakra-ui/react";
import { useState } from "react";
import { useChangePlant, usePlantReference } from "../../api/plant";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { typedLength } from "../../words/figures";
import { Sheet } from "../../parts/Sheet";
import { SheetChoice, SheetText } from "../../parts/SheetRow";
import { Problem } from "../../parts/Problem";

const FIELDS: Record<string, string> = { a: "From", b: "To", name: "Name", length_m: "Length", kind: "Kind" };

/** The field as the sheet names it, in place of where it stands in the plan. */
const inWords = (text: string) => text.replace(/^pathways\[\d+\]\.(\w+): /, (_, key: string) => `${FIELDS[key] ?? key}: `);

interface Props {
  places: string[];
  from?: string | undefined;
  onClose: () => void;
  onAdded: (name: string) => void;
}

export function AddPathwaySheet({ places, from, onClose, onAdded }: Props) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const kinds = usePlantReference().data?.kinds ?? ["conduit"];
  const change = useChangePlant(plan.id);
  const [name, setName] = useState("");
  const [a, setA] = useState(from ?? places[0] ?? "");
  const [b, setB] = useState(places.find((p) => p !== (from ?? places[0])) ?? "");
  const [kind, setKind] = useState("duct");
  const [length, setLength] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const store = () => {
    const metres = typedLength(length, unit);
    if (metres === null) {
      setProblem(length.trim() ? `Length: “${length}” is not a length.` : "Length is missing.");
      return;
    }
    const doc = { name: name.trim() || `${a} – ${b}`, a, b, kind, length_m: Math.round(metres * 1000) / 1000 };
    change
      .mutateAsync({ what: `Add pathway ${doc.name}`, changes: [{ kind: "pathway", id: null, doc }] })
      .then(() => {
        onAdded(doc.name);
        onClose();
      })
      .catch((error: unknown) => setProblem(inWords(error instanceof Error ? error.message : String(error))));
  };
  return (
    <Sheet
      title="Add a pathway"
      open
      onClose={onClose}
      footer={
        <Button colorPalette="accent" onClick={store}>
          Add
        </Button>
      }
    >
      <SheetText label="Name" value={name} placeholder={`${a} – ${b}`} onChange={setName} onEnter={store} />
      <SheetChoice label="From" value={a} values={places} onChange={setA} />
      <SheetChoice label="To" value={b} values={places} onChange={setB} />
      <SheetChoice label="Kind" value={kind} values={kinds} onChange={setKind} />
      <SheetText label={`Length, ${unit}`} value={length} onChange={setLength} onEnter={store} mono autoFocus />
      <Problem text={problem} />
    </Sheet>
  );
}

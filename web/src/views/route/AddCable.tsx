/** A new cable: two places and how many strands; the rest is filled in afterwards. */
import { Button } from "@chakra-ui/react";
import { useState } from "react";
import { useChangePlant, type PlantView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Sheet } from "../../parts/Sheet";
import { SheetChoice, SheetText } from "../../parts/SheetRow";
import { Problem } from "../../parts/Problem";

export function AddCable({ plant, onClose, onAdded }: { plant: PlantView; onClose: () => void; onAdded: (name: string) => void }) {
  const { plan } = useOpenPlan();
  const change = useChangePlant(plan.id);
  const { say } = useNotice();
  const places = plant.places.map((p) => p.name);
  const [name, setName] = useState("");
  const [a, setA] = useState(places[0] ?? "");
  const [b, setB] = useState(places[1] ?? "");
  const [strands, setStrands] = useState("12");
  const [problem, setProblem] = useState<string | null>(null);
  const store = () => {
    const doc = { name: name.trim(), a, b, fiber: "OS2", strands: Number(strands) };
    change
      .mutateAsync({ what: `Add cable ${doc.name}`, changes: [{ kind: "cable", id: null, doc }] })
      .then(() => {
        say(`Added ${doc.name}. Undo with u.`);
        onAdded(doc.name);
        onClose();
      })
      .catch((error: unknown) => setProblem(error instanceof Error ? error.message : String(error)));
  };
  return (
    <Sheet
      title="Add a cable"
      open
      onClose={onClose}
      footer={
        <Button colorPalette="accent" onClick={store}>
          Add
        </Button>
      }
    >
      <SheetText label="Name" value={name} onChange={setName} onEnter={store} autoFocus />
      <SheetChoice label="From" value={a} values={places} onChange={setA} />
      <SheetChoice label="To" value={b} values={places} onChange={setB} />
      <SheetText label="Strands" value={strands} onChange={setStrands} onEnter={store} mono />
      <Problem text={problem} />
    </Sheet>
  );
}

/** A new pathway: two places and a length; the rest is filled in afterwards. */
import { Button, Flex, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import { useChangePlant, usePlantReference } from "../../api/plant";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { fromUnit, typed } from "../../parts/figures";
import { Sheet } from "../../parts/Sheet";

interface Props {
  places: string[];
  from?: string;
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
    const metres = typed(length);
    if (metres === null) {
      setProblem(length.trim() ? `Length: “${length}” is not a number.` : "Length is missing.");
      return;
    }
    const doc = { name: name.trim() || `${a} – ${b}`, a, b, kind, length_m: Math.round(fromUnit(metres, unit) * 1000) / 1000 };
    change
      .mutateAsync({ what: `Add pathway ${doc.name}`, changes: [{ kind: "pathway", name: null, doc }] })
      .then(() => {
        onAdded(doc.name);
        onClose();
      })
      .catch((error: unknown) => setProblem(error instanceof Error ? error.message : String(error)));
  };
  const select = (label: string, value: string, set: (v: string) => void, values: string[]) => (
    <NativeSelect.Root size="sm">
      <NativeSelect.Field aria-label={label} value={value} onChange={(e) => set(e.target.value)} bg="bg.panel">
        {values.map((v) => (
          <option key={v}>{v}</option>
        ))}
      </NativeSelect.Field>
      <NativeSelect.Indicator />
    </NativeSelect.Root>
  );
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
      <Flex direction="column" gap="2">
        <Row label="Name">
          <Input size="sm" value={name} placeholder={`${a} – ${b}`} onChange={(e) => setName(e.target.value)} />
        </Row>
        <Row label="From">{select("From", a, setA, places)}</Row>
        <Row label="To">{select("To", b, setB, places)}</Row>
        <Row label="Kind">{select("Kind", kind, setKind, kinds)}</Row>
        <Row label={`Length, ${unit}`}>
          <Input size="sm" fontFamily="mono" value={length} autoFocus onChange={(e) => setLength(e.target.value)} onKeyDown={(e) => e.key === "Enter" && store()} />
        </Row>
        {problem && (
          <Text role="alert" color="stop.fg" fontWeight="600">
            {problem}
          </Text>
        )}
      </Flex>
    </Sheet>
  );
}

function Row({ label, children }: { label: string; children: ReactNode }) {
  return (
    <Flex asChild align="center" gap="3">
      <label>
        <Text w="110px" fontWeight="600" flex="none">
          {label}
        </Text>
        {children}
      </label>
    </Flex>
  );
}

/** A lost day, somebody ill, goods that come late, a blocked duct: a proposal with as little change as can be. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import { usePlant } from "../../api/plant";
import type { WhatIf } from "../../api/visits";
import { useOpenPlan } from "../../app/planContext";
import { Choice, options, TextField } from "../../forms/Field";
import { Problem } from "../../parts/Problem";
import { Sheet } from "../../parts/Sheet";
import { typed } from "../../words/figures";

export function WhatIfSheet({ onAsk }: { onAsk: (what: WhatIf) => void }) {
  const { plan } = useOpenPlan();
  const plant = usePlant(plan.id, plan.revision).data;
  const [open, setOpen] = useState(false);
  const [texts, setTexts] = useState({ lost: "", ill: "", late_days: "" });
  const [shut, setShut] = useState("");
  const [problem, setProblem] = useState<string | null>(null);
  const field = (key: keyof typeof texts, label: string) => (
    <TextField
      label={label}
      width="150px"
      mono
      value={texts[key]}
      onCommit={(text) => {
        setTexts({ ...texts, [key]: text });
        return undefined;
      }}
    />
  );
  const ask = () => {
    const what: WhatIf = { keep: true };
    for (const [key, label] of [
      ["lost", "Working day that is lost"],
      ["ill", "People who are ill"],
      ["late_days", "Goods come later by days"],
    ] as const) {
      if (!texts[key].trim()) continue;
      const count = typed(texts[key]);
      if (count === null || !Number.isInteger(count) || count < 1 || count > 1000)
        return setProblem(`${label}: “${texts[key]}” is not a whole number from 1 to 1000.`);
      what[key] = count;
    }
    if (shut) what.shut = shut;
    setProblem(null);
    setOpen(false);
    onAsk(what);
  };
  return (
    <>
      <Button size="sm" minH="36px" variant="outline" colorPalette="accent" onClick={() => setOpen(true)}>
        What if …
      </Button>
      <Sheet
        title="What if …"
        open={open}
        onClose={() => setOpen(false)}
        footer={
          <Button colorPalette="accent" minH="44px" onClick={ask}>
            Propose with least change
          </Button>
        }
      >
        <Text mb="2">Nothing comes before the day that it has now; what has to move moves back. Nothing is stored before you take it.</Text>
        <Problem text={problem} mb="2" />
        <Flex gap="2" wrap="wrap">
          {field("lost", "Working day that is lost")}
          {field("ill", "People who are ill")}
          {field("late_days", "Goods come later by, days")}
          <Choice
            label="Pathway that is blocked"
            width="200px"
            value={shut}
            options={[{ value: "", label: "none" }, ...options(plant?.pathways.map((one) => one.doc.name) ?? [])]}
            onChange={setShut}
          />
        </Flex>
      </Sheet>
    </>
  );
}

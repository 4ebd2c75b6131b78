/** The plan's chosen schools: how its links are judged. */
import { Box, Button, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { HouseRules } from "../api/client";
import { useChangePlan } from "../api/plan";
import { typed } from "../parts/figures";
import { Sheet } from "../parts/Sheet";
import { useNotice } from "./notice";
import { useOpenPlan } from "./planContext";

type NumberKey = "tight_below_db" | "repair_splices" | "ageing_db";

const NUMBERS: [NumberKey, string, string][] = [
  ["tight_below_db", "Tight below, dB", "A link with less margin than this is called tight. Default 0.5."],
  ["repair_splices", "Repair splices", "Fusion splices allowed for later repairs of each link. Default 0; each cut costs two."],
  ["ageing_db", "Ageing, dB", "Allowance for each link. Default 0: published levels are end-of-life figures."],
];

export function HouseRulesSheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  const { plan } = useOpenPlan();
  return (
    <Sheet title="House rules" open={open} onClose={onClose}>
      <Form key={plan.revision} rules={plan.house_rules} onClose={onClose} />
    </Sheet>
  );
}

function Form({ rules, onClose }: { rules: HouseRules; onClose: () => void }) {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const change = useChangePlan(plan.id);
  const [basis, setBasis] = useState(rules.loss_basis);
  const [texts, setTexts] = useState<Record<NumberKey, string>>({
    tight_below_db: String(rules.tight_below_db),
    repair_splices: String(rules.repair_splices),
    ageing_db: String(rules.ageing_db),
  });
  const [problem, setProblem] = useState<string | null>(null);
  const store = () => {
    const next = { ...rules, loss_basis: basis };
    for (const [key, label] of NUMBERS) {
      const number = typed(texts[key]);
      if (number === null) return setProblem(`${label}: “${texts[key]}” is not a number.`);
      next[key] = number;
    }
    change.mutate(
      { house_rules: next },
      {
        onSuccess: () => {
          say("House rules stored. Undo with u.");
          onClose();
        },
        onError: (error) => setProblem(error.message),
      },
    );
  };
  return (
    <Box>
      <Text fontWeight="600">
        <label htmlFor="basis">Links are judged by</label>
      </Text>
      <NativeSelect.Root>
        <NativeSelect.Field id="basis" value={basis} onChange={(e) => setBasis(e.target.value as HouseRules["loss_basis"])}>
          <option value="worst-case">worst case</option>
          <option value="typical">typical</option>
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Text fontSize="13px" color="fg.muted" mb="3">
        Worst case is the default: the limits of the standards assume the worst parts that they
        allow. Typical is what good installed plant measures.
      </Text>
      {NUMBERS.map(([key, label, hint]) => (
        <Box key={key} mb="3">
          <Text fontWeight="600">
            <label htmlFor={key}>{label}</label>
          </Text>
          <Input id={key} fontFamily="mono" value={texts[key]} onChange={(e) => setTexts({ ...texts, [key]: e.target.value })} />
          <Text fontSize="13px" color="fg.muted">
            {hint}
          </Text>
        </Box>
      ))}
      {problem && (
        <Text role="alert" color="stop.fg" fontWeight="600" mb="2">
          {problem}
        </Text>
      )}
      <Button colorPalette="accent" onClick={store} mb="2">
        Store
      </Button>
    </Box>
  );
}

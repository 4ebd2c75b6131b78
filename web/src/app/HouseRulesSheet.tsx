/** The plan's chosen schools: how its links are judged. */
import { Box, Button, Flex, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useDeferredValue, useState } from "react";
import type { HouseRules, RulesPreview } from "../api/client";
import { useChangePlan, useRulesPreview } from "../api/plan";
import { typed } from "../parts/figures";
import { VerdictMark } from "../parts/Mark";
import { Mono } from "../parts/Mono";
import { Sheet } from "../parts/Sheet";
import { useNotice } from "./notice";
import { useOpenPlan } from "./planContext";

type NumberKey = "tight_below_db" | "repair_splices" | "ageing_db" | "safety_margin_db";

const NUMBERS: [NumberKey, string, string][] = [
  ["tight_below_db", "Tight below, dB", "A link with less margin than this is called tight. Default 0.5."],
  ["repair_splices", "Repair splices", "Fusion splices allowed for later repairs of each link. Default 0; each cut costs two."],
  ["ageing_db", "Ageing, dB", "Allowance for each link. Default 0: published levels are end-of-life figures."],
  ["safety_margin_db", "Safety margin, dB", "Kept on top of every loss. Default 0; 3 is customary outdoors where parts are not specified."],
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
    safety_margin_db: String(rules.safety_margin_db),
  });
  const [conditioning, setConditioning] = useState(rules.mode_conditioning);
  const [problem, setProblem] = useState<string | null>(null);
  const next: HouseRules = { ...rules, loss_basis: basis, mode_conditioning: conditioning };
  let wrong: string | null = null;
  for (const [key, label] of NUMBERS) {
    const number = typed(texts[key]);
    if (number === null) wrong ??= `${label}: “${texts[key]}” is not a number.`;
    else next[key] = number;
  }
  const preview = useRulesPreview(plan.id, plan.revision, useDeferredValue(wrong ? rules : next));
  const store = () => {
    if (wrong) return setProblem(wrong);
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
      {preview.data && <Effect preview={preview.data} />}
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
      <Text fontWeight="600">
        <label htmlFor="conditioning">Mode-conditioning cords on OM1 and OM2</label>
      </Text>
      <NativeSelect.Root>
        <NativeSelect.Field
          id="conditioning"
          value={conditioning}
          onChange={(e) => setConditioning(e.target.value as HouseRules["mode_conditioning"])}
        >
          <option value="always">always</option>
          <option value="over-300-m">over 300 m only</option>
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
      <Text fontSize="13px" color="fg.muted" mb="3">
        Always is the default: the standard asks for them at any length. Leaving them out under
        300 m is practice; many such links work, some do not.
      </Text>
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

const VERDICTS = ["works", "tight", "fails", "unknown"] as const;

/** What the rules on this page would change, before they are stored. */
function Effect({ preview }: { preview: RulesPreview }) {
  return (
    <Flex gap="4" wrap="wrap" bg="accent.subtle" px="3" py="2" mb="3" position="sticky" top="0" zIndex="1" aria-live="polite" data-effect="">
      <Text fontWeight="700">In this plan</Text>
      {VERDICTS.map((verdict) => (
        <Flex key={verdict} align="center" gap="1.5">
          <VerdictMark verdict={verdict} />
          <Mono>
            {preview.before[verdict] === preview.after[verdict]
              ? preview.after[verdict]
              : `${preview.before[verdict]} → ${preview.after[verdict]}`}
          </Mono>
        </Flex>
      ))}
    </Flex>
  );
}

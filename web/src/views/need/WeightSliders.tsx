/** What counts in the order, 0 to 5: as the budget says, until one is moved. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { useChoiceReference, type Weights } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";

interface Props {
  budget: string;
  /** null: as the budget says. */
  weights: Weights | null;
  onChange: (weights: Weights | null) => void;
}

export function WeightSliders({ budget, weights, onChange }: Props) {
  const { plan } = useOpenPlan();
  const rows = useChoiceReference(plan.id).data?.weights ?? [];
  const usual = Object.fromEntries(rows.map((row) => [row.key, row[budget as "usual"]])) as unknown as Weights;
  const shown = weights ?? usual;
  return (
    <details data-weights="">
      <summary style={{ cursor: "pointer", fontWeight: 600, fontSize: 14 }}>What counts, 0 to 5 · {weights ? "your own" : `${budget} budget`}</summary>
      {rows.map((row) => {
        const key = row.key as keyof Weights;
        return (
          <Flex key={key} align="center" gap="2" fontSize="13px">
            <Text asChild flex="1">
              <label htmlFor={`weight-${key}`}>{row.title}</label>
            </Text>
            <input
              id={`weight-${key}`}
              type="range"
              min="0"
              max="5"
              step="1"
              value={shown[key]}
              onChange={(e) => onChange({ ...shown, [key]: Number(e.target.value) })}
              style={{ width: 110, accentColor: "var(--chakra-colors-accent-fg)" }}
            />
            <Text w="12px">{shown[key]}</Text>
          </Flex>
        );
      })}
      {weights && (
        <Button size="2xs" h="24px" variant="outline" colorPalette="accent" onClick={() => onChange(null)}>
          As the budget says
        </Button>
      )}
    </details>
  );
}

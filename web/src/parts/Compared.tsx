/** What became of a plan between two states: sums, answers, materials, things. */
import { Box, Text } from "@chakra-ui/react";
import type { Comparison } from "../api/papers";
import { useOpenPlan } from "../app/planContext";
import { cents } from "../words/figures";
import { Mono } from "../words/Mono";

const WORD = { added: "+", gone: "−", changed: "~" } as const;

export function Compared({ data, error }: { data: Comparison | undefined; error: Error | null }) {
  const { plan } = useOpenPlan();
  if (error) return <Text color="stop.fg">{error.message}</Text>;
  if (!data) return <Text color="fg.muted">Comparing …</Text>;
  if (data.things.length === 0) return <Text mb="2">Nothing of the plan differs.</Text>;
  return (
    <Box fontSize="15px" pb="2" data-changes="">
      <Text fontWeight="700">{sums(data, plan.house_rules.currency)}</Text>
      {data.answers.map((one) => (
        <Text key={one.link}>
          <b>{one.link}</b>: {one.before} → {one.after}
        </Text>
      ))}
      {data.materials.map((one) => (
        <Text key={one.item + one.what}>
          <Mono>
            {one.quantity > 0 ? "+" : "−"}
            {Math.abs(one.quantity)}
            {one.unit === "m" ? " m" : ""}
          </Mono>{" "}
          {one.item}: {one.what}
        </Text>
      ))}
      <Text fontWeight="700" mt="1">
        {data.things.length === 1 ? "1 thing" : `${data.things.length} things`}
      </Text>
      {data.things.slice(0, 60).map((one) => (
        <Text key={one.kind + one.id}>
          <Mono>{WORD[one.outcome]}</Mono> {one.kind} {one.name}
          {one.before ? `, before ${one.before}` : ""}
        </Text>
      ))}
      {data.things.length > 60 && <Text>and {data.things.length - 60} more</Text>}
    </Box>
  );
}

function sums(data: Comparison, currency: string): string {
  const of = (total: number | null) => (total === null ? "no total" : `${cents(total)} ${currency}`);
  return `Materials ${of(data.total_before)} → ${of(data.total_after)}; work ${data.hours_before} h → ${data.hours_after} h`;
}

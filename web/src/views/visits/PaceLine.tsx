/** Minutes taken against minutes planned, with what that would make of the estimate; nobody changes it silently. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { useChangePlan } from "../../api/plan";
import type { VisitsView } from "../../api/visits";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";

export function PaceLine({ pace }: { pace: NonNullable<VisitsView["pace"]> }) {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const change = useChangePlan(plan.id);
  const take = (to: number) =>
    change.mutateAsync({ house_rules: { ...plan.house_rules, pace: to } }).then(() => say(`Planned at ×${to} of the price book. Undo with u.`), refuse);
  const same = pace.would_be === pace.now;
  return (
    <Flex align="center" gap="3" wrap="wrap" mb="2" data-pace="">
      <Text>
        {pace.tasks} tasks took {Math.round(pace.took)} min where {Math.round(pace.planned)} were planned
        {pace.now !== 1 && ` at ×${pace.now} of the price book`}
        {same ? ": the estimate holds." : `: ×${pace.would_be} of the price book fits them.`}
      </Text>
      {!same && (
        <Button size="sm" minH="36px" variant="outline" colorPalette="accent" className="no-print" onClick={() => void take(pace.would_be)}>
          Plan with ×{pace.would_be}
        </Button>
      )}
    </Flex>
  );
}

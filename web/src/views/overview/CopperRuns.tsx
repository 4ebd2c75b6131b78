/** Copper runs of the plan: they have no light path, and stand beside the links. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useCopper } from "../../api/choice";
import { useChangePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, rate, said } from "../../words/figures";
import { Mono } from "../../words/Mono";

export function CopperRuns() {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const { say, refuse } = useNotice();
  const change = useChangePlant(plan.id);
  const runs = useCopper(plan.id, plan.revision).data ?? [];
  if (runs.length === 0) return null;
  const remove = ({ id, name }: { id: string; name: string }) =>
    change.mutateAsync({ what: `Remove ${name}`, changes: [{ kind: "copper", id, doc: null }] }).then(() => say(`Removed ${name}. Undo with u.`), refuse);
  return (
    <Box asChild mb="2" fontSize="14px" bg="bg.panel" borderWidth="1px" px="3" py="1.5" data-copper="">
      <details open={runs.some((run) => run.problem !== null)}>
        <summary style={{ cursor: "pointer", fontWeight: 600 }}>Copper beside the links: {runs.length === 1 ? "1 run" : `${runs.length} runs`}</summary>
        {runs.map((run) => (
          <Flex key={run.name} gap="3" mt="1" align="center" wrap="wrap">
            <b>{run.name}</b>
            <Text>
              {run.count > 1 ? `${run.count} × ` : ""}
              {run.what}, {rate(run.rate_gbps)}, <Mono>{length(run.length_m, unit)}</Mono> of at most <Mono>{length(run.reach_m, unit)}</Mono>
            </Text>
            <Text color={run.problem ? "stop.fg" : "fg.muted"} fontWeight={run.problem ? 600 : 400}>
              {run.problem ? `Too long: ${said(run.problem, unit)}` : (run.note ?? "")}
            </Text>
            <Button ml="auto" size="2xs" h="24px" variant="outline" colorPalette="accent" onClick={() => void remove(run)}>
              Remove
            </Button>
          </Flex>
        ))}
      </details>
    </Box>
  );
}

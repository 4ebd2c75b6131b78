/** The margin column: findings beside the page, and the caution that always stands. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { LinkView, RemedyView } from "../../api/client";
import { useGrowth } from "../../api/plan";
import { useOpenPlan } from "../../app/planContext";
import { FindingCard } from "../../parts/FindingCard";
import { GrowthCard } from "../../parts/GrowthCard";

interface Props {
  view: LinkView;
  onApply: (remedy: RemedyView) => void;
  onPart: (at: number) => void;
}

export function MarginColumn({ view, onApply, onPart }: Props) {
  const { plan } = useOpenPlan();
  const { id, changed_in } = view.summary;
  const growth = useGrowth(plan.id, id, changed_in, plan.house_rules);
  const causes = view.findings.filter((f) => f.explained_by === null);
  return (
    <Flex
      as="aside"
      direction="column"
      w={{ base: "100%", md: "220px", lg: "268px" }}
      flex="none"
      gap="2.5"
      minH="0"
      overflowY={{ base: "visible", md: "auto" }}
      pb="4"
      aria-label="Findings"
      className="print-whole"
    >
      <Text fontSize="13px" fontWeight="600" color="fg.muted">
        {causes.length ? `Findings · ${causes.length}` : "Findings"}
      </Text>
      {causes.map((finding, i) => (
        <FindingCard
          key={`${finding.rule}-${i}`}
          finding={finding}
          echoes={view.findings.filter((f) => f.explained_by === finding.rule)}
          before={view.brief}
          places={{ a: view.a.place, b: view.b.place }}
          onApply={onApply}
          onPart={onPart}
        />
      ))}
      {view.findings.length === 0 && (
        <Box bg="bg.panel" borderLeftWidth="4px" borderColor="fine.fg" px="3" py="2.5">
          <Text fontWeight="700">Nothing to fix</Text>
          <Text fontSize="14px" color="fg.muted">
            Modules pair, every joint fits, and loss, light and length are within what the application allows.
          </Text>
        </Box>
      )}
      {growth.data && <GrowthCard growth={growth.data} />}
      <Box borderWidth="1px" borderStyle="dashed" borderColor="border.emphasized" px="3" py="2" fontSize="14px">
        <b>Light is invisible.</b> Never look into a strand or a port; cap what is open. Local codes and licensed practice decide.
      </Box>
    </Flex>
  );
}

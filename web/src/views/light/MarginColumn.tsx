/** The margin column: findings beside the page, and the caution that always stands. */
import { Box, Flex, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import type { LinkView, RemedyView } from "../../api/client";
import { useGrowth } from "../../api/plan";
import { useReadOf, type TurnUpLink } from "../../api/turnup";
import { useOpenPlan } from "../../app/planContext";
import { FindingCard } from "../../parts/FindingCard";
import { GrowthCard } from "../../parts/GrowthCard";

const TROUBLE: TurnUpLink["state"][] = ["dark", "erring", "weak"];

interface Props {
  view: LinkView;
  onApply: (remedy: RemedyView) => void;
  onPart: (at: number) => void;
}

export function MarginColumn({ view, onApply, onPart }: Props) {
  const { plan } = useOpenPlan();
  const { id, changed_in } = view.summary;
  const growth = useGrowth(plan.id, id, changed_in, plan.house_rules);
  const read = useReadOf(plan.id, plan.revision, id);
  // What was read goes before what was planned: with trouble on site nothing says that all is well.
  const trouble = read && TROUBLE.includes(read.state) ? read : null;
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
      {trouble && (
        <Box bg="bg.panel" borderLeftWidth="4px" borderColor={trouble.state === "weak" ? "warn.fg" : "stop.fg"} px="3" py="2.5" data-trouble={trouble.state}>
          <Text fontWeight="700">{trouble.state === "weak" ? "▼" : "▲"} Read on site</Text>
          <Text fontSize="14px">
            {trouble.says}.{" "}
            <Link asChild color="accent.fg" textDecoration="underline">
              <RouterLink to={`/plans/${plan.id}/links/${id}/turnup`}>To its turn-up</RouterLink>
            </Link>
          </Text>
        </Box>
      )}
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
        <Box bg="bg.panel" borderLeftWidth="4px" borderColor={trouble ? "border.emphasized" : "fine.fg"} px="3" py="2.5">
          <Text fontWeight="700">{trouble ? "Nothing to fix in the plan" : "Nothing to fix"}</Text>
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

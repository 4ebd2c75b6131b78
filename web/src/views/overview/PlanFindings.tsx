/** What is said about the plan as a whole: one line, opened on demand. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { usePlanFindings } from "../../api/beside";
import { useOpenPlan } from "../../app/planContext";
import { SeverityMark, severityOf } from "../../drawing/Mark";
import { Said } from "../../words/Said";

export function PlanFindings() {
  const { plan } = useOpenPlan();
  const found = usePlanFindings(plan.id, plan.revision).data ?? [];
  if (found.length === 0) return null;
  return (
    <Box asChild mb="2" fontSize="14px" bg="bg.panel" borderWidth="1px" px="3" py="1.5" data-plan-findings="">
      <details>
        <summary style={{ cursor: "pointer", fontWeight: 600 }}>
          About the whole plan: {[...new Set(found.map((f) => `${f.title.charAt(0).toLowerCase()}${f.title.slice(1)}`))].join(" · ")}
        </summary>
        {found.map((finding, i) => (
          <Flex key={i} gap="2" mt="1.5" align="start">
            <Box pt="1" color={`${severityOf(finding.severity).tone}.fg`}>
              <SeverityMark severity={finding.severity} size={13} />
            </Box>
            <Box>
              <Text>
                <b>{finding.title}.</b> <Said text={finding.message} />
              </Text>
              <Text color="fg.muted">
                {finding.why} {finding.do}
              </Text>
            </Box>
          </Flex>
        ))}
      </details>
    </Box>
  );
}

/** The plan's needs: which are wanted, chosen and built; one of them is open. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import type { PlannedNeedView } from "../../api/choice";
import { isIdle } from "../../api/visits";
import { useOpenPlan } from "../../app/planContext";
import { VerdictMark } from "../../drawing/Mark";

interface Props {
  needs: PlannedNeedView[];
  open: string | null;
  onOpen: (id: string) => void;
  onNew: () => void;
  onRemove: (need: PlannedNeedView) => void;
  onBuilt: (need: PlannedNeedView, built: boolean) => void;
}

const WORDS = { wanted: "wanted", chosen: "chosen", built: "built" } as const;

export function NeedList({ needs, open, onOpen, onNew, onRemove, onBuilt }: Props) {
  const { plan, states } = useOpenPlan();
  if (needs.length === 0) return null;
  return (
    <Box mb="3" data-needs="">
      <Flex justify="space-between" align="center" mb="1">
        <Text fontSize="14px" fontWeight="700">
          {needs.length === 1 ? "1 need" : `${needs.length} needs`}, {needs.filter((n) => n.state === "wanted").length} open
        </Text>
        <Button size="2xs" h="24px" px="2" fontSize="13px" variant="outline" colorPalette="accent" onClick={onNew}>
          New need
        </Button>
      </Flex>
      <Box maxH={{ base: "40vh", lg: "220px" }} overflowY="auto" role="list" aria-label="Needs">
        {needs.map((need) => {
          const on = need.doc.id === open;
          return (
            <Box key={need.doc.id} role="listitem" borderTopWidth="1px" bg={on ? "bg.panel" : undefined} data-need={need.doc.name}>
              <Button
                variant="plain"
                w="100%"
                h="auto"
                minH={{ base: "48px", lg: "32px" }}
                px="1.5"
                py="1"
                justifyContent="flex-start"
                textAlign="start"
                whiteSpace="normal"
                fontSize="14px"
                fontWeight={on ? 700 : 500}
                color="fg"
                aria-current={on ? "true" : undefined}
                onClick={() => onOpen(need.doc.id!)}
              >
                <Box flex="1" minW="0">
                  {need.doc.name}
                  <Text as="span" display="block" fontSize="13px" fontWeight="400" color={need.state === "wanted" ? "warn.fg" : "fg.muted"}>
                    {isIdle(states.get(need.doc.id!)) ? WORDS[need.state] : states.get(need.doc.id!)}
                    {need.lacks.length > 0 && `; lacks ${need.lacks.join(", ")}`}
                    {need.doc.wanted_by && `, by ${need.doc.wanted_by}`}
                    {need.doc.asked_by && `, for ${need.doc.asked_by}`}
                  </Text>
                </Box>
              </Button>
              {on && (
                <Flex gap="1" px="1.5" pb="1" wrap="wrap" align="center" fontSize="13px">
                  {need.links.map((link) => (
                    <Flex key={link.id} gap="1" align="center" w="100%">
                      {link.verdict ? (
                        <>
                          <VerdictMark verdict={link.verdict} size={12} />
                          <RouterLink to={`/plans/${plan.id}/links/${link.id}`} style={{ textDecoration: "underline" }}>
                            {link.name}
                          </RouterLink>
                        </>
                      ) : (
                        <RouterLink to={`/plans/${plan.id}/devices`} style={{ textDecoration: "underline" }}>
                          {link.name}
                        </RouterLink>
                      )}
                    </Flex>
                  ))}
                  {need.links.length > 0 && (
                    <Button size="2xs" h="24px" px="1.5" variant="outline" colorPalette="accent" onClick={() => onBuilt(need, need.state !== "built")}>
                      {need.state === "built" ? "Not built yet" : "It is built"}
                    </Button>
                  )}
                  <Button size="2xs" h="24px" px="1.5" variant="ghost" colorPalette="accent" onClick={() => onRemove(need)}>
                    Delete need
                  </Button>
                </Flex>
              )}
            </Box>
          );
        })}
      </Box>
    </Box>
  );
}

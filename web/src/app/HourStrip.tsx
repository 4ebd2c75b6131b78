/** The first hour, under the bridge of its own plan: the step that is next, on the screen where it is done. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useLocation, useNavigate } from "react-router";
import { useHour, useWalk, type HourAct } from "../api/practice";
import { useNotice } from "./notice";

export function HourStrip({ planId, revision }: { planId: number; revision: number }) {
  const { data } = useHour(planId, revision);
  const walk = useWalk();
  const navigate = useNavigate();
  const at = useLocation().pathname;
  const { refuse } = useNotice();
  if (!data?.plans.includes(planId)) return null;
  const mine = data.plan_id === planId;
  const off = data.left || !mine;
  const act = (what: HourAct, step: string | null = null) => walk.mutate({ act: what, step }, { onError: refuse });
  const number = data.steps.findIndex((one) => one.key === data.at);
  const step = data.steps[number];
  const skipped = data.steps.filter((one) => one.skipped);
  return (
    <Box
      asChild
      className="no-print"
      bg="accent.subtle"
      borderTopWidth="3px"
      borderBottomWidth="3px"
      borderStyle="dashed"
      borderColor="accent.fg"
      px={{ base: "3", md: "4" }}
      py="1.5"
      data-hour-strip={data.at ?? "done"}
    >
      <section aria-label="First hour">
        <Flex gap="3" align="center" wrap="wrap">
          <Box flex="1" minW="240px">
            <Text fontSize="13px" fontWeight="700" color="accent.fg">
              Practice · first hour{mine && step ? `, step ${number + 1} of ${data.steps.length}` : ""}
              {mine && data.left && ", left"}
            </Text>
            {off ? (
              <Text fontSize="14px">This plan is for practice. {mine && (step ? `Next would be: ${step.name}.` : "All steps are through.")}</Text>
            ) : step ? (
              <Text lineHeight="1.3">
                <b>{step.name}.</b> {step.do}{" "}
                <Text as="span" color="fg.muted">
                  {step.says} {step.why}
                </Text>
              </Text>
            ) : (
              <Text fontWeight="700">
                {skipped.length
                  ? `Through, with ${skipped.length} left out: ${skipped.map((one) => one.name).join(", ")}.`
                  : "Done: from two huts to a signature."}
              </Text>
            )}
          </Box>
          <Flex gap="2" wrap="wrap">
            {!off && step && at !== step.to && (
              <Button size="sm" minH="40px" colorPalette="accent" onClick={() => void navigate(step.to)}>
                Go there
              </Button>
            )}
            {!off && step && (
              <Button size="sm" minH="40px" variant="outline" bg="bg.panel" onClick={() => act("skip", step.key)}>
                Skip
              </Button>
            )}
            {!off &&
              skipped.slice(0, 1).map((one) => (
                <Button key={one.key} size="sm" minH="40px" variant="outline" bg="bg.panel" onClick={() => act("back", one.key)}>
                  Back to: {one.name}
                </Button>
              ))}
            {mine && (
              <Button size="sm" minH="40px" variant="outline" bg="bg.panel" onClick={() => act(data.left ? "resume" : "leave")}>
                {data.left ? "Take it up again" : "Leave"}
              </Button>
            )}
            <Button size="sm" minH="40px" variant="outline" bg="bg.panel" onClick={() => void navigate("/practice")}>
              Practice
            </Button>
          </Flex>
        </Flex>
      </section>
    </Box>
  );
}

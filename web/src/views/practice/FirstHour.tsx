/** The first hour, on the first page of practice: begin, take up again, or begin anew. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useNavigate } from "react-router";
import { useHour, useWalk, type Hour, type HourAct } from "../../api/practice";
import { useNotice } from "../../app/notice";

export function FirstHour() {
  const { data } = useHour();
  const walk = useWalk();
  const navigate = useNavigate();
  const { refuse } = useNotice();
  if (!data) return null;
  const go = (act: HourAct) =>
    walk.mutate(
      { act },
      {
        onSuccess: (now: Hour) => void navigate(now.steps.find((one) => one.key === now.at)?.to ?? `/plans/${now.plan_id}`),
        onError: refuse,
      },
    );
  const done = data.steps.filter((one) => one.done).length;
  const begun = data.plan_id !== null;
  return (
    <Box asChild borderWidth="2px" borderColor="accent.fg" borderRadius="md" p="3" bg="bg.panel">
      <section aria-label="The first hour">
        <Heading as="h2" fontSize="18px">
          The first hour
        </Heading>
        <Text fontSize="14px" mt="1">
          Six steps on the real screens, from two huts and a duct to a signed-off link, in a plan of its own.
        </Text>
        {begun && (
          <Text fontSize="14px" mt="1" fontWeight="600" data-hour="">
            {done} of {data.steps.length} steps done
            {data.at === null ? "." : `; next: ${data.steps.find((one) => one.key === data.at)?.name}.`}
          </Text>
        )}
        <Flex gap="2" mt="2" wrap="wrap">
          <Button
            size="sm"
            minH="40px"
            colorPalette="accent"
            variant={begun && data.at === null ? "outline" : "solid"}
            loading={walk.isPending}
            onClick={() => go(begun ? "resume" : "start")}
          >
            {begun ? (data.at === null ? "Look at it" : "Take it up again") : "Start the first hour"}
          </Button>
          {begun && (
            <Button size="sm" minH="40px" variant="outline" onClick={() => go("again")}>
              Begin anew
            </Button>
          )}
        </Flex>
      </section>
    </Box>
  );
}

/** The next act of the plan, or of the step that is open: what to press next, and the way to all steps. */
import { Button, Flex, Link, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import type { StepOfWay } from "../api/looking";
import { whereDone } from "./way";

interface Props {
  home: string;
  steps: StepOfWay[] | undefined;
  /** The step whose act is shown. */
  at: StepOfWay | undefined;
  onWay: () => void;
}

export function NextAct({ home, steps, at, onWay }: Props) {
  if (!steps) return null;
  return (
    <Flex align="center" gap="2" minW="0" className="no-print" data-next="">
      {at?.act ? (
        <Link asChild color="accent.fg" fontWeight="600" fontSize="14px" minW="0" display="block" title={at.act.do}>
          <RouterLink to={whereDone(home, at.step, at.act)}>
            <Text truncate>Next: {at.act.do}</Text>
          </RouterLink>
        </Link>
      ) : (
        <Text fontSize="14px" color="fg.muted" truncate>
          {at?.state === "not needed" ? "Not needed here" : "No next act"}
        </Text>
      )}
      <Button size="xs" h="28px" px="2" variant="outline" colorPalette="accent" flex="none" title="What each step of the job needs" onClick={onWay}>
        The way
      </Button>
    </Flex>
  );
}

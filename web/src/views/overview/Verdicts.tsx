import { Button, Flex, Text } from "@chakra-ui/react";
import { isIdle, type State } from "../../api/visits";
import { useOpenPlan } from "../../app/planContext";

const STATES: State[] = ["planned", "there", "ordered", "on site", "laid", "coiled", "ended", "tested", "live"];

/** Which verdicts are shown, and once work has begun how far the links are: each with its number. */
export function Verdicts() {
  const { links, verdict, setVerdict, states, state, setState } = useOpenPlan();
  const far = STATES.filter((one) => links.some((l) => states.get(l.id) === one));
  const begun = far.some((one) => !isIdle(one));
  const kinds = (["fails", "unknown", "tight", "works"] as const).filter((kind) => links.some((l) => l.verdict === kind));
  if (kinds.length < 2 && !begun) return null;
  const chip = (on: boolean, label: string, count: number, onPick: () => void) => (
    <Button
      key={label}
      size="xs"
      h={{ base: "40px", md: "28px" }}
      px="2.5"
      fontSize="14px"
      variant={on ? "solid" : "outline"}
      bg={on ? "fg" : undefined}
      color={on ? "bg" : "fg"}
      borderColor="border.emphasized"
      aria-pressed={on}
      onClick={onPick}
    >
      {label} {count}
    </Button>
  );
  return (
    <Flex gap="1.5" mb="2" wrap="wrap" className="no-print" role="group" aria-label="Which links">
      {chip(verdict === null && state === null, "all", links.length, () => {
        setVerdict(null);
        setState(null);
      })}
      {kinds.map((kind) =>
        chip(verdict === kind, kind === "unknown" ? "not known" : kind, links.filter((l) => l.verdict === kind).length, () =>
          setVerdict(verdict === kind ? null : kind),
        ),
      )}
      {begun && (
        <Text alignSelf="center" px="1">
          · how far:
        </Text>
      )}
      {begun &&
        far.map((one) =>
          chip(state === one, one === "there" ? "glass there" : one, links.filter((l) => states.get(l.id) === one).length, () =>
            setState(state === one ? null : one),
          ),
        )}
    </Flex>
  );
}

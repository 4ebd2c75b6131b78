/** The reference log: when each was set, how long it held, what was read on it. */
import { Box, Button, Flex, Menu, Portal, Text } from "@chakra-ui/react";
import type { ReferenceEnd } from "../../api/facts";
import type { ReferenceView } from "../../api/testing";
import { Mono } from "../../words/Mono";

const WHY: { value: ReferenceEnd["why"]; label: string }[] = [
  { value: "cord removed", label: "the source's cord was taken off" },
  { value: "temperature", label: "it has grown too warm or cold" },
  { value: "put away", label: "the instrument was put away" },
  { value: "wrong", label: "it was wrong from the start" },
];

export function References({ references, onEnd }: { references: ReferenceView[]; onEnd: (id: string, why: ReferenceEnd["why"]) => void }) {
  return (
    <Box mt="2" data-references="">
      <Text fontWeight="700">References</Text>
      {references.length === 0 && (
        <Text fontSize="14px" color="fg.muted">
          None is set. Readings without one are kept, and nobody can tell later what they stand on.
        </Text>
      )}
      {references.slice(0, 6).map((one) => (
        <Flex key={one.id} align="center" gap="3" wrap="wrap" py="1" borderTopWidth="1px" data-reference={one.id}>
          <Line ended={one.ended !== null} wrong={one.why !== null && one.why.includes("wrongly")} />
          <Mono fontSize="13px">{local(one.at)}</Mono>
          <Text fontSize="14px">
            {one.place ?? "place not recorded"}, {one.method.replace("-", " ")}, {one.nm.join(" and ")} nm, {one.who}
            {one.simulated && ", simulated"}
          </Text>
          <Text fontSize="13px" color="fg.muted">
            {one.readings ? `${one.readings} readings, ${one.first ?? ""} to ${one.last ?? ""}` : "nothing read on it"}
            {one.cords.length > 0 && ` · cords ${one.cords.join(", ")}`}
            {one.check_db !== null && ` · cords against each other ${one.check_db.toFixed(2)} dB`}
          </Text>
          {one.doubts.map((doubt) => (
            <Text key={doubt} fontSize="13px" color="warn.fg" fontWeight="600">
              {doubt}
            </Text>
          ))}
          {one.ended ? (
            <Text fontSize="13px" fontWeight="600">
              ended {local(one.ended)}: {one.why}
            </Text>
          ) : (
            <Menu.Root>
              <Menu.Trigger asChild>
                <Button size="xs" minH="28px" ml="auto" variant="outline" colorPalette="accent" className="no-print">
                  It ended …
                </Button>
              </Menu.Trigger>
              <Portal>
                <Menu.Positioner>
                  <Menu.Content>
                    {WHY.map((why) => (
                      <Menu.Item key={why.value} value={why.value} onClick={() => onEnd(one.id, why.value)}>
                        {why.label}
                      </Menu.Item>
                    ))}
                  </Menu.Content>
                </Menu.Positioner>
              </Portal>
            </Menu.Root>
          )}
        </Flex>
      ))}
    </Box>
  );
}

function Line({ ended, wrong }: { ended: boolean; wrong: boolean }) {
  return (
    <Flex align="center" w="44px" flex="none" aria-hidden="true" color={wrong ? "warn.fg" : "fg"}>
      <Box w="11px" h="11px" borderRadius="full" borderWidth="2.5px" borderColor="currentColor" />
      <Box flex="1" h="4px" bg={ended ? undefined : "currentColor"} borderTopWidth={ended ? "2px" : "0"} borderStyle="dashed" borderColor="currentColor" />
    </Flex>
  );
}

const local = (at: string) => new Date(at).toLocaleString(undefined, { dateStyle: "short", timeStyle: "short" });

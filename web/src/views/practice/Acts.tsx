/** What can be done about it: each with its minutes; the first nine have a key. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Act } from "../../api/practice";
import { Choice } from "../../forms/Field";
import { Mono } from "../../words/Mono";

interface Props {
  acts: Act[];
  done: string[];
  onAct: (id: string) => void;
}

const isRepair = (act: Act) => act.id.startsWith("repair ");

export function Acts({ acts, done, onAct }: Props) {
  const repairs = acts.filter(isRepair);
  const [repair, setRepair] = useState("");
  const chosen = repairs.find((one) => one.id === repair);
  const off = (act: Act) => !act.repeats && done.includes(act.id);
  return (
    <Box mt="1" role="group" aria-label="What can be done">
      {acts
        .filter((one) => !isRepair(one))
        .map((one) => {
          const n = acts.indexOf(one);
          return (
            <Button
              key={one.id}
              w="100%"
              minH={{ base: "48px", md: "34px" }}
              h="auto"
              py="1"
              px="2"
              mb="1"
              size="sm"
              variant="outline"
              colorPalette="accent"
              justifyContent="start"
              textAlign="start"
              whiteSpace="normal"
              lineHeight="1.2"
              disabled={off(one)}
              onClick={() => onAct(one.id)}
              data-act={one.id}
            >
              <Mono w="18px" color="fg.muted" flex="none" hideBelow="md">
                {n < 9 ? n + 1 : ""}
              </Mono>
              <Text as="span" flex="1" fontWeight="500">
                {one.do}
                {one.part && ` (takes ${one.part})`}
              </Text>
              <Mono flex="none">{one.minutes} min</Mono>
            </Button>
          );
        })}
      {repairs.length > 0 && (
        <Flex gap="2" align="end" mt="1">
          <Box flex="1" minW="0">
            <Choice
              label="Repair what you are sure of"
              value={repair}
              options={[
                { value: "", label: "choose …" },
                ...repairs.map((one) => ({ value: one.id, label: `${one.do.replace(/^Repair /, "").split(":")[0]}, ${one.minutes} min` })),
              ]}
              onChange={setRepair}
            />
          </Box>
          <Button
            size="sm"
            minH="34px"
            colorPalette="accent"
            disabled={!chosen || off(chosen)}
            onClick={() => {
              if (chosen) onAct(chosen.id);
              setRepair("");
            }}
          >
            Repair
          </Button>
        </Flex>
      )}
    </Box>
  );
}

/** The sheets in the order in which they are walked, each with what passed. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link as RouterLink } from "react-router";
import type { Kind, SheetInfo } from "../../api/testing";
import { Mono } from "../../words/Mono";
import { State } from "./State";
import type { Tone } from "./told";

const ROUTE = { to: "route", act: "Record a cable" };
const NOTHING: Record<Kind, { text: string; to: string; act: string }> = {
  permanent: { text: "A run goes from panel to panel on one strand. Record cables with their ends in Route, and they stand here.", ...ROUTE },
  channel: { text: "A run goes from module to module. Plan a link in Light, and its legs stand here.", to: "", act: "Plan a link" },
  cord: { text: "Cords are those of links. Plan a link in Light, and its cords stand here.", to: "", act: "Plan a link" },
  section: { text: "Spliced glass is of cables whose ends are not finished yet. Record cables in Route, and they stand here.", ...ROUTE },
};

interface Props {
  kind: Kind;
  planId: number;
  sheets: SheetInfo[];
  current: string | undefined;
  onPick: (key: string) => void;
  foot: ReactNode;
}

const toneOf = (sheet: SheetInfo): Tone | null => {
  if (sheet.failed || sheet.stop) return "stop";
  if (sheet.again || sheet.warn) return "warn";
  return sheet.passed === sheet.rows ? "fine" : null;
};

export function SheetList({ kind, planId, sheets, current, onPick, foot }: Props) {
  if (sheets.length === 0) {
    return (
      <Box w={{ base: "100%", lg: "300px" }} flex="none">
        <Text mb="2">{NOTHING[kind].text}</Text>
        <Button asChild minH="44px" variant="outline" colorPalette="accent">
          <RouterLink to={`/plans/${planId}/${NOTHING[kind].to}`}>{NOTHING[kind].act}</RouterLink>
        </Button>
      </Box>
    );
  }
  return (
    <Box w={{ base: "100%", lg: "196px" }} flex="none" className="no-print">
      <Flex justify="space-between" fontSize="14px" color="fg.muted" borderBottomWidth={{ base: "1px", lg: "0" }}>
        <span>Sheets, as walked</span>
        <span>passed</span>
      </Flex>
      <Box maxH={{ base: "150px", lg: "calc(100vh - 330px)" }} overflowY="auto" tabIndex={0} role="list" aria-label="Sheets">
        {sheets.map((sheet) => {
          const on = sheet.key === current;
          return (
            <Box key={sheet.key} role="listitem">
              <Button
                w="100%"
                h="auto"
                minH="44px"
                px="2"
                py="1"
                color="fg"
                variant="plain"
                justifyContent="start"
                alignItems="start"
                gap="2"
                borderRadius="0"
                borderLeftWidth="4px"
                borderColor={on ? "accent.solid" : "transparent"}
                bg={on ? "bg.panel" : undefined}
                aria-current={on ? "true" : undefined}
                data-sheet={sheet.name}
                onClick={() => onPick(sheet.key)}
              >
                <Box pt="3px">
                  <State tone={toneOf(sheet)} />
                </Box>
                <Box minW="0" flex="1" textAlign="start" lineHeight="1.2">
                  <Flex justify="space-between" gap="1">
                    <Mono fontWeight="700" fontSize="14px" truncate>
                      {sheet.name}
                    </Mono>
                    <Mono fontSize="14px" fontWeight="400">
                      {sheet.passed}/{sheet.rows}
                    </Mono>
                  </Flex>
                  <Text fontSize="13px" color="fg.muted" fontWeight="400" truncate>
                    {sheet.places[1] ?? "place not recorded"}
                  </Text>
                </Box>
              </Button>
            </Box>
          );
        })}
      </Box>
      {foot && (
        <Text fontSize="13px" mt="2" data-odds="">
          {foot}
        </Text>
      )}
    </Box>
  );
}

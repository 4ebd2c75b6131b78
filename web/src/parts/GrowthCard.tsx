/** What the same glass and joints would carry with other modules, and what stops the next speed. */
import { Box, Text } from "@chakra-ui/react";
import type { Growth } from "../api/client";
import { rate } from "../words/figures";
import { Said } from "../words/Said";

const SHOWN = 6;

export function GrowthCard({ growth }: { growth: Growth }) {
  const { carries, next_rate_gbps: next } = growth;
  const rest = carries.length - SHOWN;
  if (carries.length === 0 && next === null) return null;
  return (
    <Box as="article" bg="bg.panel" borderLeftWidth="4px" borderColor="border.emphasized" px="3" py="2.5" data-growth="">
      <Text fontWeight="700">Growth</Text>
      <Text fontSize="14px" color="fg.muted">
        {carries.length === 0 ? "This path carries nothing faster." : `With other modules this path also carries ${carries.slice(0, SHOWN).join(", ")}`}
        {rest > 0 && ` and ${rest} more`}
        {carries.length > 0 && "."}
      </Text>
      {next !== null && (
        <Text fontSize="14px" color="fg.muted" mt="1">
          <b>{rate(next)} is stopped</b> at {growth.next_application}: <Said text={growth.next_stopped_by} />
        </Text>
      )}
    </Box>
  );
}

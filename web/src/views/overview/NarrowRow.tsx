import { Box, Flex, Text } from "@chakra-ui/react";
import type { LinkSummary } from "../../api/client";
import { isIdle } from "../../api/visits";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { lengthNumber, plus, said } from "../../words/figures";
import { shownVerdict, VerdictMark, verdictOf } from "../../drawing/Mark";
import { Mono } from "../../words/Mono";

const ROW = 66;

/** On a phone: mark and name, what decides under it, the margin at the right. */
export function NarrowRow({ link, onOpen }: { link: LinkSummary; onOpen: () => void }) {
  const { unit } = useSettings();
  const state = useOpenPlan().states.get(link.id);
  const verdict = shownVerdict(link);
  const mark = verdictOf(verdict);
  const known = link.margin_db !== null && !link.voided;
  return (
    <Box asChild borderBottomWidth="1px" h={`${ROW}px`} w="100%" textAlign="start" data-link={link.id}>
      <button type="button" onClick={onOpen}>
        <Flex align="center" gap="3" h="100%">
          <VerdictMark verdict={verdict} size={18} />
          <Box flex="1" minW="0">
            <Text fontWeight="600" fontSize="16px" lineHeight="1.15" lineClamp={2}>
              {link.name}
              {!isIdle(state) && ` · ${state}`}
            </Text>
            <Text fontSize="13px" color="fg.muted" truncate>
              {link.decides ? said(link.decides, unit) : `${link.application}, ${lengthNumber(link.length_m, unit)} ${unit}`}
            </Text>
          </Box>
          <Text flex="none" textAlign="end" fontWeight="700" color={`${mark.tone}.fg`}>
            {known && verdict !== "unknown" ? <Mono>{plus(link.margin_db)} dB</Mono> : link.once ? "bright" : mark.word}
          </Text>
        </Flex>
      </button>
    </Box>
  );
}

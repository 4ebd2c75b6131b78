/** What takes the need at its ends, how the far device gets power, and speed that brings nothing. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { ChoiceView } from "../../api/choice";
import { money, rate } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { SeverityMark, VerdictMark } from "../../drawing/Mark";
import { Said } from "../../words/Said";

const WAYS: Record<string, string> = { mains: "mains at the place", pair: "a powered pair", composite: "copper in the cable", local: "a battery" };

interface Props {
  view: ChoiceView;
  onRate: (gbps: number) => void;
}

export function AtEnds({ view, onRate }: Props) {
  return (
    <Box fontSize="14px" lineHeight="1.35" data-ends="">
      {view.enough && (
        <Box bg="bg.panel" borderLeftWidth="4px" borderColor="accent.solid" px="3" py="2" mb="2" data-enough="">
          <Said text={view.enough.said} />{" "}
          <Button size="2xs" h="24px" px="1.5" fontSize="13px" variant="outline" colorPalette="accent" onClick={() => onRate(view.enough!.gbps)}>
            Ask for {rate(view.enough.gbps)}
          </Button>
        </Box>
      )}
      <Text fontWeight="700">At the ends</Text>
      {view.ends.map((end, i) => (
        <Box key={`${end.place} ${i}`} borderTopWidth="1px" py="1" data-end={i}>
          <Flex gap="1.5" align="start">
            {!end.certain && (
              <Box pt="1" color="warn.fg" flex="none">
                <SeverityMark severity="warn" size={12} />
              </Box>
            )}
            <Text>
              <b>{end.place}:</b> <Said text={end.said} />
            </Text>
          </Flex>
          {end.outfits.map((one) => (
            <Flex key={one.what} gap="2" pl="4">
              <Text flex="1">
                {one.what}
                {one.room > 0 ? `, room for ${one.room} more` : ", no room for another"}
                {one.in_bill ? " (in the bill)" : ""}
              </Text>
              <Mono>{money(one.total, view.currency)}</Mono>
            </Flex>
          ))}
        </Box>
      ))}
      {view.power.length > 0 && (
        <Box mt="2" data-power-ways="">
          <Text fontWeight="700">Power at the far end</Text>
          {view.power.map((one) => (
            <Box key={one.way} borderTopWidth="1px" py="1" data-way={one.way}>
              <Flex gap="2" align="center">
                <VerdictMark verdict={one.verdict} size={13} />
                <Text flex="1" fontWeight="600">
                  {WAYS[one.way] ?? one.way}
                </Text>
                {one.verdict !== "fails" && <Mono>{money(one.total, view.currency)}</Mono>}
              </Flex>
              <Text color="fg.muted" fontSize="13px">
                <Said text={one.said} />
              </Text>
            </Box>
          ))}
          <Text fontSize="13px" color="fg.muted">
            On top of the option. Power is for licensed electricians; the local code decides.
          </Text>
        </Box>
      )}
    </Box>
  );
}

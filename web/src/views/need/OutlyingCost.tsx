/** Home runs or one shared cable, for needs that start from one place: cost, and what a cut takes. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { Outlying } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, money } from "../../words/figures";
import { Mono } from "../../words/Mono";

const WORDS: Record<string, string> = { "home-run": "Home runs", shared: "One shared cable" };

export function OutlyingCost({ found }: { found: Outlying[] }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  return found.map((one) => (
    <Box key={one.hub} bg="bg.panel" borderWidth="1px" px="3" py="2" mb="2" fontSize="14px" data-outlying={one.hub}>
      <Text fontWeight="700">
        From {one.hub} to {one.places.length} places, cabling alone
      </Text>
      {one.layouts.map((layout) => (
        <Flex key={layout.school} gap="3" align="baseline" wrap={{ base: "wrap", lg: "nowrap" }}>
          <Text w="190px" flex="none" fontWeight={layout.taken ? 700 : 400}>
            {WORDS[layout.school]}
            {layout.taken ? " · house rule" : ""}
          </Text>
          <Mono w="110px" flex="none" textAlign="end" fontWeight={layout.taken ? 700 : 400}>
            {money(layout.total, plan.house_rules.currency)}
          </Mono>
          <Mono w="90px" flex="none" textAlign="end">
            {length(layout.cable_m, unit)}
          </Mono>
          <Text color="fg.muted">{layout.said}</Text>
        </Flex>
      ))}
      <Text data-hub={one.hub}>
        At {one.hub}: {one.counted.ports} ports of {one.counted.free} that are free and run the speed;{" "}
        {one.counted.switches === 0
          ? "no switch more"
          : `at least ${one.counted.switches === 1 ? "1 switch" : `${one.counted.switches} switches`} of 24 ports more, ${one.counted.uplinks} uplinks`}
        ; {one.counted.panels === 1 ? "1 panel" : `${one.counted.panels} panels`} of 24, {one.counted.rack_units} rack units;{" "}
        <Mono>{money(one.counted.total, plan.house_rules.currency)}</Mono>
      </Text>
      {one.left_out.length > 0 && <Text color="warn.fg">No recorded pathways lead to {one.left_out.join(", ")}: left out.</Text>}
    </Box>
  ));
}

/** What levels, counters, memories and lists say of a link, the gravest first. */
import { Box, Flex, Text } from "@chakra-ui/react";
import type { TurnUpLink } from "../../api/turnup";
import { SeverityMark, severityOf } from "../../drawing/Mark";
import { Said } from "../../words/Said";
import { WhyMore } from "../../words/WhyMore";

export function Notes({ link }: { link: TurnUpLink }) {
  return (
    <Flex direction="column" gap="2" mb="2">
      <Text fontWeight="700" color="fg.muted">
        Notes to this link
      </Text>
      {link.findings.length === 0 && (
        <Text fontSize="14px">
          {link.levels.some((one) => one.at !== null) ? "What was read says nothing against it." : "Nothing is read yet: nothing is said of it."}
        </Text>
      )}
      {link.findings.map((found, n) => {
        const look = severityOf(found.severity);
        return (
          <Box key={`${found.rule}${n}`} bg="bg.panel" borderLeftWidth="4px" borderColor={`${look.tone}.fg`} px="3" py="2" data-rule={found.rule}>
            <Flex align="center" gap="1.5" color={`${look.tone}.fg`} fontWeight="700" fontSize="13px">
              <SeverityMark severity={found.severity} size={13} /> {look.word}
            </Flex>
            <Text fontWeight="700">{found.title}</Text>
            <Text fontSize="14px">
              <Said text={found.said} />
            </Text>
            <Text fontSize="14px" mt="1">
              <Said text={found.do} />
            </Text>
            <WhyMore found={found} label="Why, and whose word" />
          </Box>
        );
      })}
      {link.earlier.length > 0 && (
        <Box bg="bg.panel" borderLeftWidth="4px" borderColor="warn.fg" px="3" py="2" data-earlier="">
          <Text fontWeight="700">Earlier ones are not clean</Text>
          <Text fontSize="14px">Add this one when they are: {link.earlier.slice(0, 4).join("; ")}.</Text>
        </Box>
      )}
    </Flex>
  );
}

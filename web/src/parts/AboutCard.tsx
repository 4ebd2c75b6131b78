/** A finding about the backbone, with what it is about and where to go. */
import { Box, Flex, Link, Text } from "@chakra-ui/react";
import type { AboutView } from "../api/plant";
import { SeverityMark, severityOf } from "../drawing/Mark";
import { WhyMore } from "../words/WhyMore";
import { Said } from "../words/Said";

interface Props {
  about: AboutView;
  onOpen?: () => void;
}

export function AboutCard({ about, onOpen }: Props) {
  const mark = severityOf(about.severity);
  return (
    <Box as="article" bg="bg.panel" borderLeftWidth="4px" borderColor={`${mark.tone}.fg`} px="3" py="2" data-rule={about.rule}>
      <Flex align="center" gap="1.5" wrap="wrap" color={`${mark.tone}.fg`} fontWeight="700" fontSize="13px">
        <SeverityMark severity={about.severity} size={13} />
        <span>{mark.word}</span>
        {onOpen ? (
          <Link asChild color="inherit" textDecoration="underline">
            <button type="button" onClick={onOpen}>
              {about.name}
            </button>
          </Link>
        ) : (
          <span>· {about.name}</span>
        )}
      </Flex>
      <Text fontWeight="700" lineHeight="1.25" mt="0.5">
        {about.title}
      </Text>
      <Text fontSize="14px" color="fg.muted" lineHeight="1.35" mt="0.5">
        <Said text={about.message} />
      </Text>
      <WhyMore found={about} label="Why" closed={about.do} />
    </Box>
  );
}

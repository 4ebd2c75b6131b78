/** A finding about the backbone, with what it is about and where to go. */
import { Box, Flex, Link, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { AboutView } from "../api/plant";
import { SeverityMark, severityOf } from "./Mark";

interface Props {
  about: AboutView;
  onOpen?: () => void;
}

export function AboutCard({ about, onOpen }: Props) {
  const [open, setOpen] = useState(false);
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
        {about.message}
      </Text>
      {open ? (
        <Box fontSize="13px" mt="1.5" lineHeight="1.4">
          <Text>
            <b>Why it matters.</b> {about.why}
          </Text>
          <Text mt="1">
            <b>What to do.</b> {about.do}
          </Text>
          <Text mt="1" color="fg.muted">
            {about.rule} · {about.source}
          </Text>
        </Box>
      ) : (
        <Text fontSize="14px" mt="1">
          {about.do}
        </Text>
      )}
      <Link asChild fontSize="13px" color="accent.fg" mt="1" fontWeight="600">
        <button type="button" onClick={() => setOpen(!open)} aria-expanded={open}>
          {open ? "Less" : "Why"}
        </button>
      </Link>
    </Box>
  );
}

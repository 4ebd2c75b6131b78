/** The way through the job: a deck with one pier for each step that is built. */
import { Box, Flex, Link as ChakraLink } from "@chakra-ui/react";
import { NavLink } from "react-router";
import { paint } from "../theme";
import { SeverityMark } from "./Mark";

export interface Pier {
  key: string;
  label: string;
  to: string;
  current: boolean;
  stop: number;
  warn: number;
}

/** The rope under the deck sags between two piers. */
function Rope() {
  return (
    <Box as="span" position="absolute" inset="0" pointerEvents="none" aria-hidden="true">
      <svg width="100%" height="14" viewBox="0 0 100 14" preserveAspectRatio="none">
        <path d="M0 0Q25 11 50 0Q75 11 100 0" fill="none" stroke={paint("border")} strokeWidth="2" vectorEffect="non-scaling-stroke" />
      </svg>
    </Box>
  );
}

/** How many findings of a severity are open; nothing where there are none. */
function Open({ severity, count }: { severity: "stop" | "warn"; count: number }) {
  if (count === 0) return null;
  return (
    <Flex gap="1" align="center" fontSize="13px" fontFamily="mono">
      <SeverityMark severity={severity} size={12} />
      {count}
    </Flex>
  );
}

function PierFoot({ pier }: { pier: Pier }) {
  return (
    <Flex position="relative" h="28px" justify="center" borderTopWidth="3px" borderColor="fg">
      <Rope />
      <Box
        position="absolute"
        left="50%"
        top="0"
        transform="translateX(-50%)"
        w={pier.current ? "12px" : "4px"}
        h={pier.current ? "26px" : "22px"}
        bg={pier.current ? "accent.solid" : "fg"}
      />
      <Flex position="absolute" left="calc(50% - 34px)" top="5px" w="22px" justify="end" display={{ base: "none", lg: "flex" }}>
        <Box as="span" fontFamily="mono" fontSize="12px" color="fg.muted">
          {pier.key}
        </Box>
      </Flex>
      {/* Without room for digit keys each side of the pier has one count; on a phone the gravest is all there is. */}
      <Flex position="absolute" right="calc(50% + 10px)" top="5px" display={{ base: "none", md: "flex", lg: "none" }}>
        <Open severity="stop" count={pier.stop} />
      </Flex>
      <Flex position="absolute" left={{ base: "calc(50% + 5px)", md: "calc(50% + 10px)", lg: "calc(50% + 12px)" }} top="5px" gap="3">
        <Box display={{ base: "block", md: "none", lg: "block" }}>
          <Open severity="stop" count={pier.stop} />
        </Box>
        <Box display={{ base: pier.stop ? "none" : "block", md: "block" }}>
          <Open severity="warn" count={pier.warn} />
        </Box>
      </Flex>
    </Flex>
  );
}

export function Footbridge({ piers }: { piers: Pier[] }) {
  return (
    <Box as="nav" aria-label="Steps of the job" className="no-print" flex="none">
      <Flex>
        <Box flex="0 0 10px" h="28px" alignSelf="end" borderTopWidth="3px" borderColor="fg" />
        {piers.map((pier) => (
          <Box key={pier.key} flex="1" minW="0">
            <ChakraLink
              asChild
              display="flex"
              justifyContent="center"
              alignItems="end"
              h="27px"
              lineHeight="1.3"
              pb="0.5"
              fontWeight="600"
              fontSize={pier.current ? { base: "13px", md: "18px" } : { base: "12px", md: "16px" }}
              whiteSpace="nowrap"
              color={pier.current ? "accent.fg" : "fg"}
              textDecoration="none"
              _hover={{ color: "accent.fg" }}
            >
              <NavLink to={pier.to} aria-current={pier.current ? "step" : undefined}>
                {pier.label}
              </NavLink>
            </ChakraLink>
            <PierFoot pier={pier} />
          </Box>
        ))}
        <Box flex="0 0 10px" h="28px" alignSelf="end" borderTopWidth="3px" borderColor="fg" />
      </Flex>
    </Box>
  );
}

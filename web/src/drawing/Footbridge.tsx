/** The way through the job: a deck with one pier for each step that is built. */
import { Box, Flex, Link as ChakraLink } from "@chakra-ui/react";
import { memo } from "react";
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
  /** The share of the step's things that want nothing more, 0 to 1; absent where nobody knows. */
  done?: number;
  /** What the step has and needs. */
  says?: string;
  /** Closed for this job: not needed here. */
  closed?: boolean;
}

/** The deck of one step: solid as far as the step is done, two thin rails where it is open. */
function Deck({ done }: { done: number }) {
  const share = `${Math.round(100 * done)}%`;
  return (
    <Box as="span" position="absolute" insetX="0" top="-5px" h="5px" aria-hidden="true" data-deck={share}>
      <Box as="span" position="absolute" left="0" top="0" h="5px" w={share} bg="fg" />
      <Box as="span" position="absolute" right="0" top="0" h="5px" left={share} borderTopWidth="1.5px" borderBottomWidth="1.5px" borderColor="fg" />
    </Box>
  );
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
    <Flex position="relative" h="28px" justify="center" mt="5px">
      <Deck done={pier.done ?? 1} />
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
      <Flex position="absolute" left={{ base: "calc(50% + 5px)", md: "calc(50% + 10px)" }} top="5px" gap={{ base: "3", lg: "1.5", xl: "2" }}>
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

/** A stub of the small deck: where findings hang, and a way there. */
function Stub({ pier }: { pier: Pier }) {
  const worst = pier.stop ? "stop" : pier.warn ? "warn" : null;
  return (
    <ChakraLink asChild flex="1" h="44px" display="flex" flexDirection="column" alignItems="center" gap="1" textDecoration="none">
      <NavLink to={pier.to} aria-label={pier.label} aria-current={pier.current ? "step" : undefined}>
        <Box w={pier.current ? "9px" : "3px"} h="11px" bg={pier.current ? "accent.solid" : "fg"} borderTopWidth="0" />
        {worst ? <SeverityMark severity={worst} size={12} /> : <Box h="12px" />}
      </NavLink>
    </ChakraLink>
  );
}

function Neighbour({ pier, side }: { pier: Pier | undefined; side: "before" | "after" }) {
  return (
    <Box flex="1" minW="0" textAlign={side === "before" ? "start" : "end"} pb="1">
      {pier && (
        <ChakraLink asChild fontSize="15px" fontWeight="600" color="fg" textDecoration="none" whiteSpace="nowrap" py="2">
          <NavLink to={pier.to}>
            {side === "before" && "◂ "}
            {pier.label}
            {side === "after" && " ▸"}
          </NavLink>
        </ChakraLink>
      )}
    </Box>
  );
}

/** On a phone: the pier that is open with its neighbours, and all of them as stubs of a small deck. */
function OnePier({ piers }: { piers: Pier[] }) {
  const at = piers.findIndex((pier) => pier.current);
  const pier = piers[at];
  return (
    <Box display={{ base: "block", md: "none" }} px="3">
      <Flex align="end" borderBottomWidth="4px" borderColor="fg">
        <Neighbour pier={pier ? piers[at - 1] : piers[0]} side="before" />
        <Box fontSize="21px" fontWeight="700" color={pier ? "accent.fg" : "fg.muted"} lineHeight="1.2" pb="0.5" whiteSpace="nowrap">
          {pier?.label ?? "beside the piers"}
        </Box>
        <Neighbour pier={pier ? piers[at + 1] : piers[1]} side="after" />
      </Flex>
      {pier && (
        <Flex position="relative" h="30px" justify="center">
          <Rope />
          <Box w="14px" h="30px" bg="accent.solid" />
          <Flex position="absolute" left="calc(50% + 20px)" top="6px" gap="3">
            <Open severity="stop" count={pier.stop} />
            <Open severity="warn" count={pier.warn} />
          </Flex>
        </Flex>
      )}
      <Flex mt="1" borderTopWidth="2px" borderColor="border.emphasized">
        {piers.map((one) => (
          <Stub key={one.key} pier={one} />
        ))}
      </Flex>
    </Box>
  );
}

/** Drawn anew only when a pier says something else: most edits leave the bridge as it is. */
export const Footbridge = memo(Bridge, (old, now) => JSON.stringify(old) === JSON.stringify(now));

function Bridge({ piers }: { piers: Pier[] }) {
  return (
    <Box as="nav" aria-label="Steps of the job" className="no-print" flex="none">
      <OnePier piers={piers} />
      <Flex display={{ base: "none", md: "flex" }}>
        <Box flex="0 0 10px" h="33px" alignSelf="end" borderTopWidth="5px" borderColor="fg" />
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
              color={pier.current ? "accent.fg" : pier.closed ? "fg.muted" : "fg"}
              textDecoration={pier.closed ? "line-through" : "none"}
              title={pier.closed ? `Not needed here. ${pier.says ?? ""}` : pier.says}
              _hover={{ color: "accent.fg" }}
            >
              <NavLink to={pier.to} aria-current={pier.current ? "step" : undefined}>
                {pier.label}
              </NavLink>
            </ChakraLink>
            <PierFoot pier={pier} />
          </Box>
        ))}
        <Box flex="0 0 10px" h="33px" alignSelf="end" borderTopWidth="5px" borderColor="fg" />
      </Flex>
    </Box>
  );
}

/** Find out next: every unknown and guess of the plan, what decides most per minute of looking first. */
import { Box, Button, Flex, Grid, Heading, Link, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink, useNavigate } from "react-router";
import type { Unknown } from "../../api/looking";
import { useUnknownCount, useUnknowns } from "../../api/looking";
import { useKeys } from "../../app/keyboard";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, money } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { Problem } from "../../parts/Problem";
import { Said } from "../../words/Said";
import { whereAnswered } from "./where";

const NOW = { works: "works now", tight: "is tight now", fails: "fails now", unknown: "is not known now" };
const MAY = { works: "may work", tight: "may be tight", fails: "may fail", unknown: "may stay open" };

export function FindOut() {
  const { plan, links } = useOpenPlan();
  const navigate = useNavigate();
  const found = useUnknowns(plan.id, plan.revision);
  const [at, setAt] = useState(0);
  const home = `/plans/${plan.id}`;
  const list = found.data?.unknowns ?? [];
  const move = (step: number) => () => setAt(Math.min(list.length - 1, Math.max(0, at + step)));
  const open = (one: Unknown | undefined) => {
    if (one) void navigate(whereAnswered(home, one));
  };
  useKeys({ j: move(1), k: move(-1), Enter: () => open(list[at]) });
  const minutes = list.reduce((sum, one) => sum + one.minutes, 0);
  return (
    <Flex direction="column" flex="1" minH="0" px="4" pt="2" className="print-whole">
      <Flex align="baseline" gap="3" wrap="wrap" mb="2">
        <Heading as="h1" fontSize="28px" lineHeight="1.15" data-answer="">
          {answer(found.isPending, list.length, found.data?.turning ?? 0, links.length === 0)}
        </Heading>
        {list.length > 0 && <Text color="fg.muted">{hours(minutes)} of looking in all, ways between places not counted</Text>}
        <Button ml="auto" size="sm" h="32px" variant="outline" colorPalette="accent" className="no-print" onClick={() => window.print()}>
          Print the list
        </Button>
      </Flex>
      <Problem text={found.error?.message ?? null} />
      {found.data && list.length === 0 && (
        <Text maxW="70ch">
          {links.length === 0
            ? "What is not known shows here as soon as places, cables or links are in the plan."
            : "Nothing in this plan is recorded as a guess, and no figure that a rule needs is missing. What nobody wrote down at all cannot be listed: see that the survey is whole."}
        </Text>
      )}
      <Box flex="1" minH="0" overflowY="auto" pb="4" className="print-whole" role="list" aria-label="Find out next">
        {list.map((one, n) => (
          <Row key={`${one.rule} ${one.kind} ${one.name}`} one={one} on={n === at} to={whereAnswered(home, one)} />
        ))}
      </Box>
    </Flex>
  );
}

function answer(pending: boolean, count: number, turning: number, empty: boolean): string {
  if (pending) return "Looking for what is not known …";
  if (count === 0) return empty ? "Nothing is in this plan yet" : "No unknown is recorded";
  const things = count === 1 ? "1 thing to find out" : `${count} things to find out`;
  if (turning === 0) return `${things}; no verdict hangs on them`;
  return `${things}; ${turning === 1 ? "1 link" : `${turning} links`} could turn`;
}

const hours = (minutes: number) => (minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`);

function Row({ one, on, to }: { one: Unknown; on: boolean; to: string }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const turning = one.links.filter((link) => link.turns);
  const still = one.links.length - turning.length;
  const hangs = [
    one.spread_m > 0 &&
      `${one.kind === "cable" ? "at worst" : "up to"} ${length(one.spread_m, unit)} of ${one.kind === "cable" ? "new cable" : "cable more or less"}`,
    one.cost !== null && `0 to ${money(one.cost, plan.house_rules.currency)}`,
    still > 0 && `${turning.length ? "and " : ""}${still === 1 ? "1 link" : `${still} links`} whose verdict stays`,
  ].filter(Boolean);
  return (
    <Grid
      role="listitem"
      templateColumns={{ base: "1fr", lg: "minmax(260px, 1.1fr) minmax(240px, 1fr) minmax(220px, 0.9fr) 96px" }}
      columnGap="4"
      rowGap="0.5"
      px="2"
      py="2"
      borderTopWidth="1px"
      bg={on ? "bg.panel" : undefined}
      outline={on ? "2px solid" : undefined}
      outlineColor="accent.solid"
      outlineOffset="-2px"
      data-unknown={one.rule}
    >
      <Box>
        <Text fontWeight="700">
          {one.kind === "application" || one.kind === "link" ? one.name : `${one.kind.charAt(0).toUpperCase()}${one.kind.slice(1)} ${one.name}`}
        </Text>
        <Text fontSize="14px">
          <Said text={one.said} />
        </Text>
      </Box>
      <Text>
        {one.do} <Mono color="fg.muted">{one.minutes} min</Mono>
      </Text>
      <Box fontSize="14px">
        {turning.slice(0, 3).map((link) => (
          <Text key={link.link_id}>
            {one.kind === "link" ? "It" : <b>{link.name}</b>} {NOW[link.now]},{" "}
            {link.could
              .filter((v) => v !== link.now)
              .map((v) => MAY[v])
              .join(" or ")}
          </Text>
        ))}
        {turning.length > 3 && <Text>and {turning.length - 3} more that could turn</Text>}
        <Text color="fg.muted">{hangs.length ? hangs.join(" · ") : turning.length ? "" : "No link hangs on it yet"}</Text>
      </Box>
      <Link asChild color="accent.fg" fontWeight="600" className="no-print" minH={{ base: "40px", lg: "auto" }} alignItems="start">
        <RouterLink to={to}>Answer it</RouterLink>
      </Link>
    </Grid>
  );
}

/** The way to the list from a headline, with the number of things on it. */
export function FindOutKey() {
  const { plan } = useOpenPlan();
  const count = useUnknownCount(plan.id, plan.revision).data?.count;
  if (!count) return null;
  return (
    <Button asChild size="xs" h="30px" variant="outline" colorPalette="accent" className="no-print">
      <RouterLink to={`/plans/${plan.id}/unknowns`}>
        Find out next: {count} <Mono fontSize="12px">o</Mono>
      </RouterLink>
    </Button>
  );
}

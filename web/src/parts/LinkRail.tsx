/** The rail of links: verdict and margin at a glance, filter and sort. */
import { Box, Flex, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { memo, useEffect, useRef } from "react";
import { NavLink } from "react-router";
import type { LinkSummary } from "../api/client";
import { isIdle, type State } from "../api/visits";
import { useOpenPlan, type SortKey } from "../app/planContext";
import { MarginTick } from "../drawing/MarginBar";
import { shownVerdict, VerdictMark } from "../drawing/Mark";
import { Mono } from "../words/Mono";

const ROW = 64;

interface RailRowProps {
  link: LinkSummary;
  current: boolean;
  to: string;
  state: State | undefined;
}

const RailRow = memo(function RailRow({ link, current, to, state }: RailRowProps) {
  return (
    <Box
      asChild
      display="block"
      h={`${ROW - 4}px`}
      px="2"
      py="1"
      borderLeftWidth="4px"
      borderColor={current ? "accent.solid" : "transparent"}
      bg={current ? "bg.panel" : undefined}
      _hover={{ bg: "bg.muted" }}
    >
      <NavLink to={to} title={link.name} aria-current={current ? "page" : undefined}>
        <Flex align="center" gap="2">
          <VerdictMark verdict={shownVerdict(link)} />
          <Text flex="1" lineClamp={2} lineHeight="1.15" fontWeight={current ? 700 : 500} fontSize="14px">
            {link.name}
          </Text>
        </Flex>
        <Flex align="center" gap="2" pl="23px">
          <Mono flex="1" truncate fontSize="12px" color="fg.muted">
            {link.application}
          </Mono>
          {!isIdle(state) && (
            <Text as="span" fontSize="12px" fontWeight="600" data-state={state}>
              {state}
            </Text>
          )}
          <MarginTick margin={link.margin_db} verdict={shownVerdict(link)} />
        </Flex>
      </NavLink>
    </Box>
  );
});

/** `view` is the step that a link opens in; Light where none is said. `whole`: as wide and high as what holds it. */
export function LinkRail({ current, view, whole }: { current: string | null; view?: string; whole?: boolean }) {
  const { plan, shown, links, filter, setFilter, sort, setSort, states } = useOpenPlan();
  const scroller = useRef<HTMLDivElement>(null);
  // The virtualizer hands out functions that must not be memoised; the rule can't see that.
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: 8,
  });
  const at = shown.findIndex((l) => l.id === current);
  useEffect(() => {
    // Scrolling makes the browser lay everything out: after the verdict has been painted.
    const later = setTimeout(() => at >= 0 && rows.scrollToIndex(at, { align: "auto" }), 60);
    return () => clearTimeout(later);
    // only when another link is opened or the order changes
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [at]);
  return (
    <Flex
      as="aside"
      direction="column"
      w={whole ? "100%" : "236px"}
      h={whole ? "100%" : undefined}
      flex="none"
      minH="0"
      aria-label="Links"
      className="no-print"
    >
      <Flex gap="1" mb="1" align="center">
        <Input
          id="find"
          size="xs"
          placeholder="Find a link  /"
          aria-label="Find a link"
          value={filter}
          onChange={(e) => setFilter(e.target.value)}
          onKeyDown={(e) => e.key === "Escape" && (setFilter(""), e.currentTarget.blur())}
          bg="bg.panel"
        />
        <NativeSelect.Root size="xs" w="92px" flex="none">
          <NativeSelect.Field aria-label="Sort links" value={sort} onChange={(e) => setSort(e.target.value as SortKey)} bg="bg.panel">
            <option value="margin">margin</option>
            <option value="name">name</option>
            <option value="plan">as added</option>
          </NativeSelect.Field>
          <NativeSelect.Indicator />
        </NativeSelect.Root>
      </Flex>
      <Text fontSize="12px" color="fg.muted" px="1" mb="1">
        {shown.length === links.length ? `${links.length} links` : `${shown.length} of ${links.length} links`}
      </Text>
      <Box ref={scroller} overflowY="auto" flex="1" minH="0">
        <Box position="relative" h={`${rows.getTotalSize()}px`}>
          {rows.getVirtualItems().map((row) => {
            const link = shown[row.index];
            if (!link) return null;
            return (
              <Box key={link.id} position="absolute" insetX="0" top={`${row.start}px`}>
                <RailRow
                  link={link}
                  current={link.id === current}
                  state={states.get(link.id)}
                  to={`/plans/${plan.id}/links/${link.id}${view ? `/${view}` : ""}`}
                />
              </Box>
            );
          })}
        </Box>
        {shown.length === 0 && (
          <Text px="2" py="3" color="fg.muted">
            {links.length ? "No link matches." : "No links yet."}
          </Text>
        )}
      </Box>
    </Flex>
  );
}

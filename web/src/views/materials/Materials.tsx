/** The Materials pier: what to buy in the order of ordering, and for a cable where to cut. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { memo, useCallback } from "react";
import { Link as RouterLink, useSearchParams } from "react-router";
import { useMaterials, type MaterialLine, type MaterialsView } from "../../api/materials";
import { useKeys } from "../../app/keyboard";
import { useOpenPlan } from "../../app/planContext";
import { useNarrow } from "../../parts/narrow";
import { Problem } from "../../parts/Problem";
import { cents } from "../../words/figures";
import { Toggle } from "../../forms/Toggle";
import { Grouped } from "./Grouped";
import { grouping, keyOf } from "./groups";
import { LineDetail } from "./LineDetail";
import { Lines } from "./Lines";

export function Materials() {
  const { plan } = useOpenPlan();
  const [search, setSearch] = useSearchParams();
  const made = useMaterials(plan.id, plan.revision);
  const lines = made.data?.lines ?? [];
  const at = Math.max(
    0,
    lines.findIndex((line) => keyOf(line) === search.get("line")),
  );
  const current = lines[at];
  const picked = search.has("line");
  const narrow = useNarrow();
  const by = grouping(search.get("by"));
  const pick = useCallback(
    (line: MaterialLine | undefined) => {
      if (line) setSearch({ ...(by !== "kind" && { by }), line: keyOf(line) }, { replace: true });
    },
    [by, setSearch],
  );
  const groupBy = (value: string) => setSearch(value === "kind" ? {} : { by: value }, { replace: true });
  useKeys({ j: () => pick(lines[at + 1]), k: () => pick(lines[at - 1]) });
  return (
    <Flex direction="column" flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" className="print-whole">
      <Flex align="baseline" gap={{ base: "1", md: "3" }} mb="2" wrap="wrap">
        <Heading as="h1" fontSize={{ base: "24px", md: "28px" }} lineHeight="1.15" data-answer="">
          {answer(made.data)}
        </Heading>
        {made.data && lines.length > 0 && (
          <Text color="fg.muted" flex="1" minW="200px">
            {rest(made.data)}
          </Text>
        )}
        <Flex ml="auto" gap="2" className="no-print">
          <Button asChild size="sm" h="32px" variant="outline" colorPalette="accent">
            <RouterLink to={`/plans/${plan.id}/papers`}>Papers, labels, prices …</RouterLink>
          </Button>
          <Button size="sm" h="32px" variant="outline" colorPalette="accent" onClick={() => window.print()}>
            Print the list
          </Button>
        </Flex>
      </Flex>
      <Problem text={made.error?.message ?? null} />
      {made.data && lines.length === 0 && (
        <Text maxW="70ch">Nothing has to be bought yet: the list fills by itself as cables, links and panels come into the plan.</Text>
      )}
      {made.data && lines.length > 0 && (
        <Flex
          flex="1"
          minH="0"
          gap="4"
          direction={{ base: "column", lg: "row" }}
          overflowY={{ base: "auto", lg: "hidden" }}
          className="print-whole print-column"
        >
          <Box
            flex={{ base: "none", lg: "1" }}
            minW="0"
            overflowY={{ lg: "auto" }}
            overflowX="auto"
            pb="4"
            className="print-whole"
            tabIndex={0}
            role="region"
            aria-label="Lines of the list"
          >
            <NotCounted cut={made.data.not_cut} open={made.data.open} />
            <Flex mb="1" className="no-print">
              <Toggle
                label="Grouped"
                value={by}
                options={[
                  { value: "kind", label: "By kind" },
                  { value: "place", label: "By place" },
                  { value: "for", label: "By cable and link" },
                  { value: "visit", label: "By visit" },
                ]}
                onChange={groupBy}
              />
            </Flex>
            <Waiting waiting={made.data.waiting} currency={made.data.currency} />
            {by === "kind" ? <Lines lines={lines} current={current} onPick={pick} /> : <Grouped lines={lines} by={by} current={current} onPick={pick} />}
          </Box>
          {current && (picked || !narrow) && <LineDetail key={keyOf(current)} line={current} view={made.data} />}
        </Flex>
      )}
    </Flex>
  );
}

function answer(view: MaterialsView | undefined): string {
  if (!view) return "Counting what the plan takes …";
  const buy = view.lines.filter((line) => line.buy > 0 || line.ends > 0).length;
  if (view.lines.length === 0) return "Nothing to buy yet";
  if (view.total !== null) return `${buy} lines to buy: ${cents(view.total)} ${view.currency}`;
  return `${buy} lines to buy: ${cents(view.known_total)} ${view.currency} known, no total yet`;
}

function rest(view: MaterialsView): string {
  const parts = [];
  if (view.unpriced) parts.push(`${view.unpriced} without a price`);
  if (view.open.length) parts.push(`${view.open.length} not counted: not recorded`);
  const cost = view.labour === null ? "no price" : `${cents(view.labour)} ${view.currency}`;
  parts.push(`work ${view.hours} h, ${cost}, beside it`);
  return parts.join(" · ");
}

/** What nothing was bought for, because nobody recorded what it takes. */
const NotCounted = memo(function NotCounted({ cut, open }: { cut: MaterialsView["not_cut"]; open: MaterialsView["open"] }) {
  const told = [...cut.map((one) => `${one.name}: ${one.why}`), ...open.map((one) => one.why)];
  if (told.length === 0) return null;
  return (
    <Box borderLeftWidth="4px" borderColor="warn.fg" bg="bg.panel" px="3" py="2" mb="2" fontSize="14px" data-open="">
      <details>
        <summary style={{ cursor: "pointer", fontWeight: 600 }}>
          Not counted: {told.length === 1 ? "1 thing is" : `${told.length} things are`} not recorded
        </summary>
        {told.map((one) => (
          <Text key={one}>{one}</Text>
        ))}
      </details>
    </Box>
  );
});

/** Strands that the house rule leaves coiled, and what ending them would take. */
const Waiting = memo(function Waiting({ waiting, currency }: { waiting: MaterialsView["waiting"]; currency: string }) {
  if (waiting.length === 0) return null;
  const strands = waiting.reduce((sum, one) => sum + one.strands, 0);
  return (
    <Box borderLeftWidth="4px" borderColor="border.emphasized" bg="bg.panel" px="3" py="2" mb="2" fontSize="14px" data-waiting="">
      <details>
        <summary style={{ cursor: "pointer", fontWeight: 600 }}>
          Glass that waits: {strands} strands are left coiled, spare, and not free before they are ended
        </summary>
        {waiting.map((one) => (
          <Text key={one.cable}>
            <b>{one.cable}</b>: {one.strands} strands{one.at.length > 0 && `, coiled at ${one.at.join(" and ")}`};{" "}
            {one.takes.length === 0
              ? "how these would be ended is not recorded"
              : `ending them takes ${one.takes.map((part) => `${part.quantity} ${part.what}`).join(", ")}: ${
                  one.cost === null ? "no price" : `${cents(one.cost)} ${currency}`
                } in a visit of its own`}
          </Text>
        ))}
      </details>
    </Box>
  );
});

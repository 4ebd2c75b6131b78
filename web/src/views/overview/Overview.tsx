/** All links of the plan in one dense table: which would come up, and what decides. */
import { Box, Button, Flex, Grid, Heading, Input, Text } from "@chakra-ui/react";
import { useVirtualizer } from "@tanstack/react-virtual";
import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import type { LinkSummary } from "../../api/client";
import { isIdle } from "../../api/visits";
import { useKeys } from "../../app/keyboard";
import { usePrinting } from "../../app/Paper";
import { useOpenPlan, type SortKey } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { BASIS, db, lengthNumber, plus, said } from "../../words/figures";
import { UsedBar } from "../../drawing/MarginBar";
import { SeverityMark, shownVerdict, VerdictMark, verdictOf } from "../../drawing/Mark";
import { Mono } from "../../words/Mono";
import { useNarrow } from "../../parts/narrow";
import { CopperRuns } from "./CopperRuns";
import { FixSheet } from "./FixSheet";
import { FindOutKey } from "../looking/FindOut";
import { EmptyPlan } from "./EmptyPlan";
import { NarrowRow } from "./NarrowRow";
import { PlanFindings } from "./PlanFindings";
import { Verdicts } from "./Verdicts";

const ROW = 42;
/** On a narrow screen only what decides stays: verdict and margin beside the name. */
const COLUMNS = {
  base: "minmax(190px,1.5fr) minmax(100px,0.8fr) 58px 58px 90px minmax(120px,1.1fr)",
  lg: "minmax(236px,1.2fr) minmax(112px,0.7fr) 82px 60px 40px 54px 52px 88px 58px 88px minmax(220px,1.6fr)",
};

export function answerOf(links: LinkSummary[]): { answer: string; rest: string } {
  const count = (verdict: LinkSummary["verdict"]) => links.filter((l) => l.verdict === verdict).length;
  const tight = count("tight");
  const up = count("works") + tight;
  const said = [
    [count("fails"), "fail"],
    [count("unknown"), "unknown"],
    [tight, "tight"],
    [links.filter((l) => l.once).length, "too bright"],
  ] as const;
  const rest = said.filter(([n]) => n > 0).map(([n, word]) => `${n} ${word}`);
  return {
    answer: links.length === 0 ? "No links in this plan" : `${up} of ${links.length} link${links.length === 1 ? "" : "s"} would come up`,
    rest: rest.join(", "),
  };
}

/** Shown from the design width on; paper is narrower. */
const WIDE = { base: "none", lg: "block" } as const;

function Head({ children, end, sort, wide }: { children: React.ReactNode; end?: boolean; sort?: SortKey; wide?: boolean }) {
  const { sort: current, setSort } = useOpenPlan();
  const style = { fontSize: "13px", fontWeight: 700, color: "fg.muted", textAlign: end ? "end" : "start" } as const;
  if (!sort) {
    return (
      <Text role="columnheader" display={wide ? WIDE : undefined} {...style}>
        {children}
      </Text>
    );
  }
  return (
    <Box role="columnheader" aria-sort={current === sort ? "ascending" : "none"} textAlign={style.textAlign}>
      <Button variant="plain" size="xs" h="auto" p="0" minW="0" {...style} onClick={() => setSort(sort)}>
        {children}
        {current === sort ? " ▴" : ""}
      </Button>
    </Box>
  );
}

/** The two places, where the link's name does not say them already. */
function endsOf(link: LinkSummary): string | null {
  const places = [link.a_place, link.b_place].filter((p): p is string => p !== null);
  if (places.every((place) => link.name.includes(place))) return null;
  return places.join(" – ");
}

function Row({ link, on, onOpen }: { link: LinkSummary; on: boolean; onOpen: () => void }) {
  const { unit } = useSettings();
  const state = useOpenPlan().states.get(link.id);
  const verdict = shownVerdict(link);
  const mark = verdictOf(verdict);
  return (
    <Grid
      role="row"
      templateColumns={COLUMNS}
      columnGap="2.5"
      h={`${ROW}px`}
      alignItems="center"
      px="2"
      borderBottomWidth="1px"
      cursor="pointer"
      bg={on ? "bg.panel" : undefined}
      boxShadow={on ? "inset 4px 0 0 var(--chakra-colors-accent-solid)" : undefined}
      _hover={{ bg: "bg.muted" }}
      onClick={onOpen}
      data-link={link.id}
    >
      <Text role="cell" fontWeight="600" title={link.name} fontSize="14px" lineHeight="1.2" lineClamp={2}>
        <button
          type="button"
          onClick={(e) => {
            e.stopPropagation();
            onOpen();
          }}
          style={{ font: "inherit", color: "inherit", width: "100%", textAlign: "start" }}
        >
          {link.name}
          {endsOf(link) && (
            <Text as="span" fontWeight="400" color="fg.muted" fontSize="13px">
              {" "}
              {endsOf(link)}
            </Text>
          )}
          {!isIdle(state) && (
            <Text as="span" fontSize="13px" data-state={state}>
              {" "}
              · {state}
            </Text>
          )}
        </button>
      </Text>
      <Text role="cell" truncate fontSize="14px" title={link.application}>
        {link.application}
      </Text>
      <Text role="cell" truncate fontSize="14px" display={WIDE}>
        {link.glass}
      </Text>
      <Mono role="cell" textAlign="end">
        {lengthNumber(link.length_m, unit)}
      </Mono>
      <Mono role="cell" textAlign="end" color="fg.muted" display={WIDE}>
        {Math.round(link.wavelength_nm)}
      </Mono>
      <Mono role="cell" textAlign="end" display={WIDE}>
        {db(link.loss_db)}
      </Mono>
      <Mono role="cell" textAlign="end" color="fg.muted" display={WIDE}>
        {db(link.limit_db)}
      </Mono>
      <Box role="cell" display={WIDE}>
        <UsedBar used={link.used} verdict={verdict} voided={link.voided} />
      </Box>
      <Mono role="cell" textAlign="end" fontWeight="700">
        {link.voided ? <span title="A joint of this link loses more than any table says: no margin holds">—</span> : plus(link.margin_db)}
      </Mono>
      <Flex role="cell" align="center" gap="1.5">
        <VerdictMark verdict={verdict} />
        <Text color={`${mark.tone}.fg`} fontWeight="600">
          {link.once ? "bright" : mark.word}
        </Text>
      </Flex>
      <Flex role="cell" align="center" gap="2" minW="0">
        <Findings counts={link.counts} />
        <Text lineClamp={2} color="fg.muted" fontSize="13px" lineHeight="1.25" title={link.decides ? said(link.decides, unit) : undefined}>
          {link.decides ? said(link.decides, unit) : link.uncertain ? "check the data sheet" : ""}
        </Text>
      </Flex>
    </Grid>
  );
}

function Findings({ counts }: { counts: LinkSummary["counts"] }) {
  const shown = (["stop", "warn", "note"] as const).filter((s) => counts[s] > 0);
  return (
    <Flex gap="1.5" flex="none">
      {shown.map((severity) => (
        <Flex key={severity} align="center" gap="0.5">
          <SeverityMark severity={severity} size={11} />
          <Mono fontSize="12px">{counts[severity]}</Mono>
        </Flex>
      ))}
    </Flex>
  );
}

export function Overview() {
  const { plan, links, shown, filter, setFilter } = useOpenPlan();
  const { unit } = useSettings();
  const navigate = useNavigate();
  const scroller = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState(0);
  const [fixing, setFixing] = useState(false);
  const printing = usePrinting();
  const narrow = useNarrow() && !printing;
  // eslint-disable-next-line react-hooks/incompatible-library
  const rows = useVirtualizer({
    count: shown.length,
    getScrollElement: () => scroller.current,
    estimateSize: () => ROW,
    overscan: printing ? shown.length : 12,
  });
  const { answer, rest } = answerOf(links);
  const open = (link: LinkSummary | undefined) => {
    if (link) void navigate(`/plans/${plan.id}/links/${link.id}`);
  };
  const move = (step: number) => () => {
    const next = Math.min(shown.length - 1, Math.max(0, at + step));
    setAt(next);
    rows.scrollToIndex(next);
  };
  const add = () => void navigate(`/plans/${plan.id}/need?need=new`);
  useKeys({ f: () => setFixing(true), j: move(1), k: move(-1), Enter: () => open(shown[at]) });
  const basis = BASIS[plan.house_rules.loss_basis].word;
  return (
    <Flex direction="column" flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" overflowY={{ base: "auto", md: "visible" }} className="print-whole">
      <Flex align="baseline" gap={{ base: "1", md: "3" }} mb="2" wrap="wrap">
        <Heading as="h1" fontSize={{ base: "24px", md: "28px" }} lineHeight="1.15" data-answer="">
          {answer}
        </Heading>
        <Text color="fg.muted">{[rest, `judged by ${basis}`].filter(Boolean).join(" · ")}</Text>
        <Flex ml={{ base: "0", md: "auto" }} gap="2" alignSelf="center" wrap="wrap" className="no-print">
          <Input
            id="find"
            size="sm"
            w={{ base: "150px", md: "180px" }}
            h="32px"
            bg="bg.panel"
            placeholder="Name, place, cable  /"
            aria-label="Find a link"
            value={filter}
            onChange={(e) => setFilter(e.target.value)}
            onKeyDown={(e) => e.key === "Escape" && (setFilter(""), e.currentTarget.blur())}
          />
          <FindOutKey />
          {links.some((l) => l.verdict === "fails") && (
            <Button size="sm" h="32px" variant="outline" colorPalette="accent" onClick={() => setFixing(true)}>
              Fix what remedies cure <Mono fontSize="12px">f</Mono>
            </Button>
          )}
          <Button size="sm" h="32px" colorPalette="accent" onClick={add}>
            Add a link <Mono fontSize="12px">n</Mono>
          </Button>
        </Flex>
      </Flex>
      {fixing && <FixSheet onClose={() => setFixing(false)} />}
      <PlanFindings />
      <CopperRuns />
      <Verdicts />
      {links.length === 0 ? (
        <EmptyPlan />
      ) : (
        <Box flex={{ base: "none", md: "1" }} minH="0" overflowX="auto" className="print-whole">
          {narrow && shown.map((link) => <NarrowRow key={link.id} link={link} onOpen={() => open(link)} />)}
          {!narrow && (
            <Flex direction="column" role="table" aria-label="Links" minW={{ base: "700px", lg: "1180px" }} h="100%" className="print-whole">
              <Grid role="row" templateColumns={COLUMNS} columnGap="2.5" px="2" pb="1" alignItems="end" borderBottomWidth="2px" borderColor="fg">
                <Head sort="name">Link</Head>
                <Head>Application</Head>
                <Head wide>Glass</Head>
                <Head end>{unit === "m" ? "m" : "ft"}</Head>
                <Head end wide>
                  nm
                </Head>
                <Head end wide>
                  Loss dB
                </Head>
                <Head end wide>
                  Limit
                </Head>
                <Head wide>of the limit</Head>
                <Head end sort="margin">
                  Left dB
                </Head>
                <Head>Verdict</Head>
                <Head>What decides</Head>
              </Grid>
              <Box ref={scroller} role="rowgroup" flex="1" minH="0" overflowY="auto" className="print-whole">
                <Box position="relative" h={printing ? "auto" : `${rows.getTotalSize()}px`}>
                  {rows.getVirtualItems().map((row) => {
                    const link = shown[row.index];
                    return (
                      link && (
                        <Box key={link.id} position={printing ? "static" : "absolute"} insetX="0" top={`${row.start}px`}>
                          <Row link={link} on={row.index === at} onOpen={() => open(link)} />
                        </Box>
                      )
                    );
                  })}
                </Box>
                {shown.length === 0 && (
                  <Text py="6" color="fg.muted">
                    No link matches “{filter}”.{" "}
                    <Button size="xs" variant="outline" colorPalette="accent" onClick={() => setFilter("")}>
                      Show all
                    </Button>
                  </Text>
                )}
              </Box>
            </Flex>
          )}
        </Box>
      )}
    </Flex>
  );
}

/** The Polarity view: each strand from port to port, and the one part to change. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useNavigate, useParams } from "react-router";
import type { Edit, PolarityView, RemedyView } from "../../api/client";
import { useEditLink, useLink } from "../../api/plan";
import { usePolarity, usePolarityAfter } from "../../api/polarity";
import { useKeys } from "../../app/keyboard";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { FindingCard } from "../../parts/FindingCard";
import { LinkRail } from "../../parts/LinkRail";
import { RailDrawer } from "../../parts/RailDrawer";
import { AsFound } from "./AsFound";
import { Methods } from "./Methods";
import { StrandDrawing } from "./StrandDrawing";
import { StrandTable } from "./StrandTable";

const TONES: Record<string, string> = { crossed: "fg", straight: "stop.fg", mixed: "stop.fg", unknown: "warn.fg" };

export function Polarity() {
  const { linkId } = useParams();
  const { plan, shown } = useOpenPlan();
  const navigate = useNavigate();
  const { say, refuse } = useNotice();
  const number = linkId ?? "";
  const link = useLink(plan.id, number);
  const traced = usePolarity(plan.id, number, plan.revision);
  const edit = useEditLink(plan.id);
  const [lit, setLit] = useState<number | null>(null);
  const [trying, setTrying] = useState<RemedyView | null>(null);
  const after = usePolarityAfter(plan.id, number, plan.revision, trying ? trying.edits : null);
  const step = (by: number) => () => {
    const next = shown[shown.findIndex((l) => l.id === number) + by];
    if (next) void navigate(`/plans/${plan.id}/links/${next.id}/polarity`);
  };
  const count = traced.data?.strands.length ?? 0;
  const walk = (by: number) => () => {
    if (count) setLit((old) => (old === null ? (by > 0 ? 0 : count - 1) : (old + by + count) % count));
  };
  useKeys({ j: step(1), k: step(-1), ArrowDown: walk(1), ArrowUp: walk(-1), Escape: () => setLit(null) });
  const apply = (edits: Edit[], label: string) => void edit.mutateAsync({ link_id: number, edits }).then(() => say(`Applied: ${label}. Undo with u.`), refuse);
  const view = traced.data;
  const problem = (view ? null : traced.error) ?? (link.data ? null : link.error);
  const findings = (link.data?.findings ?? []).filter((f) => f.explained_by === null && /^(polarity|mate|port\.breakout)/.test(f.rule));
  return (
    <Flex
      flex="1"
      minH="0"
      gap="4"
      px="4"
      pt="2"
      direction={{ base: "column", md: "row" }}
      overflowY={{ base: "auto", md: "visible" }}
      className="print-whole print-column"
    >
      <Box hideBelow="lg" display={{ lg: "flex" }} minH="0" className="no-print">
        <LinkRail current={number} view="polarity" />
      </Box>
      {problem && (
        <Box p="4">
          <Heading as="h1" size="lg">
            This link cannot be shown
          </Heading>
          <Text mt="1">{problem.message}</Text>
        </Box>
      )}
      {!view && !problem && (
        <Heading as="h1" p="4" fontSize="18px">
          Tracing the strands …
        </Heading>
      )}
      {view && link.data && (
        <>
          <Flex
            as="section"
            direction="column"
            flex={{ base: "none", md: "1" }}
            minW="0"
            minH="0"
            overflowY={{ md: "auto" }}
            aria-label="Polarity"
            className="print-whole"
            pb="4"
          >
            <Flex align="center" gap="2">
              <Text fontSize="14px" color="fg.muted" fontWeight="600">
                {link.data.summary.name}
              </Text>
              <RailDrawer current={number} view="polarity" />
              <Flex ml="auto" gap="0.5" className="no-print">
                <Button size="xs" h="22px" variant="ghost" colorPalette="accent" hideFrom="lg" onClick={step(-1)}>
                  ‹ Previous
                </Button>
                <Button size="xs" h="22px" variant="ghost" colorPalette="accent" hideFrom="lg" onClick={step(1)}>
                  Next ›
                </Button>
                <Button size="xs" h="22px" variant="ghost" colorPalette="accent" onClick={() => window.print()}>
                  Print for the van
                </Button>
              </Flex>
            </Flex>
            <Heading as="h1" fontSize="28px" lineHeight="1.15" color={view.rows === 1 ? "fg" : TONES[view.polarity]} data-answer="">
              {view.answer}
            </Heading>
            <Text color="fg.muted" mb="1">
              {said(view)}
            </Text>
            <Text fontSize="14px" fontWeight="600" color="accent.fg" minH="21px" data-after="">
              {trying && after.data ? `After “${trying.label}”: ${after.data.answer.toLowerCase()}` : ""}
            </Text>
            <StrandDrawing view={(trying && after.data) || view} a={link.data.a} b={link.data.b} lit={lit} onLit={setLit} />
            <StrandTable view={view} a={link.data.a.place} b={link.data.b.place} lit={lit} onLit={setLit} />
            {view.methods.length > 0 && <Methods view={view} onFollow={apply} />}
            {view.rows > 1 && view.unrecorded.length === 0 && <AsFound key={number} linkId={number} view={view} onPut={apply} />}
          </Flex>
          <Flex
            as="aside"
            direction="column"
            w={{ base: "100%", md: "220px", lg: "268px" }}
            flex="none"
            gap="2.5"
            minH="0"
            overflowY="auto"
            pb="4"
            aria-label="Findings"
            className="print-whole"
          >
            <Text fontSize="13px" fontWeight="600" color="fg.muted">
              Findings on strands and joints
            </Text>
            {findings.map((finding, i) => (
              <FindingCard
                key={`${finding.rule}-${i}`}
                finding={finding}
                echoes={link.data.findings.filter((f) => f.explained_by === finding.rule)}
                before={link.data.brief}
                places={{ a: link.data.a.place, b: link.data.b.place }}
                onApply={(remedy) => apply(remedy.edits, remedy.label)}
                onTry={setTrying}
                onPart={() => void navigate(`/plans/${plan.id}/links/${number}`)}
              />
            ))}
            {findings.length === 0 && view.polarity !== "unknown" && (
              <Box bg="bg.panel" borderLeftWidth="4px" borderColor="fine.fg" px="3" py="2.5">
                <Text fontWeight="700">Nothing to change</Text>
                <Text fontSize="14px" color="fg.muted">
                  Transmitters meet receivers, and every joint fits.
                </Text>
              </Box>
            )}
            <Box borderWidth="1px" borderStyle="dashed" borderColor="border.emphasized" px="3" py="2" fontSize="14px">
              <b>A red light is laser light too.</b> Never look into a strand or a port, not even to see whether it is lit: hold a card in front of it.
            </Box>
          </Flex>
        </>
      )}
    </Flex>
  );
}

/** Which method is followed, and what is not recorded. */
function said(view: PolarityView): string {
  if (view.unrecorded.length) {
    const parts = view.unrecorded.map((at) => at + 1).join(", ");
    return `The wiring of part${view.unrecorded.length > 1 ? "s" : ""} ${parts} is not recorded: strands end there.`;
  }
  const followed = view.methods.filter((m) => m.follows).map((m) => m.name);
  if (followed.length) return `Follows method ${followed.join(" and ")} from end to end.`;
  if (view.methods.length) return "Follows no method from end to end.";
  if (view.rows === 1) return "One strand carries both directions at two wavelengths.";
  return view.multi_fiber ? "Traced strand by strand." : "A duplex pair: crossed an odd number of times is right.";
}

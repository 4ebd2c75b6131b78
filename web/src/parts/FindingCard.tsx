/** A finding beside what it is about, with its remedy and what the remedy would bring. */
import { Box, Button, Flex, Link, Text } from "@chakra-ui/react";
import type { Brief, FindingView, RemedyView } from "../api/client";
import { useOpenPlan } from "../app/planContext";
import { change, db, money } from "../words/figures";
import { SeverityMark, severityOf } from "../drawing/Mark";
import { WhyMore } from "../words/WhyMore";
import { Said } from "../words/Said";

interface Props {
  finding: FindingView;
  /** Findings that follow from this one: folded under it. */
  echoes: FindingView[];
  before: Brief;
  places: Record<"a" | "b", string>;
  onApply: (remedy: RemedyView) => void;
  /** A remedy is looked at (or no longer): what it would bring can be shown. */
  onTry?: ((remedy: RemedyView | null) => void) | undefined;
  onPart: (at: number) => void;
}

/** 'margin 0.4 → 2.1 dB, +1 part, −2 warnings'. */
export function difference(before: Brief, after: Brief): string {
  const verdict = before.verdict === after.verdict ? null : `${before.verdict} → ${after.verdict}`;
  const margin =
    before.margin_db === after.margin_db
      ? null
      : `margin ${before.margin_db === null ? "none" : db(before.margin_db)} → ${after.margin_db === null ? "none" : `${db(after.margin_db)} dB`}`;
  const said = [
    verdict,
    margin,
    change(after.parts - before.parts, "part", "parts"),
    change(after.counts.stop - before.counts.stop, "stop", "stops"),
    change(after.counts.warn - before.counts.warn, "warning", "warnings"),
    change(after.counts.note - before.counts.note, "note", "notes"),
  ].filter(Boolean);
  return said.length ? said.join(", ") : "nothing else changes";
}

interface CureProps {
  remedy: RemedyView;
  before: Brief;
  onApply: (remedy: RemedyView) => void;
  onTry?: ((remedy: RemedyView | null) => void) | undefined;
  quiet?: boolean | undefined;
}

/** One remedy: what it takes, and what it would bring. */
function Cure({ remedy, before, onApply, onTry, quiet }: CureProps) {
  const { currency } = useOpenPlan().plan.house_rules;
  return (
    <Box mt="2">
      <Button
        size="xs"
        variant={quiet ? "outline" : "solid"}
        colorPalette="accent"
        onClick={() => {
          onTry?.(null);
          onApply(remedy);
        }}
        onMouseEnter={() => onTry?.(remedy)}
        onMouseLeave={() => onTry?.(null)}
        onFocus={() => onTry?.(remedy)}
        onBlur={() => onTry?.(null)}
        h="auto"
        py="1"
        whiteSpace="normal"
        textAlign="start"
      >
        {remedy.label}
      </Button>
      <Text fontSize="13px" mt="1" data-preview="">
        {difference(before, remedy.after)}
      </Text>
      <Text fontSize="13px" color="fg.muted" data-reason="">
        {remedy.reason}
        {remedy.buys.length > 0 && `: ${remedy.buys.join(", ")}; ${money(remedy.total, currency)}`}
      </Text>
      <Adds titles={remedy.adds} />
    </Box>
  );
}

/** What a cure brings that was not there: it is named before the cure is taken. */
export function Adds({ titles }: { titles: string[] }) {
  if (titles.length === 0) return null;
  return (
    <Text fontSize="13px" color="warn.fg" fontWeight="600" data-adds="">
      Adds: {titles.join("; ")}.
    </Text>
  );
}

export function FindingCard({ finding, echoes, before, places, onApply, onTry, onPart }: Props) {
  const mark = severityOf(finding.severity);
  const [best, ...others] = finding.remedies;
  const ends = finding.ends.length === 2 ? "both ends" : finding.ends.map((e) => places[e]).join("");
  const where = finding.at.length
    ? `part ${finding.at
        .slice(0, 3)
        .map((at) => at + 1)
        .join(", ")}${finding.at.length > 3 ? " …" : ""}`
    : ends;
  const first = finding.at[0];
  return (
    <Box as="article" bg="bg.panel" borderLeftWidth="4px" borderColor={`${mark.tone}.fg`} px="3" py="2.5" data-rule={finding.rule}>
      <Flex align="center" gap="1.5" wrap="wrap" color={`${mark.tone}.fg`} fontWeight="700" fontSize="13px">
        <SeverityMark severity={finding.severity} size={13} />
        <span>{mark.word}</span>
        {where && first === undefined && <span>· {where}</span>}
        {where && first !== undefined && (
          <Link asChild color="inherit" textDecoration="underline">
            <button type="button" onClick={() => onPart(first)}>
              {where}
            </button>
          </Link>
        )}
      </Flex>
      <Text fontWeight="700" lineHeight="1.25" mt="0.5">
        {finding.title}
      </Text>
      <Text fontSize="14px" color="fg.muted" lineHeight="1.35" mt="0.5">
        <Said text={finding.message} />
      </Text>
      {best && <Cure remedy={best} before={before} onApply={onApply} onTry={onTry} />}
      {others.length > 0 && (
        <Box asChild mt="1.5" fontSize="13px">
          <details data-others="">
            <summary style={{ cursor: "pointer", fontWeight: 600 }}>{others.length === 1 ? "1 other way" : `${others.length} other ways`}</summary>
            {others.map((remedy) => (
              <Cure key={remedy.label} remedy={remedy} before={before} onApply={onApply} onTry={onTry} quiet />
            ))}
          </details>
        </Box>
      )}
      <WhyMore found={finding} label="Why, and what to do" />
      {echoes.length > 0 && (
        <Text asChild fontSize="13px" mt="1.5" color="fg.muted">
          <details data-echoes="">
            <summary style={{ cursor: "pointer" }}>{echoes.length === 1 ? "1 more follows from it" : `${echoes.length} more follow from it`}</summary>
            {echoes.map((echo, i) => (
              <Text key={i} mt="1">
                <b>{echo.title}.</b> <Said text={echo.message} />
              </Text>
            ))}
          </details>
        </Text>
      )}
    </Box>
  );
}

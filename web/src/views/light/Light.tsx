/** The Light view: the answer, the path as a row of parts, and the staircase under it. */
import { Box, Button, Flex, Heading, Link, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { useNavigate, useParams, useSearchParams } from "react-router";
import { useEditLink, useLink, useReference, useWhy } from "../../api/plan";
import type { Edit, LinkView } from "../../api/client";
import { idOf, Refusal } from "../../api/client";
import { useKeys } from "../../app/keyboard";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { choicesOf } from "../../forms/choices";
import { EndEditor } from "../../forms/EndEditor";
import { BASIS, db, dbm, lengthNumber, said } from "../../words/figures";
import { LinkRail } from "../../parts/LinkRail";
import { RailDrawer } from "../../parts/RailDrawer";
import { verdictOf } from "../../drawing/Mark";
import { Mono } from "../../words/Mono";
import { PartEditor } from "../../forms/PartEditor";
import type { Case } from "../../drawing/Staircase";
import { WhySheet } from "../../parts/WhySheet";
import { CompareSheet } from "./CompareSheet";
import { ConflictSheet, type Clash } from "./ConflictSheet";
import { Drawing, type Selection } from "./Drawing";
import { LinkMenu } from "./LinkMenu";
import { MarginColumn } from "./MarginColumn";
import { Toggle } from "../../forms/Toggle";

export function Light() {
  const { linkId } = useParams();
  const { plan, shown } = useOpenPlan();
  const navigate = useNavigate();
  const number = linkId ?? "";
  const link = useLink(plan.id, number);
  const open = (step: number) => () => {
    const at = shown.findIndex((l) => l.id === number);
    const next = shown[at + step];
    if (next) void navigate(`/plans/${plan.id}/links/${next.id}`);
  };
  useKeys({ j: open(1), k: open(-1) });
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
      <Box hideBelow="lg" display={{ lg: "flex" }} minH="0">
        <LinkRail current={number} />
      </Box>
      {link.data && <OpenLink key={number} view={link.data} onStep={(step) => open(step)()} />}
      {link.isPending && (
        <Heading as="h1" p="4" fontSize="18px">
          Opening the link …
        </Heading>
      )}
      {link.isError && !link.data && (
        <Box p="4">
          <Heading as="h1" size="lg">
            This link cannot be shown
          </Heading>
          <Text mt="1">{link.error.message} Undo and redo, u and Shift U, take a link away and bring it back.</Text>
          <Button mt="3" size="sm" colorPalette="accent" onClick={() => void navigate(`/plans/${plan.id}`)}>
            All links
          </Button>
        </Box>
      )}
    </Flex>
  );
}

const CASES: { value: Case; label: string }[] = [
  { value: "worst", label: "worst case" },
  { value: "typical", label: "typical" },
  { value: "both", label: "both" },
];

/** The part that an address asks for, counted from 1. */
function asked(part: string | null, parts: number): Selection | null {
  const at = Number(part) - 1;
  return part !== null && Number.isInteger(at) && at >= 0 && at < parts ? { part: at } : null;
}

function OpenLink({ view, onStep }: { view: LinkView; onStep: (step: 1 | -1) => void }) {
  const { plan } = useOpenPlan();
  const { refuse, say } = useNotice();
  const reference = useReference();
  const edit = useEditLink(plan.id);
  const own = plan.own_parts;
  const choices = useMemo(() => reference.data && choicesOf(reference.data, own), [reference.data, own]);
  const [comparing, setComparing] = useState(false);
  const judged = plan.house_rules.loss_basis === "typical" ? "typical" : "worst"; // statistical lies between
  const [side, setSide] = useState<0 | 1>(() => weaker(view));
  const [shownCase, setShownCase] = useState<Case>(judged);
  const [toScale, setToScale] = useState(false);
  const [search] = useSearchParams();
  const [selected, setSelected] = useState<Selection | null>(() => asked(search.get("part"), view.doc.path.length));
  const [why, setWhy] = useState<string | null>(null);
  const [clash, setClash] = useState<Clash | null>(null);
  const direction = view.directions[side]!;
  const figures = useWhy(plan.id, view.summary.id, plan.revision, why !== null);
  const id = view.summary.id;

  const store = useMemo(
    () => async (edits: Edit[], base?: number) => {
      try {
        await edit.mutateAsync({ link_id: id, edits, base });
      } catch (error) {
        if (error instanceof Refusal && error.conflict) setClash({ conflict: error.conflict, edits });
        throw error;
      }
    },
    [id, edit],
  );
  const storeLoudly = (edits: Edit[]) =>
    store(edits).catch((error: unknown) => {
      if (!(error instanceof Refusal && error.conflict)) refuse(error);
      throw error;
    });
  const part = selected?.part !== undefined ? view.doc.path[selected.part] : undefined;
  const remove = () => {
    if (!part) return;
    void storeLoudly([{ op: "remove-part", at: idOf(part) }]).then(
      () => setSelected(null),
      () => undefined,
    );
  };
  useKeys({
    Escape: () => setSelected(null),
    Delete: remove,
    d: () => setSide((old) => (old === 0 ? 1 : 0)),
    t: () => setShownCase((old) => (old === "worst" ? "typical" : old === "typical" ? "both" : "worst")),
    w: () => setWhy(`${direction.sender}.margin`),
    c: () => setComparing(true),
  });
  const apply = (edits: Edit[], label: string) => {
    void storeLoudly(edits).then(
      () => say(`Applied: ${label}. Undo with u.`),
      () => undefined,
    );
  };
  return (
    <>
      <Flex as="section" direction="column" flex={{ base: "none", md: "1" }} minW="0" minH="0" aria-label="Light" className="print-whole">
        <Flex align="center" gap="2" flex="none" wrap={{ base: "wrap", md: "nowrap" }}>
          <Text fontSize="14px" color="fg.muted" fontWeight="600" truncate title={view.summary.name}>
            {view.summary.name}
          </Text>
          <RailDrawer current={id} />
          <LinkMenu view={view} onStep={onStep} onCompare={() => setComparing(true)} onRename={(name) => storeLoudly([{ op: "rename", name }])} />
        </Flex>
        <Answer view={view} side={side} onWhy={setWhy} />
        <Flex gap="2" mt="2" wrap="wrap" className="no-print">
          <Toggle
            label="Direction"
            value={String(side)}
            options={view.directions.map((d, i) => ({
              value: String(i),
              label: `to ${d.to_place} ${d.wavelength_nm}`,
            }))}
            onChange={(value) => setSide(value === "1" ? 1 : 0)}
          />
          <Toggle label="Case" value={shownCase} options={CASES} onChange={(v) => setShownCase(v as Case)} />
          <Toggle
            label="Widths"
            value={toScale ? "scale" : "equal"}
            options={[
              { value: "equal", label: "equal widths" },
              { value: "scale", label: "to scale" },
            ]}
            onChange={(value) => setToScale(value === "scale")}
          />
        </Flex>
        <Drawing
          view={view}
          direction={direction}
          shownCase={shownCase}
          judged={judged}
          toScale={toScale}
          selected={selected}
          onSelect={setSelected}
          onWhy={setWhy}
        />
        <Box borderTopWidth="1px" py="2" minH="40px" maxH="46%" overflowY="auto" flex="none" className="no-print">
          {choices && part && selected?.part !== undefined && (
            <PartEditor
              link={id}
              path={view.doc.path}
              at={selected.part}
              part={part}
              count={view.doc.path.length}
              reference={choices}
              onEdit={storeLoudly}
              onWhy={() => setWhy(`${direction.sender}.loss.${shownCase === "typical" ? "typical" : "worst-case"}`)}
              onSelect={(at) => setSelected(at === null ? null : { part: at })}
            />
          )}
          {choices && selected?.end && (
            <EndEditor
              key={selected.end}
              side={selected.end}
              end={selected.end === "a" ? view.doc.a : view.doc.b}
              plan={plan}
              reference={choices}
              onEdit={storeLoudly}
            />
          )}
          {!selected && (
            <Text color="fg.muted" fontSize="14px">
              Press a part or a module to change it. Arrow keys walk along the path.
            </Text>
          )}
        </Box>
      </Flex>
      <MarginColumn view={view} onApply={(remedy) => apply(remedy.edits, remedy.label)} onPart={(at) => setSelected({ part: at })} />
      {why !== null && <WhySheet figure={why} figures={figures.data} problem={figures.error} onFigure={setWhy} onClose={() => setWhy(null)} />}
      {comparing && choices && (
        <CompareSheet
          linkId={id}
          choices={choices}
          onKeep={(edits, label) => {
            setComparing(false);
            apply(edits, label);
          }}
          onClose={() => setComparing(false)}
        />
      )}
      {clash && (
        <ConflictSheet
          clash={clash}
          onKeepTheirs={() => setClash(null)}
          onMineOnTop={(base) => {
            setClash(null);
            void store(clash.edits, base).catch(refuse);
          }}
          planId={plan.id}
          linkId={id}
        />
      )}
    </>
  );
}

/** The direction with less margin is the one to look at first. */
function weaker(view: LinkView): 0 | 1 {
  const margins = view.directions.map((d) => d.margin_db ?? -Infinity);
  return margins[1]! < margins[0]! ? 1 : 0;
}

/** A figure that can be opened to show how it was made. */
function Figure({ children, onClick, label }: { children: string; onClick: () => void; label: string }) {
  return (
    <Link asChild color="fg" textDecoration="underline" textDecorationStyle="dotted" textUnderlineOffset="3px">
      <button type="button" onClick={onClick} aria-label={`${children}, ${label}`}>
        <Mono fontWeight="700">{children}</Mono>
      </button>
    </Link>
  );
}

function Answer({ view, side, onWhy }: { view: LinkView; side: 0 | 1; onWhy: (figure: string) => void }) {
  const { unit } = useSettings();
  const { plan } = useOpenPlan();
  const d = view.directions[side]!;
  const basis = BASIS[plan.house_rules.loss_basis];
  const why = (figure: string) => () => onWhy(`${d.sender}.${figure}`);
  const tone = verdictOf(view.summary.verdict).tone;
  const answer = said(view.answer, unit);
  return (
    <Box flex="none">
      <Flex align="baseline" gap="3" wrap="wrap">
        <Heading as="h1" fontSize="28px" lineHeight="1.15" color={tone === "fine" ? "fg" : `${tone}.fg`} data-answer="">
          {answer}
        </Heading>
        <Text color="fg.muted">{[basis.word, view.detail].filter(Boolean).join(" · ")}</Text>
      </Flex>
      <Text mt="0.5" color="fg.muted" fontSize="15px">
        {view.summary.application} ·{" "}
        <Figure onClick={() => onWhy("length")} label="why this length">
          {lengthNumber(view.summary.length_m, unit)}
        </Figure>{" "}
        {unit} of {view.summary.glass}
        {view.reach_m !== null && (
          <>
            {" "}
            (reach{" "}
            <Figure onClick={() => onWhy("reach")} label="why this reach">
              {lengthNumber(view.reach_m, unit)}
            </Figure>
            )
          </>
        )}{" "}
        · loss{" "}
        <Figure onClick={why(basis.figure)} label="why this loss">
          {db(d.loss_judged_db)}
        </Figure>{" "}
        of{" "}
        <Figure onClick={why("limit")} label="why this limit">
          {db(d.limit_db)}
        </Figure>{" "}
        dB allowed · arrives between{" "}
        <Figure onClick={why("received.min")} label="why the weakest light">
          {dbm(d.received_min_dbm)}
        </Figure>{" "}
        and{" "}
        <Figure onClick={why("received.max")} label="why the strongest light">
          {dbm(d.received_max_dbm)}
        </Figure>{" "}
        dBm · pair: {view.polarity_note}
        {view.summary.uncertain && (
          <Text as="span" color="warn.fg" fontWeight="700">
            {" "}
            · check the data sheet
          </Text>
        )}
      </Text>
    </Box>
  );
}

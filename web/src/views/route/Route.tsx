/** The Route view: which cable runs where, its strands, its pull, and what fails together. */
import { Box, Button, Flex, Heading, Input, NativeSelect, Text } from "@chakra-ui/react";
import { idOf } from "../../api/client";
import { useFacts, useNoteFacts } from "../../api/facts";
import { useState } from "react";
import { useSearchParams } from "react-router";
import { FindOutKey } from "../looking/FindOut";
import { answerOfCables } from "./answer";
import { useChangePlant, usePlant, usePull, type AboutView, type CableDoc, type CableView, type PlantView } from "../../api/plant";
import { useKeys } from "../../app/keyboard";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AboutCard } from "../../parts/AboutCard";
import { SeverityMark } from "../../drawing/Mark";
import { Mono } from "../../words/Mono";
import { useRemove } from "../../parts/RemoveSheet";
import { Toggle } from "../../forms/Toggle";
import { AddCable } from "./AddCable";
import { CableForm } from "./CableForm";
import { Failures } from "./Failures";
import { Panels } from "./Panels";
import { Reels } from "./Reels";
import { Schedule } from "./Schedule";
import { StrandGrid } from "./StrandGrid";
import { TensionChart } from "./TensionChart";

type Tab = "cables" | "schedule" | "failures" | "panels" | "reels";
type Page = "strands" | "route" | "pull";

export function Route() {
  const { plan } = useOpenPlan();
  const plant = usePlant(plan.id, plan.revision);
  if (!plant.data) {
    return (
      <Heading as="h1" p="4" fontSize="18px" color="fg.muted">
        {plant.error ? plant.error.message : "Reading the cables …"}
      </Heading>
    );
  }
  return <Routed plant={plant.data} />;
}

function answer(plant: PlantView, tab: Tab): string {
  const stops = (test: (f: AboutView) => boolean) => plant.findings.filter((f) => f.step === "route" && test(f));
  if (tab === "failures") {
    const shared = new Set(stops((f) => f.rule === "route.shared-fate").map((f) => f.name)).size;
    if (!plant.groups.length) return "No links are said to stand in for each other";
    return shared ? `${shared} of ${plant.groups.length} redundant groups would fail together` : "What is said to be diverse is, as far as recorded";
  }
  return answerOfCables(plant);
}

const worstOf = (plant: PlantView, name: string) => plant.findings.find((f) => f.sort === "cable" && f.name === name);

function Routed({ plant }: { plant: PlantView }) {
  const [search, setSearch] = useSearchParams();
  const [filter, setFilter] = useState("");
  const [sort, setSort] = useState("findings");
  const [adding, setAdding] = useState(false);
  const tab = (search.get("show") ?? "cables") as Tab;
  const order = { stop: 0, warn: 1, note: 2 };
  const rank = (c: CableView) => {
    const worst = worstOf(plant, c.doc.name);
    return worst ? order[worst.severity] : 3;
  };
  const words = filter.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = plant.cables
    .filter((c) => words.every((w) => `${c.doc.name} ${c.doc.a} ${c.doc.b} ${c.doc.fiber}`.toLowerCase().includes(w)))
    .sort((x, y) => (sort === "findings" ? rank(x) - rank(y) : sort === "free" ? x.doc.strands - x.taken - (y.doc.strands - y.taken) : 0));
  const wanted = search.get("cable");
  const current = plant.cables.find((c) => c.doc.name === wanted) ?? shown[0];
  const set = (key: "show" | "cable" | "page", value: string) => {
    const next = new URLSearchParams(search);
    next.set(key, value);
    setSearch(next, { replace: true });
  };
  const step = (by: number) => () => {
    const next = shown[shown.findIndex((c) => c.doc.name === current?.doc.name) + by];
    if (next) set("cable", next.doc.name);
  };
  useKeys({ j: step(1), k: step(-1) });
  return (
    <Flex direction="column" flex="1" minH="0" px="4" pt="2" className="print-whole">
      <Flex align="center" gap="4" wrap="wrap" mb="2">
        <Heading as="h1" fontSize="28px" lineHeight="1.15" data-answer="">
          {answer(plant, tab)}
        </Heading>
        <Flex ml={{ base: "0", md: "auto" }} gap="2" align="center" className="no-print" wrap="wrap" minW="0">
          <FindOutKey />
          <Toggle
            label="Show"
            value={tab}
            options={[
              { value: "cables", label: "cables" },
              { value: "schedule", label: "schedule" },
              { value: "failures", label: "what fails together" },
              { value: "panels", label: "panels and splices" },
              { value: "reels", label: "reels" },
            ]}
            onChange={(value) => set("show", value)}
          />
          <Button
            size="xs"
            h="30px"
            colorPalette="accent"
            aria-disabled={plant.places.length < 2}
            title={plant.places.length < 2 ? "Add two places in Survey first" : undefined}
            onClick={() => plant.places.length > 1 && setAdding(true)}
          >
            Add a cable
          </Button>
        </Flex>
      </Flex>
      {tab === "schedule" && <Schedule plant={plant} onOpen={(name) => setSearch({ cable: name }, { replace: true })} />}
      {tab === "failures" && <Failures plant={plant} />}
      {tab === "panels" && <Panels plant={plant} />}
      {tab === "reels" && <Reels plant={plant} />}
      {tab === "cables" && (
        <Flex flex="1" minH="0" gap="4" className="print-whole print-column">
          <Flex as="aside" direction="column" w={{ base: "132px", lg: "230px" }} flex="none" minH="0" aria-label="Cables" className="no-print">
            <Flex gap="1" mb="1">
              <Input
                id="find"
                size="xs"
                placeholder="Find a cable  /"
                aria-label="Find a cable"
                value={filter}
                bg="bg.panel"
                onChange={(e) => setFilter(e.target.value)}
                onKeyDown={(e) => e.key === "Escape" && (setFilter(""), e.currentTarget.blur())}
              />
              <NativeSelect.Root size="xs" w="92px" flex="none" hideBelow="lg">
                <NativeSelect.Field aria-label="Sort cables" value={sort} onChange={(e) => setSort(e.target.value)} bg="bg.panel">
                  <option value="findings">findings</option>
                  <option value="free">free</option>
                  <option value="plan">as added</option>
                </NativeSelect.Field>
                <NativeSelect.Indicator />
              </NativeSelect.Root>
            </Flex>
            <Box overflowY="auto" flex="1" minH="0">
              {shown.map((c) => (
                <CableRow key={c.doc.name} cable={c} worst={worstOf(plant, c.doc.name)} current={c === current} onOpen={() => set("cable", c.doc.name)} />
              ))}
              {shown.length === 0 && <Text color="fg.muted">{plant.cables.length ? "No cable matches." : "No cable yet."}</Text>}
            </Box>
          </Flex>
          {current ? (
            <OneCable
              key={current.doc.name}
              plant={plant}
              cable={current}
              page={(search.get("page") ?? "strands") as Page}
              onPage={(p) => set("page", p)}
              onRenamed={(n) => set("cable", n)}
            />
          ) : (
            <Text pt="2">Places and pathways come first (Survey); then a cable from place to place along them.</Text>
          )}
        </Flex>
      )}
      {adding && <AddCable plant={plant} onClose={() => setAdding(false)} onAdded={(name) => set("cable", name)} />}
    </Flex>
  );
}

function CableRow({ cable, worst, current, onOpen }: { cable: CableView; worst?: AboutView | undefined; current: boolean; onOpen: () => void }) {
  const { doc } = cable;
  const free = doc.strands - cable.taken;
  const short = cable.needed_strands > doc.strands;
  return (
    <Box
      asChild
      display="block"
      w="100%"
      textAlign="start"
      px="2"
      py="1"
      borderLeftWidth="4px"
      borderColor={current ? "accent.solid" : "transparent"}
      bg={current ? "bg.panel" : undefined}
      _hover={{ bg: "bg.muted" }}
    >
      <button type="button" onClick={onOpen} aria-current={current ? "true" : undefined} data-cable={doc.name}>
        <Flex align="center" gap="2">
          <Box w="15px">{worst ? <SeverityMark severity={worst.severity} size={14} /> : null}</Box>
          <Text fontWeight={current ? 700 : 600} fontSize="14px" whiteSpace="nowrap">
            {doc.name}
          </Text>
          <Mono fontSize="12px" color="fg.muted" ml="auto" whiteSpace="nowrap" hideBelow="lg">
            {doc.wish ? "extra" : short ? `${cable.needed_strands} wanted, has ${doc.strands}` : `${free} of ${doc.strands} free`}
          </Mono>
        </Flex>
        <Text fontSize="12px" color="fg.muted" truncate pl="23px">
          {doc.a} – {doc.b}
        </Text>
      </button>
    </Box>
  );
}

interface OneProps {
  plant: PlantView;
  cable: CableView;
  page: Page;
  onPage: (page: Page) => void;
  onRenamed: (name: string) => void;
}

function OneCable({ plant, cable, page, onPage, onRenamed }: OneProps) {
  const { plan } = useOpenPlan();
  const { refuse } = useNotice();
  const change = useChangePlant(plan.id);
  const pull = usePull(plan.id, plan.revision, page === "pull" ? cable.doc.name : null);
  const { remove, sheet } = useRemove(plan.id, () => undefined);
  const { doc } = cable;
  const store = (next: Partial<CableDoc>) =>
    change
      .mutateAsync({ what: `Change cable ${doc.name}`, changes: [{ kind: "cable", id: idOf(doc), doc: { ...doc, ...next } }] })
      .then(() => next.name && next.name !== doc.name && onRenamed(next.name));
  const quietly = (next: Partial<CableDoc>) => void store(next).catch(refuse);
  const keep = useNoteFacts(plan.id);
  const found = useFacts(plan.id, idOf(doc)).data ?? [];
  /** What is found of a strand is a fact: it stays, with who and when, and a later note corrects it. */
  const note = (strand: number, state: "free" | "dark" | "bad" | "reserved") => {
    const corrects = found.find((fact) => fact.kind === "strand" && fact.strand === strand)?.id;
    const told = { kind: "strand" as const, strand, state: state === "free" ? ("good" as const) : state };
    return keep([{ about: { kind: "cable", id: idOf(doc) }, told, corrects }]);
  };
  const findings = plant.findings.filter(
    (f) => (f.sort === "cable" && f.name === doc.name) || (f.sort === "group" && f.links.some((id) => cable.links.some((l) => l.id === id))),
  );
  const free = doc.strands - cable.taken;
  const open = [
    doc.type == null && "its construction is not recorded; read the sheath",
    doc.fiber_from === "guess" && "its grade is a guess; read the print",
    doc.route.length === 0 && "no route is recorded; say which pathways it runs through",
  ].filter((word): word is string => word !== false);
  const notes = (
    <>
      <Text fontSize="13px" fontWeight="600" color="fg.muted">
        Findings on {doc.name}
      </Text>
      {findings.map((about, i) => (
        <AboutCard key={`${about.rule}-${i}`} about={about} />
      ))}
      {findings.length === 0 && (
        <Box bg="bg.panel" borderLeftWidth="4px" borderColor={open.length ? "border.emphasized" : "fine.fg"} px="3" py="2.5" data-no-findings="">
          <Text fontWeight="700">{open.length ? "No finding in what is recorded" : "Nothing to fix"}</Text>
          <Text fontSize="14px" color="fg.muted">
            {open.length ? `Not judged: ${open.join("; ")}.` : "Sheath, route, strands and pull fit, as far as recorded."}
          </Text>
        </Box>
      )}
      <Box borderWidth="1px" borderStyle="dashed" borderColor="border.emphasized" px="3" py="2" fontSize="14px">
        <b>Glass shards, pulling gear, power in ducts.</b> Glasses and a sharps bin; licensed people for power; local codes decide.
      </Box>
    </>
  );
  return (
    <>
      <Flex as="section" direction="column" flex="1" minW="0" minH="0" overflowY="auto" pb="4" aria-label="Cable" className="print-whole">
        <Flex align="baseline" gap="3" wrap="wrap">
          <Heading as="h2" fontSize="22px">
            {doc.name}
          </Heading>
          <Text fontWeight="600">
            {doc.a} – {doc.b}
          </Text>
          <Text color="fg.muted">
            {doc.strands} strands {doc.fiber}
            {doc.fiber_from === "guess" ? " (a guess)" : ""}, {free} free{doc.existing ? ", there already" : ""}
          </Text>
        </Flex>
        <Flex direction="column" gap="2" mt="2" hideFrom="lg" className="no-print">
          {notes}
        </Flex>
        <Flex my="2" className="no-print">
          <Toggle
            label="Page"
            value={page}
            options={[
              { value: "strands", label: "strands" },
              { value: "route", label: "route, type and ends" },
              { value: "pull", label: "pull" },
            ]}
            onChange={(value) => onPage(value as Page)}
          />
        </Flex>
        {page === "strands" && <StrandGrid cable={cable} onNote={note} />}
        {page === "route" && <CableForm plant={plant} cable={cable} store={store} onRemove={() => remove("cable", doc)} />}
        {page === "pull" &&
          (pull.data ? (
            <TensionChart view={pull.data} cable={doc} onStore={quietly} />
          ) : (
            <Text color="fg.muted">{pull.error ? pull.error.message : "Pulling …"}</Text>
          ))}
      </Flex>
      <Flex
        as="aside"
        direction="column"
        w="268px"
        flex="none"
        gap="2.5"
        minH="0"
        overflowY="auto"
        pb="4"
        aria-label="Findings"
        hideBelow="lg"
        className="print-whole"
      >
        {notes}
      </Flex>
      {sheet}
    </>
  );
}

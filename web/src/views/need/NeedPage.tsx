/** The Need pier: the plan's needs, and for the one that is open every way to meet it, in order. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useDeferredValue, useState } from "react";
import { useLocation, useNavigate, useSearchParams } from "react-router";
import { useChoice, useNeeds, useTakeOption, type OptionView, type PlannedNeedView, type Weights } from "../../api/choice";
import { useChangePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, rate } from "../../words/figures";
import { useRemove } from "../../parts/RemoveSheet";
import { Toggle } from "../../forms/Toggle";
import { ByApplication } from "./ByApplication";
import { inWords, needOf, started, type Draft } from "./draft";
import { GrowthCheck } from "./GrowthCheck";
import { gone, useKeptNeed } from "./kept";
import { ManyNeeds } from "./ManyNeeds";
import { NeedForm } from "./NeedForm";
import { NeedList } from "./NeedList";
import { Options } from "./Options";
import { PossibleMap } from "./PossibleMap";
import { Prices } from "./Prices";
import { WeightSliders } from "./WeightSliders";

type Tab = "options" | "application" | "possible" | "many" | "growth" | "prices";
const TABS: { value: Tab; label: string; title: string }[] = [
  { value: "options", label: "options", title: "What is wanted?" },
  { value: "application", label: "I know what runs", title: "Add a link" },
  { value: "possible", label: "what is possible", title: "What is possible" },
  { value: "many", label: "many needs", title: "Many needs at once" },
  { value: "growth", label: "growth", title: "Will the plan grow?" },
  { value: "prices", label: "prices", title: "Price book" },
];

/** A link that leads here with a need of its own begins anew; going between the tabs does not. */
export function NeedPage() {
  const { plan } = useOpenPlan();
  const [search, setSearch] = useSearchParams();
  const { pathname } = useLocation();
  const needs = useNeeds(plan.id, plan.revision).data;
  const began = ["from", "to", "distance", "rate", "growth", "link"].map((key) => search.get(key) ?? "");
  const asked = search.get("need");
  // The need that was begun here keeps its form when the plan gives it a place in its list.
  const [made, setMade] = useState<{ id: string; key: string } | null>(null);
  const key = made !== null && made.id === asked ? made.key : [...began, asked ?? ""].join("\n");
  const [count, setCount] = useState(0);
  if (needs === undefined)
    return (
      <Heading as="h1" p="4" fontSize="18px">
        Opening …
      </Heading>
    );
  const known = asked !== null && asked !== "new" && needs.some((n) => n.doc.id === asked) ? asked : null;
  // With nothing asked for, the first need that is still wanted is open.
  const first = asked === null && began.every((text) => !text) ? (needs.find((n) => n.state === "wanted")?.doc.id ?? null) : null;
  return (
    <OneNeed
      key={`${key} ${count}`}
      open={made !== null && made.id === asked ? null : (known ?? first)}
      shown={known ?? first ?? (made?.id === asked ? asked : null)}
      needs={needs}
      onMade={(id) => {
        // The need is stored a moment after the typing: whoever has gone on to a tab or to a link since then stays there.
        if (window.location.pathname !== pathname) return;
        setMade({ id, key });
        const now = new URLSearchParams(window.location.search);
        now.set("need", id);
        setSearch(now, { replace: true });
      }}
      onOpen={(id) => {
        setMade(null);
        setCount(count + 1);
        setSearch({ need: id });
      }}
    />
  );
}

interface OneProps {
  open: string | null;
  /** The need that the list shows as open: the stored one, or the one that was begun here. */
  shown: string | null;
  needs: PlannedNeedView[];
  onMade: (id: string) => void;
  onOpen: (id: string) => void;
}

function OneNeed({ open, shown, needs, onMade, onOpen }: OneProps) {
  const { plan, links } = useOpenPlan();
  const { unit } = useSettings();
  const { say, refuse } = useNotice();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const { draft, setDraft, save, finish, stored } = useKeptNeed(open, started(search), !search.get("link"), onMade);
  const change = useChangePlant(plan.id);
  const { remove, sheet } = useRemove(plan.id, () => onOpen("new"));
  const [weights, setWeights] = useState<Weights | null>(null);
  const [current, setCurrent] = useState<string | null>(stored?.key ?? null);
  const take = useTakeOption(plan.id);
  const [wanted, setWanted] = useState(search.get("link"));
  const replaced = links.find((l) => l.id === wanted);
  const tab = (search.get("show") ?? "options") as Tab;
  const { need, lacks } = needOf(draft, unit);
  const asked = useDeferredValue(JSON.stringify(need));
  const settled = JSON.parse(asked) as typeof need;
  const choice = useChoice(plan.id, plan.revision, settled, weights);
  const begun = draft.a_place !== "" || draft.b_place !== "" || draft.distance !== "";
  const problem = (begun && lacks) || (need && choice.error ? inWords(choice.error.message) : null);
  const view = need && !choice.error ? choice.data : undefined;
  const looked = view?.options.find((one) => one.key === current) ?? view?.options[0];
  const rank = view && looked ? view.options.indexOf(looked) + 1 : 0;
  const build = async (option: OptionView) => {
    if (!settled) return;
    try {
      const need_id = replaced ? null : await save(true);
      finish(true);
      const changed = await take.mutateAsync({ need: settled, key: option.key, need_id, ...(replaced && { link_id: replaced.id }) });
      if (!option.links) {
        say(`Recorded: ${option.label}. Undo with u.`);
        void navigate(`/plans/${plan.id}`);
        return;
      }
      say(`${replaced ? `${replaced.name} is now` : "Built:"} ${option.label}. Undo with u.`);
      if (changed.link) void navigate(`/plans/${plan.id}/links/${changed.link.summary.id}`);
    } catch (error) {
      finish(false);
      refuse(error);
    }
  };
  const setBuilt = ({ doc }: PlannedNeedView, built: boolean) =>
    change
      .mutateAsync({
        what: built ? `${doc.name} is built` : `${doc.name} is not built yet`,
        changes: [{ kind: "need", id: doc.id ?? null, doc: { ...doc, built: built ? new Date().toISOString().slice(0, 10) : null } }],
      })
      .catch(refuse);
  const title = TABS.find((one) => one.value === tab)?.title ?? "";
  return (
    <Flex direction="column" flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" className="print-whole">
      <Flex align="flex-start" gap={{ base: "2", lg: "4" }} mb="2" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0">
          <Heading as="h1" fontSize={{ base: "24px", md: "28px" }} lineHeight="1.15" data-answer="">
            {tab !== "options" ? title : looked && settled ? looked.label : view ? "Nothing meets this need" : title}
          </Heading>
          {tab === "options" && view && looked && settled && (
            <Text color="fg.muted" lineHeight="1.3">
              {settled.a_place} – {settled.b_place}: {rank === 1 ? "first" : `no. ${rank}`} of {view.options.length} for {rate(settled.rate_gbps)} over{" "}
              {length(settled.distance_m, unit)}
              {settled.redundant_m != null ? ` and ${length(settled.redundant_m, unit)}` : ""}
              {settled.growth_gbps ? `, later ${rate(settled.growth_gbps)}${settled.growth_by ? ` by ${settled.growth_by}` : ""}` : ""}
              {view.growth_counts < 1 ? ` (counts ${Math.round(view.growth_counts * 100)} %)` : ""}
            </Text>
          )}
        </Box>
        <Box flex="none" pt="1" maxW="100%" className="no-print">
          <Toggle
            label="Show"
            value={tab}
            options={TABS}
            onChange={(show) =>
              setSearch(
                (now) => {
                  now.delete("show");
                  if (show !== "options") now.set("show", show);
                  return now;
                },
                { replace: true },
              )
            }
          />
        </Box>
      </Flex>
      {tab === "prices" && <Prices />}
      {tab === "many" && <ManyNeeds />}
      {tab === "growth" && <GrowthCheck />}
      {tab === "application" && <ByApplication from={draft.a_place} to={draft.b_place} distance={draft.distance} />}
      {(tab === "options" || tab === "possible") && (
        <Flex
          flex="1"
          minH="0"
          gap="4"
          direction={{ base: "column", lg: "row" }}
          overflowY={{ base: "auto", lg: "hidden" }}
          className="print-whole print-column"
        >
          <Box className="no-print" w={{ base: "100%", lg: "270px" }} flex="none" overflowY={{ lg: "auto" }} pb={{ lg: "4" }}>
            <NeedList
              needs={needs}
              open={shown}
              onOpen={onOpen}
              onNew={() => onOpen("new")}
              onRemove={(one) => {
                gone.add(one.doc.id ?? "");
                remove("need", one.doc);
              }}
              onBuilt={(one, built) => void setBuilt(one, built)}
            />
            <NeedForm draft={draft} onChange={setDraft} problem={problem || null} />
            <Box mt="2">
              <WeightSliders budget={draft.budget} weights={weights} onChange={setWeights} />
            </Box>
          </Box>
          {tab === "possible" && <PossibleMap need={settled} />}
          {tab === "options" && view && settled && (
            <Options
              view={view}
              need={settled}
              weights={weights}
              current={current}
              onPick={setCurrent}
              onNeed={(next: Partial<Draft>) => setDraft({ ...draft, ...next })}
              onTake={(o) => void build(o)}
              replaced={replaced}
              onAside={() => setWanted(null)}
            />
          )}
          {tab === "options" && !view && (
            <Text color="fg.muted" maxW="520px">
              {need && choice.isPending
                ? "Building every way to do it, and judging each …"
                : "Say where from and where to, how far along the route, and how fast now and later. Every way to do it is built as a real light path and judged like any link; those that do not work say why. The need stays in the plan while it is half said."}
            </Text>
          )}
        </Flex>
      )}
      {sheet}
    </Flex>
  );
}

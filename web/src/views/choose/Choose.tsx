/** The Choose view: from 'this far, this fast' to options in order, and one of them built. */
import { Box, Flex, Heading, Text } from "@chakra-ui/react";
import { useDeferredValue, useState } from "react";
import { useNavigate, useSearchParams } from "react-router";
import { useChoice, useTakeOption, type OptionView, type Weights } from "../../api/choice";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, rate } from "../../parts/figures";
import { Toggle } from "../../parts/Toggle";
import { GrowthCheck } from "./GrowthCheck";
import { ManyNeeds } from "./ManyNeeds";
import { inWords, needOf, started } from "./draft";
import { NeedForm } from "./NeedForm";
import { Options } from "./Options";
import { PossibleMap } from "./PossibleMap";
import { Prices } from "./Prices";
import { WeightSliders } from "./WeightSliders";

type Tab = "options" | "possible" | "many" | "growth" | "prices";

/** A link that leads here with a need of its own begins anew; going between the tabs does not. */
export function Choose() {
  const [search] = useSearchParams();
  const began = ["from", "to", "distance", "rate", "growth", "link"].map((key) => search.get(key) ?? "");
  return <OneNeed key={began.join("\n")} />;
}

function OneNeed() {
  const { plan, links } = useOpenPlan();
  const { unit } = useSettings();
  const { say, refuse } = useNotice();
  const navigate = useNavigate();
  const [search, setSearch] = useSearchParams();
  const [draft, setDraft] = useState(() => started(search));
  const [weights, setWeights] = useState<Weights | null>(null);
  const [current, setCurrent] = useState<string | null>(null);
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
  const first = view?.options[0];
  const build = (option: OptionView) =>
    settled &&
    take.mutateAsync({ need: settled, key: option.key, ...(replaced && { link_id: replaced.id }) }).then((changed) => {
      if (!option.links) {
        say(`Recorded: ${option.label}. Undo with u.`);
        void navigate(`/plans/${plan.id}`);
        return;
      }
      say(`${replaced ? `${replaced.name} is now` : "Built:"} ${option.label}. Undo with u.`);
      if (changed.link) void navigate(`/plans/${plan.id}/links/${changed.link.summary.id}`);
    }, refuse);
  return (
    <Flex direction="column" flex="1" minH="0" px="4" pt="2" className="print-whole">
      <Flex align="flex-start" gap="4" mb="2" direction={{ base: "column", lg: "row" }}>
        <Box flex="1" minW="0">
          <Heading as="h1" fontSize="28px" lineHeight="1.15" data-answer="">
            {tab !== "options" ? TITLES[tab] : first && settled ? first.label : view ? "Nothing meets this need" : "What is wanted?"}
          </Heading>
          {tab === "options" && first && settled && (
            <Text color="fg.muted" lineHeight="1.3">
              {settled.a_place} – {settled.b_place}: first of {view.options.length} for {rate(settled.rate_gbps)} over {length(settled.distance_m, unit)}
              {settled.redundant_m != null ? ` and ${length(settled.redundant_m, unit)}` : ""}
              {settled.growth_gbps ? `, later ${rate(settled.growth_gbps)}${settled.growth_by ? ` by ${settled.growth_by}` : ""}` : ""}
              {view.growth_counts < 1 ? ` (counts ${Math.round(view.growth_counts * 100)} %)` : ""}
            </Text>
          )}
        </Box>
        <Box flex="none" pt="1" className="no-print">
          <Toggle
            label="Show"
            value={tab}
            options={[
              { value: "options", label: "options" },
              { value: "possible", label: "what is possible" },
              { value: "many", label: "many needs" },
              { value: "growth", label: "growth" },
              { value: "prices", label: "prices" },
            ]}
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
      {(tab === "options" || tab === "possible") && (
        <Flex flex="1" minH="0" gap="4" direction={{ base: "column", lg: "row" }} overflowY={{ base: "auto", lg: "hidden" }} className="print-whole">
          <Box className="no-print" w={{ base: "100%", lg: "270px" }} flex="none" overflowY={{ lg: "auto" }} pb={{ lg: "4" }}>
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
              onNeed={(change) => setDraft({ ...draft, ...change })}
              onTake={(o) => void build(o)}
              replaced={replaced}
              onAside={() => setWanted(null)}
            />
          )}
          {tab === "options" && !view && (
            <Text color="fg.muted" maxW="520px">
              {need && choice.isPending
                ? "Building every way to do it, and judging each …"
                : "Say where from and where to, how far along the route, and how fast now and later. Every way to do it is built as a real light path and judged like any link; those that do not work say why."}
            </Text>
          )}
        </Flex>
      )}
    </Flex>
  );
}

const TITLES: Record<Exclude<Tab, "options">, string> = {
  possible: "What is possible",
  many: "Many needs at once",
  growth: "Will the plan grow?",
  prices: "Price book",
};

/** Who works, how long a day is, and where it begins. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { useChangePlan } from "../../api/plan";
import type { VisitsView } from "../../api/visits";
import { useChangePlant, usePlant } from "../../api/plant";
import { useOpenPlan } from "../../app/planContext";
import { Choice, options, TextField } from "../../forms/Field";
import { Sheet } from "../../parts/Sheet";
import { typed } from "../../words/figures";

export function CrewSheet({ view, onClose }: { view: VisitsView; onClose: () => void }) {
  const { plan } = useOpenPlan();
  const change = useChangePlan(plan.id);
  const places = useChangePlant(plan.id);
  const plant = usePlant(plan.id, plan.revision).data;
  const rules = plan.house_rules;
  const store = (what: Partial<typeof rules>) => change.mutateAsync({ house_rules: { ...rules, ...what } });
  const number = (key: "crew" | "crews" | "day_h" | "pace", label: string, least: number, most: number, whole: boolean) => (
    <TextField
      label={label}
      width="112px"
      mono
      value={String(rules[key])}
      invalid={(text) => {
        const count = typed(text);
        const good = count !== null && count >= least && count <= most && (!whole || Number.isInteger(count));
        return good ? null : `${label}: “${text}” is not ${whole ? "a whole number" : "a number"} from ${least} to ${most}`;
      }}
      onCommit={(text) => store({ [key]: typed(text) })}
    />
  );
  const depot = (name: string) => {
    const changes = (plant?.places ?? [])
      .filter((one) => one.depot !== (one.name === name))
      .map((one) => ({ kind: "place" as const, id: one.id ?? null, doc: { ...one, depot: one.name === name } }));
    return changes.length ? places.mutateAsync({ what: `Days begin at ${name}`, changes }) : undefined;
  };
  return (
    <Sheet
      title="Crew and days"
      open
      onClose={onClose}
      footer={
        <Button colorPalette="accent" minH="44px" onClick={onClose}>
          Done
        </Button>
      }
    >
      <Flex gap="2" wrap="wrap">
        {number("crew", "People in a crew", 1, 20, true)}
        {number("crews", "Crews", 1, 10, true)}
        {number("day_h", "Hours of a day", 1, 16, false)}
        {number("pace", "Minutes for one planned", 0.2, 5, false)}
        <TextField
          label="Begins at"
          width="96px"
          mono
          value={rules.day_starts}
          invalid={(text) => (/^([01]?\d|2[0-3]):[0-5]\d$/.test(text.trim()) ? null : `“${text}” is not a time of day such as 08:30`)}
          onCommit={(text) => store({ day_starts: text.trim() })}
        />
        <Choice
          label="From and back to"
          width="200px"
          value={view.depot ?? ""}
          options={options(plant?.places.map((one) => one.name) ?? [])}
          onChange={depot}
        />
      </Flex>
      <Text mt="3" fontSize="14px">
        Hours in which a place can be worked at, and ways whose length is not what the map says, stand with the place in{" "}
        <RouterLink to={`/plans/${plan.id}/survey?show=places`} style={{ textDecoration: "underline" }}>
          Survey
        </RouterLink>
        . Whether each link is tested as it is pulled, or all on a last day, is a{" "}
        <RouterLink to={`/plans/${plan.id}/rules`} style={{ textDecoration: "underline" }}>
          house rule
        </RouterLink>
        . Lead times stand with the price.
      </Text>
    </Sheet>
  );
}

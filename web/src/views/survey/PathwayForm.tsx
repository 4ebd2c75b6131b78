/** What is known of a pathway: size, bends, what else lies in it, what it is exposed to. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import { usePlantReference, type PathwayDoc } from "../../api/plant";
import { ChoiceOf, LengthOf, NumberOf, TextOf, YesNoOf } from "../../forms/docFields";
import { Group } from "../../forms/Group";
import { Choice, options, TextField } from "../../forms/Field";
import { typed, typedMillimetres } from "../../words/figures";

interface Props {
  pathway: PathwayDoc;
  places: string[];
  onStore: (next: PathwayDoc) => Promise<unknown>;
  onRemove: () => void;
}

type Bend = NonNullable<PathwayDoc["bends"]>[number];
type Other = NonNullable<PathwayDoc["others"]>[number];
const HAZARDS = ["wet", "sun", "rodents", "salt", "lightning"] as const;

/** `90@0.6/12 45`: angle @ radius / distance from end a. */
export const bendsText = (bends: Bend[] | null | undefined) =>
  (bends ?? []).map((b) => `${b.angle_deg}${b.radius_m != null ? `@${b.radius_m}` : ""}${b.at_m != null ? `/${b.at_m}` : ""}`).join("  ");

export function bendsOf(text: string): Bend[] | null {
  const found: Bend[] = [];
  for (const word of text.trim().split(/\s+/).filter(Boolean)) {
    const parts = /^([\d.,]+)(?:@([\d.,]+))?(?:\/([\d.,]+))?$/.exec(word);
    const angle = parts ? typed(parts[1]!) : null;
    if (!parts || angle === null) return null;
    const more = (part: string | undefined) => (part === undefined ? undefined : (typed(part) ?? undefined));
    const [radius_m, at_m] = [more(parts[2]), more(parts[3])];
    found.push({ angle_deg: angle, ...(radius_m !== undefined && { radius_m }), ...(at_m !== undefined && { at_m }) });
  }
  return found;
}

export function PathwayForm({ pathway, places, onStore, onRemove }: Props) {
  const reference = usePlantReference().data;
  const store = (change: Record<string, unknown>) => onStore({ ...pathway, ...change });
  const field = { doc: pathway, store };
  const { others } = pathway;
  const setOther = (at: number, next: Partial<Other> | null) =>
    store({ others: others.flatMap((one, i) => (i === at ? (next ? [{ ...one, ...next }] : []) : [one])) });
  const { hazards } = pathway;
  const sized = pathway.inner_mm != null || (pathway.width_mm == null && pathway.height_mm == null);
  return (
    <Flex direction="column" gap="1" align="start">
      <Group name="What and where">
        <TextOf {...field} at="name" label="Name" width="160px" />
        <ChoiceOf {...field} at="kind" label="Kind" width="104px" values={reference?.kinds ?? [pathway.kind]} needed />
        <ChoiceOf {...field} at="a" label="From" width="160px" values={places} needed />
        <ChoiceOf {...field} at="b" label="To" width="160px" values={places} needed />
        <TextOf {...field} at="lies_in" label="Shares a trench" width="130px" list="trenches" />
      </Group>
      <Group name="Length and size">
        <LengthOf {...field} at="length_m" label="Length" needed />
        <ChoiceOf {...field} at="length_from" label="Length is" width="124px" values={["measured", "drawing", "guess"]} />
        {sized && (
          <TextField
            label="Inner diameter"
            width="118px"
            mono
            suffix="mm"
            list="tubing"
            value={pathway.inner_mm == null ? "" : String(pathway.inner_mm)}
            invalid={(text) => (text.trim() && typedMillimetres(text) === null && !reference?.tubing[text] ? `“${text}” is not a size` : null)}
            onCommit={(text) => store({ inner_mm: text.trim() ? (reference?.tubing[text] ?? typedMillimetres(text)) : null })}
          />
        )}
        {pathway.inner_mm == null && (
          <>
            <NumberOf {...field} at="width_mm" label="or width" suffix="mm" />
            <NumberOf {...field} at="height_mm" label="and height" suffix="mm" />
          </>
        )}
        <LengthOf {...field} at="rise_m" label="Rises by" />
      </Group>
      <datalist id="tubing">
        {Object.keys(reference?.tubing ?? {}).map((name) => (
          <option key={name} value={name} />
        ))}
      </datalist>
      <Group name="Pulling through">
        <TextField
          label="Bends: degrees@radius m/at m"
          width="220px"
          mono
          placeholder="90@0.6/12 45"
          value={bendsText(pathway.bends)}
          invalid={(text) => (bendsOf(text) === null ? "Write each bend as degrees@radius/at, as in 90@0.6/12" : null)}
          onCommit={(text) => store({ bends: bendsOf(text) })}
        />
        <NumberOf {...field} at="friction" label="Friction μ" />
        <YesNoOf {...field} at="pull_string" label="Pull string" width="124px" />
      </Group>
      <Group name="Around it and in it">
        <ChoiceOf {...field} at="space" label="Flame class" width="124px" values={["plenum", "riser", "general"]} />
        <Box>
          <Text fontSize="12px" color="fg.muted">
            Exposed to
          </Text>
          <Flex gap="1" wrap="wrap" role="group" aria-label="Exposed to">
            {HAZARDS.map((hazard) => {
              const on = hazards.includes(hazard);
              return (
                <Button
                  key={hazard}
                  size="xs"
                  h="28px"
                  px="2"
                  variant={on ? "solid" : "outline"}
                  colorPalette="accent"
                  aria-pressed={on}
                  onClick={() => void store({ hazards: on ? hazards.filter((h) => h !== hazard) : [...hazards, hazard] })}
                >
                  {hazard}
                </Button>
              );
            })}
          </Flex>
        </Box>
        <Box w="100%">
          <Text fontSize="12px" color="fg.muted">
            What else lies in it
          </Text>
          {others.map((one, at) => (
            <Flex key={at} gap="2" align="end" mb="1">
              <TextField label="What" hideLabel width="150px" value={one.what} onCommit={(what) => setOther(at, { what })} />
              <TextField
                label="Diameter"
                hideLabel
                width="78px"
                mono
                suffix="mm"
                value={String(one.od_mm)}
                invalid={(t) => (typed(t) === null ? `“${t}” is not a number` : null)}
                onCommit={(t) => setOther(at, { od_mm: typed(t) ?? one.od_mm })}
              />
              <TextField
                label="How many"
                hideLabel
                width="52px"
                mono
                suffix="×"
                value={String(one.count)}
                invalid={(t) => (Number.isInteger(typed(t)) ? null : `“${t}” is not a number`)}
                onCommit={(t) => setOther(at, { count: typed(t) ?? one.count })}
              />
              <Choice
                label="Power"
                hideLabel
                width="96px"
                value={one.power ? "power" : "no power"}
                options={options(["no power", "power"])}
                onChange={(v) => setOther(at, { power: v === "power" })}
              />
              <Button size="xs" variant="ghost" colorPalette="accent" px="1" aria-label={`Remove ${one.what}`} onClick={() => void setOther(at, null)}>
                ✕
              </Button>
            </Flex>
          ))}
          <Button
            size="xs"
            variant="ghost"
            colorPalette="accent"
            px="1"
            onClick={() => void store({ others: [...others, { what: "other cable", od_mm: 8, count: 1, power: false }] })}
          >
            Add another cable or power
          </Button>
        </Box>
      </Group>
      <TextOf {...field} at="notes" label="Notes" width="320px" />
      <Button size="xs" variant="outline" colorPalette="accent" onClick={onRemove}>
        Delete pathway
      </Button>
    </Flex>
  );
}

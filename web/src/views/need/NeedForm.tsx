/** The need: one line to begin, every field after it. */
import { Box, Button, Flex, Grid, Input, NativeSelect, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { useChoiceReference, useWay } from "../../api/choice";
import { useDevices, useSchools } from "../../api/beside";
import { useReference } from "../../api/plan";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, lengthField, rate } from "../../words/figures";
import { Group } from "../../forms/Group";
import { Problem } from "../../parts/Problem";
import { Toggle } from "../../forms/Toggle";
import { EMPTY, type Draft } from "./draft";
import { NeedLine } from "./NeedLine";

interface Props {
  draft: Draft;
  onChange: (next: Draft) => void;
  problem: string | null;
}

type Texts = "wanted_by" | "asked_by" | "draw" | "peak" | "a_place" | "b_place" | "distance" | "circuits" | "strands" | "growth_by" | "second";

export function NeedForm({ draft, onChange, problem }: Props) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const reference = useReference().data;
  const offered = useChoiceReference(plan.id).data;
  const services = useDevices(plan.id, plan.revision).data?.services ?? [];
  const set = (change: Partial<Draft>) => onChange({ ...draft, ...change });
  const text = (label: string, key: Texts, more: { list?: string; width?: string; placeholder?: string } = {}) => (
    <Field label={label} width={more.width}>
      <Input
        size="xs"
        h="30px"
        aria-label={label}
        list={more.list}
        placeholder={more.placeholder}
        bg="bg.panel"
        fontSize="14px"
        fontFamily={key.endsWith("place") ? undefined : "mono"}
        value={draft[key]}
        onChange={(e) => set({ [key]: e.target.value })}
      />
    </Field>
  );
  const speeds = (offered?.rates_gbps ?? [draft.rate_gbps]).map((r): [string, string] => [String(r), rate(r)]);
  return (
    <Grid templateColumns={{ base: "1fr 1fr", lg: "minmax(0, 1fr)" }} gap="2" alignItems="end" css={{ "& > [data-wide]": { gridColumn: "1 / -1" } }}>
      <NeedLine draft={draft} onChange={onChange} />
      <datalist id="choose-places">
        {plan.places.map((p) => (
          <option key={p.name} value={p.name} />
        ))}
      </datalist>
      {text("From", "a_place", { list: "choose-places" })}
      {text("To", "b_place", { list: "choose-places" })}
      <Flex gap="2">
        {text(`Route, ${unit}`, "distance", { width: "50%" })}
        {text("Circuits", "circuits", { width: "50%" })}
      </Flex>
      <Recorded draft={draft} onChange={onChange} />
      <Flex gap="2">
        <Select label="Speed now" value={String(draft.rate_gbps)} values={speeds} put={(v) => set({ rate_gbps: Number(v) })} width="36%" />
        <Select
          label="Speed later"
          value={draft.growth_gbps === null ? "" : String(draft.growth_gbps)}
          values={[["", "the same"], ...speeds]}
          put={(v) => set({ growth_gbps: v ? Number(v) : null, ...(!v && { growth_by: "" }) })}
          width="36%"
        />
        {text("By year", "growth_by", { width: "28%", placeholder: "any" })}
      </Flex>
      <Flex gap="2" align="end">
        <Pressed on={draft.redundant} onPress={() => set({ redundant: !draft.redundant })}>
          two separate routes
        </Pressed>
        {draft.redundant && text(`Second, ${unit}`, "second", { width: "100px" })}
      </Flex>
      <Field label="Budget" width="fit-content">
        <Toggle
          label="Budget"
          value={draft.budget}
          options={(offered?.budgets ?? [draft.budget]).map((b) => ({ value: b, label: b }))}
          onChange={(budget) => set({ budget })}
        />
      </Field>
      <Problem text={problem} fontSize="14px" data-wide="" />
      <More draft={draft}>
        <Group name="What stands there">
          <End label="Device or cage at the start" place={draft.a_place} value={draft.end_a} put={(v) => set({ end_a: v })} cages={reference?.cages ?? []} />
          <End label="Device or cage at the end" place={draft.b_place} value={draft.end_b} put={(v) => set({ end_b: v })} cages={reference?.cages ?? []} />
          <Flex gap="2">
            <Select
              label="Glass that is there"
              value={draft.existing}
              values={[["", "none: new cable"], ...(reference?.fibers ?? []).map((f): [string, string] => [f.name, f.name])]}
              put={(v) => set({ existing: v })}
              width="50%"
            />
            {text("Strands at hand", "strands", { width: "50%", placeholder: "as needed" })}
          </Flex>
        </Group>
        <Group name="Power and service">
          <Flex gap="2">
            {text("Far device takes, W", "draw", { width: "50%", placeholder: "not asked" })}
            {text("At its peak, W", "peak", { width: "50%", placeholder: "the same" })}
          </Flex>
          {services.length > 0 && (
            <Select
              label="For the service"
              value={draft.service}
              values={[["", "none in particular"], ...services.map((s): [string, string] => [s.doc.name, s.doc.name])]}
              put={(v) => set({ service: v })}
            />
          )}
        </Group>
        <Group name="The way">
          <Field label="The way">
            <Flex gap="1" wrap="wrap">
              <Pressed on={draft.same_rack} onPress={() => set({ same_rack: !draft.same_rack })}>
                in one rack
              </Pressed>
              <Pressed on={draft.outdoors} onPress={() => set({ outdoors: !draft.outdoors })}>
                leaves the building
              </Pressed>
              {(offered?.surroundings ?? []).map((word) => {
                const on = draft.surroundings.includes(word);
                return (
                  <Pressed
                    key={word}
                    on={on}
                    onPress={() => set({ surroundings: on ? draft.surroundings.filter((w) => w !== word) : [...draft.surroundings, word] })}
                  >
                    {WORDS[word] ?? word}
                  </Pressed>
                );
              })}
            </Flex>
          </Field>
        </Group>
        <Group name="House rules for this one">
          <Rule label="Connectors on panels" school="panel_plug" value={draft.panel_plug} put={(v) => set({ panel_plug: v })} />
          <Rule label="Ends of new cable" school="termination" value={draft.termination} put={(v) => set({ termination: v })} />
        </Group>
        <Group name="Who and when">
          <Flex gap="2">
            {text("Wanted by", "wanted_by", { width: "50%", placeholder: "2027-03-01" })}
            {text("For whom", "asked_by", { width: "50%", placeholder: "not said" })}
          </Flex>
        </Group>
      </More>
    </Grid>
  );
}

const WORDS: Record<string, string> = { soil: "in the soil", power: "beside power" };

/** What the recorded pathways say, where that is not what the form says. */
function Recorded({ draft, onChange }: Pick<Props, "draft" | "onChange">) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const known = (name: string) => plan.places.some((p) => p.name === name);
  const a = known(draft.a_place) ? draft.a_place : "";
  const b = known(draft.b_place) ? draft.b_place : "";
  const way = useWay(plan.id, plan.revision, a, b).data;
  if (!a || !b || !way) return null;
  const first = lengthField(draft.redundant && way.first_m != null ? way.first_m : way.route_m, unit);
  const second = way.second_m == null ? null : lengthField(way.second_m, unit);
  const wrong = draft.distance !== first || (draft.redundant && second !== null && draft.second !== second);
  if (!wrong && !draft.redundant) return null;
  return (
    <Box fontSize="13px" color="fg.muted" lineHeight="1.3" data-way="" data-wide="">
      {wrong && (
        <Button
          size="2xs"
          h="24px"
          px="1.5"
          fontSize="13px"
          variant="outline"
          colorPalette="accent"
          onClick={() => onChange({ ...draft, distance: first, ...(draft.redundant && second !== null && { second }) })}
        >
          Take the recorded {draft.redundant && second !== null ? `${first} and ${second}` : first} {unit}
        </Button>
      )}
      {draft.redundant && (
        <Text color={way.second_m == null || way.shared.length ? "warn.fg" : "fg.muted"}>
          {way.second_m == null
            ? "No second route is recorded."
            : way.shared.length
              ? `The two share ${way.shared_m > 0 ? `${length(way.shared_m, unit)}, ` : ""}${way.shared.join(", ")}.`
              : "The two recorded routes share nothing."}
        </Text>
      )}
    </Box>
  );
}

/** Fields that most needs leave alone; open where one of them is set. */
function More({ draft, children }: { draft: Draft; children: ReactNode }) {
  const keys = [
    "end_a",
    "end_b",
    "existing",
    "strands",
    "draw",
    "peak",
    "service",
    "same_rack",
    "outdoors",
    "surroundings",
    "termination",
    "panel_plug",
    "wanted_by",
    "asked_by",
  ] as const;
  const set = keys.filter((key) => String(draft[key]) !== String(EMPTY[key])).length;
  return (
    <details data-more="" data-wide="">
      <summary style={{ cursor: "pointer", fontWeight: 600, fontSize: 14 }}>Devices, glass, surroundings, ends{set ? ` · ${set} set` : ""}</summary>
      <Flex direction="column" gap="2" mt="1.5">
        {children}
      </Flex>
    </details>
  );
}

interface EndProps {
  label: string;
  place: string;
  value: string;
  put: (value: string) => void;
  cages: readonly string[];
}

function End({ label, place, value, put, cages }: EndProps) {
  const { plan } = useOpenPlan();
  const devices = plan.devices.filter((d) => d.place == null || d.place === place);
  const values: [string, string][] = [
    ["", "not decided"],
    ...devices.map((d): [string, string] => [`device:${d.name}`, `${d.name}: ${[...new Set(d.ports.map((p) => p.cage ?? "jacks"))].join(", ")}`]),
    ...cages.map((c): [string, string] => [`cage:${c}`, `${c} cage`]),
    ["none", "no cage: a converter"],
  ];
  return <Select label={label} value={value} values={values} put={put} />;
}

function Rule({ label, school, value, put }: { label: string; school: string; value: string; put: (value: string) => void }) {
  const { plan } = useOpenPlan();
  const found = useSchools().data?.find((s) => s.key === school);
  const word = (v: unknown) => found?.words[found.tried.findIndex((t) => t === v)] ?? String(v);
  const rule = (plan.house_rules as Record<string, unknown>)[school] ?? found?.default;
  const values: [string, string][] = [["", `house rule: ${word(rule)}`], ...(found?.tried ?? []).map((v): [string, string] => [String(v), word(v)])];
  return <Select label={label} value={value} values={values} put={put} />;
}

function Pressed({ on, onPress, children }: { on: boolean; onPress: () => void; children: ReactNode }) {
  return (
    <Button size="xs" h="28px" px="2" variant={on ? "solid" : "outline"} colorPalette="accent" aria-pressed={on} onClick={onPress}>
      {children}
    </Button>
  );
}

interface SelectProps {
  label: string;
  value: string;
  values: [string, string][];
  put: (value: string) => void;
  width?: string | undefined;
}

function Select({ label, value, values, put, width }: SelectProps) {
  return (
    <Field label={label} width={width}>
      <NativeSelect.Root size="xs">
        <NativeSelect.Field aria-label={label} h="30px" ps="2" fontSize="14px" bg="bg.panel" value={value} onChange={(e) => put(e.target.value)}>
          {values.map(([v, word]) => (
            <option key={v} value={v}>
              {word}
            </option>
          ))}
        </NativeSelect.Field>
        <NativeSelect.Indicator />
      </NativeSelect.Root>
    </Field>
  );
}

function Field({ label, width, children }: { label: string; width?: string | undefined; children: ReactNode }) {
  return (
    <Box w={width} minW="0">
      <Text fontSize="12px" color="fg.muted" lineHeight="1.2" whiteSpace="nowrap">
        {label}
      </Text>
      {children}
    </Box>
  );
}

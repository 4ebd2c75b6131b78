/** The need: one line to begin, every field after it. */
import { Box, Button, Flex, Input, NativeSelect, Text } from "@chakra-ui/react";
import { useState, type ReactNode } from "react";
import { readLine, type Need } from "../../api/choice";
import { useReference } from "../../api/plan";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { fromUnit, lengthField, rate, typed } from "../../parts/figures";

export interface Draft {
  a_place: string;
  b_place: string;
  distance: string;
  rate_gbps: number;
  growth_gbps: number | null;
  circuits: string;
  strands: string;
  cage_a: string;
  cage_b: string;
  same_rack: boolean;
  outdoors: boolean;
  existing: string;
}

export const RATES = [0.1, 1, 10, 25, 40, 50, 100, 200, 400];

export const EMPTY: Draft = {
  a_place: "",
  b_place: "",
  distance: "",
  rate_gbps: 10,
  growth_gbps: null,
  circuits: "1",
  strands: "",
  cage_a: "",
  cage_b: "",
  same_rack: false,
  outdoors: false,
  existing: "",
};

/** The need as it is asked, or the field that keeps it from being asked. */
export function needOf(draft: Draft, unit: "m" | "ft"): { need: Need | null; lacks: string | null } {
  const distance = typed(draft.distance);
  const circuits = typed(draft.circuits);
  const strands = draft.strands.trim() ? typed(draft.strands) : null;
  if (!draft.a_place.trim() || !draft.b_place.trim()) return { need: null, lacks: "Name both places." };
  if (distance === null) return { need: null, lacks: draft.distance.trim() ? `“${draft.distance}” is not a length.` : "Give the length of the route." };
  if (circuits === null || !Number.isInteger(circuits)) return { need: null, lacks: `“${draft.circuits}” is not a number of circuits.` };
  if (draft.strands.trim() && (strands === null || !Number.isInteger(strands))) return { need: null, lacks: `“${draft.strands}” is not a number of strands.` };
  return {
    lacks: null,
    need: {
      a_place: draft.a_place.trim(),
      b_place: draft.b_place.trim(),
      distance_m: Math.round(fromUnit(distance, unit) * 100) / 100,
      rate_gbps: draft.rate_gbps,
      growth_gbps: draft.growth_gbps,
      circuits,
      strands_at_hand: strands,
      cage_a: draft.cage_a || null,
      cage_b: draft.cage_b || null,
      same_rack: draft.same_rack,
      outdoors: draft.outdoors,
      existing: draft.existing || null,
    },
  };
}

interface Props {
  draft: Draft;
  onChange: (next: Draft) => void;
  problem: string | null;
}

export function NeedForm({ draft, onChange, problem }: Props) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const reference = useReference().data;
  const [line, setLine] = useState("");
  const [said, setSaid] = useState<string | null>(null);
  const set = (change: Partial<Draft>) => onChange({ ...draft, ...change });
  const read = () => {
    if (!line.trim()) return;
    readLine(plan.id, line).then(
      (found) => {
        const metres = found.distance_m ?? found.route_m;
        onChange({
          ...draft,
          ...(found.a_place && { a_place: found.a_place }),
          ...(found.b_place && { b_place: found.b_place }),
          ...(metres != null && { distance: lengthField(metres, unit) }),
          ...(found.rate_gbps != null && { rate_gbps: found.rate_gbps }),
          ...(found.growth_gbps != null && { growth_gbps: found.growth_gbps }),
          ...(found.circuits != null && { circuits: String(found.circuits) }),
          ...(found.strands_at_hand != null && { strands: String(found.strands_at_hand) }),
          ...(found.same_rack != null && { same_rack: found.same_rack }),
          ...(found.outdoors != null && { outdoors: found.outdoors }),
        });
        const lacks = [found.a_place && found.b_place ? null : "both places by their names in the plan", found.rate_gbps != null ? null : "a speed"].filter(Boolean);
        setSaid(
          lacks.length
            ? `Not read: ${lacks.join(", ")}.`
            : found.distance_m == null && found.route_m != null
              ? "Length taken from the recorded pathways."
              : null,
        );
      },
      (error: unknown) => setSaid(error instanceof Error ? error.message : String(error)),
    );
  };
  const text = (label: string, key: "a_place" | "b_place" | "distance" | "circuits" | "strands", more: { list?: string; width?: string; placeholder?: string } = {}) => (
    <Field label={label} width={more.width}>
      <Input size="xs" h="30px" aria-label={label} list={more.list} placeholder={more.placeholder} bg="bg.panel" fontSize="14px" fontFamily={key.endsWith("place") ? undefined : "mono"} value={draft[key]} onChange={(e) => set({ [key]: e.target.value })} />
    </Field>
  );
  const select = (label: string, value: string, values: [string, string][], put: (v: string) => void, width?: string) => (
    <Field label={label} width={width}>
      <NativeSelect.Root size="xs">
        <NativeSelect.Field aria-label={label} h="30px" fontSize="14px" bg="bg.panel" value={value} onChange={(e) => put(e.target.value)}>
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
  const speeds = RATES.map((r): [string, string] => [String(r), rate(r)]);
  const cages: [string, string][] = [["", "not decided"], ["none", "none: converter"], ...(reference?.cages ?? []).map((c): [string, string] => [c, c])];
  return (
    <Flex direction="column" gap="2">
      <Box>
        <Text asChild fontSize="13px" fontWeight="600">
          <label htmlFor="need-line">In one line</label>
        </Text>
        <Flex gap="1">
          <Input
            id="need-line"
            size="sm"
            bg="bg.panel"
            placeholder="Pier Office to Wet Lab 10G, growth 100G"
            value={line}
            onChange={(e) => setLine(e.target.value)}
            onKeyDown={(e) => e.key === "Enter" && read()}
          />
          <Button size="sm" colorPalette="accent" variant="outline" onClick={read}>
            Read
          </Button>
        </Flex>
        {said && (
          <Text fontSize="13px" color="fg.muted" aria-live="polite">
            {said}
          </Text>
        )}
      </Box>
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
      <Flex gap="2">
        {select("Speed now", String(draft.rate_gbps), speeds, (v) => set({ rate_gbps: Number(v) }), "50%")}
        {select("Speed later", draft.growth_gbps === null ? "" : String(draft.growth_gbps), [["", "the same"], ...speeds], (v) => set({ growth_gbps: v ? Number(v) : null }), "50%")}
      </Flex>
      <Flex gap="2">
        {select("Cage at the start", draft.cage_a, cages, (v) => set({ cage_a: v }), "50%")}
        {select("Cage at the end", draft.cage_b, cages, (v) => set({ cage_b: v }), "50%")}
      </Flex>
      <Flex gap="2">
        {select("Glass that is there", draft.existing, [["", "none: new cable"], ...(reference?.fibers ?? []).map((f): [string, string] => [f.name, f.name])], (v) => set({ existing: v }), "50%")}
        {text("Strands at hand", "strands", { width: "50%", placeholder: "as needed" })}
      </Flex>
      <Flex gap="2">
        {(
          [
            ["same_rack", "in one rack"],
            ["outdoors", "leaves the building"],
          ] as const
        ).map(([key, label]) => (
          <Button key={key} size="xs" h="28px" variant={draft[key] ? "solid" : "outline"} colorPalette="accent" aria-pressed={draft[key]} onClick={() => set({ [key]: !draft[key] })}>
            {label}
          </Button>
        ))}
      </Flex>
      {problem && (
        <Text role="alert" color="stop.fg" fontWeight="600" fontSize="14px">
          {problem}
        </Text>
      )}
    </Flex>
  );
}

function Field({ label, width, children }: { label: string; width?: string; children: ReactNode }) {
  return (
    <Box w={width} minW="0">
      <Text fontSize="12px" color="fg.muted" lineHeight="1.2">
        {label}
      </Text>
      {children}
    </Box>
  );
}

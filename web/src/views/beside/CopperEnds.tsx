/** Copper runs: where each plugs in, how long it is with its cords, and which end feeds the other. */
import { Box, Button, Flex, Heading, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useCopper, useFiberBeside } from "../../api/choice";
import { useChangePlant, usePlantReference, type CopperDoc } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { ChoiceOf, LengthOf, NumberOf, TextOf } from "../../forms/docFields";
import { Choice, options, TextField } from "../../forms/Field";
import { AskSheet } from "../../forms/AskSheet";
import { money, plus, rate, said, typed, typedLength } from "../../words/figures";
import { useSettings } from "../../app/settings";

type End = NonNullable<CopperDoc["end_a"]>;
const NONE = { value: "", label: "not said" };

export function CopperEnds() {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const { say, refuse } = useNotice();
  const change = useChangePlant(plan.id);
  const runs = useCopper(plan.id, plan.revision).data ?? [];
  const rows = usePlantReference().data?.copper ?? [];
  const places = plan.places.map((p) => p.name);
  const named = (row: { name: string; rate_gbps: number }) => `${row.name}, ${rate(row.rate_gbps)}`;
  const send = (what: string, id: string | null, doc: Record<string, unknown> | null) => change.mutateAsync({ what, changes: [{ kind: "copper", id, doc }] });
  const [adding, setAdding] = useState(false);
  const add = async (text: string) => {
    const length_m = typedLength(text, unit);
    if (length_m === null || length_m <= 0) throw new Error(`“${text}” is not a length in ${unit}`);
    const row = rows.find((one) => one.rate_gbps === 1) ?? rows[0];
    const name = unused(runs.map((run) => run.name));
    await send(`Add ${name}`, null, { name, a: places[0], b: places[1] ?? places[0], what: row?.name, rate_gbps: row?.rate_gbps, length_m });
    say(`Added ${name}. Undo with u.`);
  };
  return (
    <Box mt="4">
      <Heading as="h2" fontSize="20px" mb="1">
        Copper runs
      </Heading>
      {runs.length === 0 && (
        <Text color="fg.muted" fontSize="14px">
          No copper run is recorded. A run that plugs into a device’s jack takes that jack, and may feed what hangs at its other end.
        </Text>
      )}
      {runs.map(({ doc, problem, carries }) => {
        const store = (next: Record<string, unknown>) => send(`Change ${doc.name}`, doc.id ?? null, { ...doc, ...next });
        const field = { doc, store };
        return (
          <Box key={doc.name} bg="bg.panel" px="3" py="2" mb="2" data-run={doc.name}>
            <Flex gap="2" wrap="wrap" align="end">
              <TextOf {...field} at="name" label="Run" width="190px" />
              <ChoiceOf {...field} at="a" label="From" width="140px" values={places} needed />
              <ChoiceOf {...field} at="b" label="To" width="140px" values={places} needed />
              <Choice
                label="What runs on it"
                width="200px"
                value={named({ name: doc.what, rate_gbps: doc.rate_gbps })}
                options={options(rows.map(named))}
                onChange={(text) => {
                  const row = rows.find((one) => named(one) === text);
                  return store(row ? { what: row.name, rate_gbps: row.rate_gbps } : {});
                }}
              />
              <LengthOf {...field} at="length_m" label="Laid length" needed />
              <LengthOf {...field} at="cords_m" label="Cords, both ends" />
              <NumberOf {...field} at="count" label="How many" whole needed />
              <Button
                size="xs"
                variant="ghost"
                colorPalette="accent"
                ml="auto"
                onClick={() => void send(`Remove ${doc.name}`, doc.id ?? null, null).then(() => say(`Removed ${doc.name}. Undo with u.`), refuse)}
              >
                Remove
              </Button>
            </Flex>
            <Flex gap="2" wrap="wrap" align="end" mt="1">
              <Plug place={doc.a} end={doc.end_a ?? null} onSet={(end_a) => store({ end_a })} />
              <Plug place={doc.b} end={doc.end_b ?? null} onSet={(end_b) => store({ end_b })} />
              <Choice
                label="Power over it"
                width="150px"
                value={doc.powered_from ?? ""}
                options={[
                  { value: "", label: "none" },
                  { value: "a", label: `from ${doc.a}` },
                  { value: "b", label: `from ${doc.b}` },
                ]}
                onChange={(from) => store({ powered_from: from || null })}
              />
            </Flex>
            <Flex gap="2" wrap="wrap" align="end" mt="1">
              <Choice
                label="It is"
                width="96px"
                value={doc.existing ? "there" : "new"}
                options={options(["new", "there"])}
                onChange={(is) => store({ existing: is === "there" })}
              />
              <ChoiceOf {...field} at="grade" label="Category printed" width="120px" values={["Cat 5e", "Cat 6", "Cat 6A", "Cat 8"]} />
              <ChoiceOf {...field} at="state" label="Tested" width="110px" values={["good", "not tested", "bad"]} />
              <ChoiceOf {...field} at="sheath" label="Sheath" width="130px" values={["indoor", "outdoor", "outdoor, filled"]} />
              <NumberOf {...field} at="warmest_c" label="Warmest" suffix="°C" />
              <Text fontSize="14px" pb="1.5" data-carries="">
                {carriesSaid(carries)}
              </Text>
            </Flex>
            {doc.id != null && <FiberBeside run={doc.id} />}
            {problem && (
              <Text color="stop.fg" fontWeight="600" fontSize="14px" mt="1">
                Too long: {said(problem, unit)}
              </Text>
            )}
          </Box>
        );
      })}
      <Button size="sm" variant="outline" colorPalette="accent" aria-disabled={!places.length} onClick={() => places.length > 0 && setAdding(true)}>
        Add a copper run
      </Button>
      {adding && <AskSheet title="Add a copper run" label={`Laid length of the copper run, ${unit}`} value="" onClose={() => setAdding(false)} onStore={add} />}
    </Box>
  );
}

/** What fiber in place of a run would be, and cost. */
function FiberBeside({ run }: { run: string }) {
  const { plan } = useOpenPlan();
  const [on, setOn] = useState(false);
  const found = useFiberBeside(plan.id, plan.revision, run, on);
  const best = found.data;
  if (!on)
    return (
      <Button size="xs" variant="ghost" colorPalette="accent" px="1" mt="1" className="no-print" onClick={() => setOn(true)}>
        What would fiber cost here?
      </Button>
    );
  return (
    <Text fontSize="14px" mt="1" data-fiber-beside="">
      {found.error ? found.error.message : null}
      {!best && !found.error && "Building the ways over fiber …"}
      {best &&
        (best.key === null
          ? `Fiber: ${best.reason}`
          : `Fiber: ${best.key}, ${money(best.total, plan.house_rules.currency)}, margin ${best.margin_db === null ? "not known" : `${plus(best.margin_db)} dB`}: ends ground and lightning trouble on this run.`)}
    </Text>
  );
}

/** '100M and 1G certain; 2.5G after a test; 10G not': what the run would carry by category and length. */
function carriesSaid(carries: { rate_gbps: number; how: string }[]): string {
  const of = (how: string) => carries.filter((one) => one.how === how).map((one) => rate(one.rate_gbps));
  const said = [
    of("certain").length && `${of("certain").join(", ")} certain`,
    of("test first").length && `${of("test first").join(", ")} after a test`,
    of("no").length && `${of("no").join(", ")} not`,
  ].filter(Boolean);
  return said.length ? `Would carry: ${said.join("; ")}.` : "";
}

/** The next name that no run has. */
function unused(taken: string[]): string {
  let n = taken.length + 1;
  while (taken.includes(`Copper run ${n}`)) n += 1;
  return `Copper run ${n}`;
}

function Plug({ place, end, onSet }: { place: string; end: End | null; onSet: (end: End | null) => Promise<unknown> }) {
  const { plan } = useOpenPlan();
  const device = plan.devices.find((d) => d.name === end?.device);
  const jacks = device?.ports.filter((g) => g.cage == null).map((g) => g.name) ?? [];
  return (
    <>
      <Choice
        label={`In ${place} it plugs into`}
        width="150px"
        value={end?.device ?? ""}
        options={[NONE, ...options(plan.devices.map((d) => d.name))]}
        onChange={(name) => onSet(name ? { device: name } : null)}
      />
      {end && jacks.length > 0 && (
        <Choice
          label="Jacks"
          width="96px"
          value={end.group ?? ""}
          options={[NONE, ...options(jacks)]}
          onChange={(group) => onSet({ ...end, group: group || null })}
        />
      )}
      {end && (
        <TextField
          label="Number"
          width="64px"
          mono
          value={end.number == null ? "" : String(end.number)}
          invalid={(text) => (text.trim() === "" || Number.isInteger(typed(text)) ? null : `“${text}” is not a port number`)}
          onCommit={(text) => onSet({ ...end, number: typed(text) })}
        />
      )}
    </>
  );
}

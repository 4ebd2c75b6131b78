/** Panel port maps and splices: views over the same strands. */
import { Box, Button, Flex, Heading, Table, Text } from "@chakra-ui/react";
import { idOf } from "../../api/client";
import { useState } from "react";
import { useChangePlant, usePanels, type PlantView } from "../../api/plant";
import { useOpenPlan } from "../../app/planContext";
import { useNotice } from "../../app/notice";
import { AskSheet } from "../../forms/AskSheet";
import { Choice, options, TextField } from "../../forms/Field";
import { typed } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { useRemove } from "../../parts/RemoveSheet";

export function Panels({ plant }: { plant: PlantView }) {
  const { plan } = useOpenPlan();
  const ports = usePanels(plan.id, plan.revision).data;
  const panels = new Map<string, NonNullable<typeof ports>>();
  for (const port of ports ?? []) panels.set(port.panel, [...(panels.get(port.panel) ?? []), port]);
  return (
    <Box overflowY="auto" flex="1" minH="0" pb="4" className="print-whole">
      <Splices plant={plant} />
      <Heading as="h2" fontSize="20px" mt="4" mb="1">
        Port map
      </Heading>
      {ports && panels.size === 0 && <Text>No cable names a panel yet: give its ends one in the cable’s form.</Text>}
      <Flex wrap="wrap" gap="4" align="start">
        {[...panels].map(([panel, rows]) => (
          <Box key={panel} w="390px">
            <Text fontWeight="700">
              {panel}{" "}
              <Text as="span" color="fg.muted" fontWeight="400">
                {rows[0]?.place}
              </Text>
            </Text>
            <Table.Root size="sm" variant="line" aria-label={`Ports of ${panel}`} css={{ "& td, & th": { py: "0.5" } }}>
              <Table.Body>
                {rows.map((r) => (
                  <Table.Row key={`${r.port} ${r.cable}`} bg="bg">
                    <Table.Cell w="44px">
                      <Mono fontWeight="700">{r.port}</Mono>
                    </Table.Cell>
                    <Table.Cell w="110px" whiteSpace="nowrap">
                      <Mono>
                        {r.cable} {r.strands[0]}
                        {r.strands.length > 1 ? `–${r.strands.at(-1)}` : ""}
                      </Mono>
                    </Table.Cell>
                    <Table.Cell color={r.links.length > 1 ? "stop.fg" : "fg"}>
                      {r.links.join(", ") || (
                        <Text as="span" color="fg.muted">
                          free
                        </Text>
                      )}
                    </Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
          </Box>
        ))}
      </Flex>
    </Box>
  );
}

function Splices({ plant }: { plant: PlantView }) {
  const { plan } = useOpenPlan();
  const change = useChangePlant(plan.id);
  const { refuse } = useNotice();
  const { remove, sheet } = useRemove(plan.id, () => undefined);
  const [adding, setAdding] = useState(false);
  const places = plant.places.map((p) => p.name);
  const endingAt = (place: string) => plant.cables.filter((c) => c.doc.a === place || c.doc.b === place).map((c) => c.doc.name);
  return (
    <Box>
      <Heading as="h2" fontSize="20px">
        Splices in chambers
      </Heading>
      {plant.closures.length === 0 && <Text color="fg.muted">No closure is noted: every cable runs from panel to panel.</Text>}
      {plant.closures.map((closure) => {
        type Splice = (typeof closure.splices)[number];
        const store = (next: Partial<typeof closure>) =>
          change.mutateAsync({ what: `Change splices in ${closure.name}`, changes: [{ kind: "closure", id: idOf(closure), doc: { ...closure, ...next } }] });
        const set = (at: number, next: Partial<Splice> | null) =>
          store({ splices: closure.splices.flatMap((s, i) => (i === at ? (next ? [{ ...s, ...next }] : []) : [s])) });
        const here = endingAt(closure.place);
        const number = (label: string, value: number, put: (n: number) => Promise<unknown>) => (
          <TextField
            label={label}
            width="74px"
            mono
            value={String(value)}
            invalid={(t) => (Number.isInteger(typed(t)) ? null : `“${t}” is not a strand`)}
            onCommit={(t) => put(typed(t) ?? value)}
          />
        );
        return (
          <Box key={closure.name} bg="bg.panel" px="3" py="2" mt="2" data-closure={closure.name}>
            <Flex gap="2" align="end">
              <TextField label="Closure" width="170px" value={closure.name} onCommit={(name) => store({ name: name.trim() })} />
              <Choice label="In" width="170px" value={closure.place} options={options(places)} onChange={(place) => store({ place })} />
              <Button size="xs" variant="ghost" colorPalette="accent" ml="auto" onClick={() => remove("closure", closure)}>
                Delete
              </Button>
            </Flex>
            {closure.splices.map((s, at) => (
              <Flex key={at} gap="2" align="end" mt="1" wrap="wrap">
                <Choice label="Cable" width="110px" value={s.a} options={options(here)} onChange={(a) => set(at, { a })} />
                {number("from strand", s.a_first, (n) => set(at, { a_first: n }))}
                <Choice label="to cable" width="110px" value={s.b} options={options(here)} onChange={(b) => set(at, { b })} />
                {number("from strand", s.b_first, (n) => set(at, { b_first: n }))}
                {number("how many", s.count, (n) => set(at, { count: n }))}
                <Choice
                  label="Kind"
                  width="110px"
                  value={s.kind}
                  options={options(["fusion", "mechanical"])}
                  onChange={(kind) => set(at, { kind: kind as Splice["kind"] })}
                />
                <Button size="xs" variant="ghost" colorPalette="accent" onClick={() => void set(at, null).catch(refuse)}>
                  Remove
                </Button>
              </Flex>
            ))}
            <Button
              size="xs"
              variant="ghost"
              colorPalette="accent"
              px="1"
              aria-disabled={here.length < 2}
              title={here.length < 2 ? "Two cables must end here" : undefined}
              onClick={() =>
                here.length > 1 &&
                void store({ splices: [...closure.splices, { a: here[0]!, a_first: 1, b: here[1]!, b_first: 1, count: 1, kind: "fusion" }] }).catch(refuse)
              }
            >
              Add splices
            </Button>
          </Box>
        );
      })}
      <Button size="sm" variant="outline" colorPalette="accent" mt="2" aria-disabled={!places.length} onClick={() => places.length > 0 && setAdding(true)}>
        Add a closure
      </Button>
      {adding && (
        <AskSheet
          title="Add a closure"
          label="Name of the closure"
          value=""
          onClose={() => setAdding(false)}
          onStore={(name) =>
            change.mutateAsync({
              what: `Add closure ${name}`,
              changes: [{ kind: "closure", id: null, doc: { name, place: places.find((p) => endingAt(p).length > 1) ?? places[0], splices: [] } }],
            })
          }
        />
      )}
      {sheet}
    </Box>
  );
}

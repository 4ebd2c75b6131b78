/** What fails together: redundant groups, single points of failure, diverse routes, home runs. */
import { Box, Button, Flex, Heading, Input, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink } from "react-router";
import { useChangePlant, useDiverse, useFailures, useLayouts, type PlantView } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { AskSheet } from "../../forms/AskSheet";
import { Choice, options } from "../../forms/Field";
import { length } from "../../words/figures";
import { SeverityMark } from "../../drawing/Mark";
import { Mono } from "../../words/Mono";
import { useRemove } from "../../parts/RemoveSheet";
import { OtherWays } from "./OtherWays";

const SHOWN = 14;

export function Failures({ plant }: { plant: PlantView }) {
  const { plan } = useOpenPlan();
  const failures = useFailures(plan.id, plan.revision);
  const [kind, setKind] = useState("");
  const [whole, setWhole] = useState(false);
  if (!failures.data) return <Text color="fg.muted">{failures.error ? failures.error.message : "Cutting every cable in turn …"}</Text>;
  const points = failures.data.points.filter((p) => !kind || p.sort === kind);
  return (
    <Flex direction="column" gap="4" overflowY="auto" flex="1" minH="0" pb="4" className="print-whole">
      <Groups plant={plant} groups={failures.data.groups} />
      <Box>
        <Flex align="end" gap="3" mb="1" wrap="wrap">
          <Heading as="h2" fontSize="20px">
            Single points of failure
          </Heading>
          <Choice
            label="Only"
            width="130px"
            value={kind}
            options={[{ value: "", label: "everything" }, ...options(["place", "trench", "pathway", "cable", "device"])]}
            onChange={setKind}
          />
          <Text color="fg.muted" fontSize="14px" pb="1.5">
            {plan.name}: links that run on recorded cables, and the places that links end at.
          </Text>
        </Flex>
        <Table.Root size="sm" variant="line" aria-label="Single points of failure" css={{ "& td, & th": { py: "1" } }}>
          <Table.Header>
            <Table.Row bg="bg">
              <Table.ColumnHeader>If this fails</Table.ColumnHeader>
              <Table.ColumnHeader>Sort</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">Links dark</Table.ColumnHeader>
              <Table.ColumnHeader>Redundancy lost</Table.ColumnHeader>
              <Table.ColumnHeader>Which</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {points.slice(0, whole ? undefined : SHOWN).map((p) => (
              <Table.Row key={`${p.sort} ${p.name}`} bg="bg">
                <Table.Cell fontWeight="600">
                  {p.sort === "place" || p.sort === "pathway" ? (
                    <RouterLink to={`/plans/${plan.id}/survey?sort=${p.sort}&name=${encodeURIComponent(p.name)}`} style={{ textDecoration: "underline" }}>
                      {p.name}
                    </RouterLink>
                  ) : (
                    p.name
                  )}
                </Table.Cell>
                <Table.Cell>{p.sort}</Table.Cell>
                <Table.Cell textAlign="end">
                  <Mono fontWeight="700">{p.links.length}</Mono>
                </Table.Cell>
                <Table.Cell>
                  {p.groups.length > 0 && (
                    <Flex gap="1.5" align="center" color="stop.fg" fontWeight="600">
                      <SeverityMark severity="stop" size={12} />
                      {p.groups.join(", ")}
                    </Flex>
                  )}
                  {p.groups.length === 0 && p.weakened.length > 0 && <Text color="fg.muted">weakens {p.weakened.join(", ")}</Text>}
                </Table.Cell>
                <Table.Cell color="fg.muted" maxW="420px" truncate title={p.links.map((l) => l.name).join("\n")}>
                  {p.links.map((l) => l.name).join(", ")}
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
        {points.length > SHOWN && (
          <Button size="xs" variant="ghost" colorPalette="accent" onClick={() => setWhole(!whole)}>
            {whole ? "Show the worst only" : `Show ${points.length - SHOWN} more that take fewer links`}
          </Button>
        )}
      </Box>
      <Diverse plant={plant} />
      <HomeRuns plant={plant} />
    </Flex>
  );
}

interface GroupsProps {
  plant: PlantView;
  groups: {
    name: string;
    links: string[];
    others: { name: string; kind: string; said: string }[];
    missing: string[];
    unrouted: string[];
    shared: { sort: string; name: string; links: string[]; length_m: number | null }[];
  }[];
}

function Groups({ plant, groups }: GroupsProps) {
  const { plan, links } = useOpenPlan();
  const { unit } = useSettings();
  const { say, refuse } = useNotice();
  const change = useChangePlant(plan.id);
  const { remove, sheet } = useRemove(plan.id, () => undefined);
  const [first, setFirst] = useState("");
  const [second, setSecond] = useState("");
  const [naming, setNaming] = useState(false);
  const names = links.map((l) => l.name);
  const known = new Set(plant.groups.map((g) => g.name));
  return (
    <Box>
      <Heading as="h2" fontSize="20px">
        Links that stand in for each other
      </Heading>
      <Text color="fg.muted" fontSize="14px" mb="1">
        They must share nothing. Two live links between the same two networks loop unless spanning tree or link aggregation is on.
      </Text>
      {groups.map((group) => (
        <Box
          key={group.name}
          bg="bg.panel"
          borderLeftWidth="4px"
          borderColor={group.shared.length || group.unrouted.length || group.others.length ? "warn.fg" : "fine.fg"}
          px="3"
          py="2"
          mb="2"
          data-group={group.name}
        >
          <Flex gap="3" align="baseline">
            <Text fontWeight="700" fontSize="17px">
              {group.name}:{" "}
              {group.shared.length
                ? "not diverse"
                : group.unrouted.length
                  ? "not proven"
                  : group.others.length
                    ? "nothing shared in what is stated"
                    : "nothing shared in what is recorded"}
            </Text>
            <Button
              size="xs"
              variant="ghost"
              colorPalette="accent"
              ml="auto"
              onClick={() => remove("group", { ...group, id: plant.groups.find((g) => g.name === group.name)?.id })}
            >
              Delete
            </Button>
          </Flex>
          <Text fontSize="14px" color="fg.muted">
            {[...group.links, ...group.others.map((o) => `${o.name} (${o.kind})`)].join("  ·  ")}
          </Text>
          {group.shared.length > 0 && (
            <Text fontWeight="600" color="warn.fg">
              Shared: {group.shared.map((s) => `${s.sort} ${s.name}${s.length_m !== null ? ` (${length(s.length_m, unit)})` : ""}`).join(", ")}
            </Text>
          )}
          {group.unrouted.length > 0 && (
            <Text fontWeight="600" color="warn.fg">
              No route is recorded for {group.unrouted.join(", ")}: give it strands of a cable.
            </Text>
          )}
          {group.missing.length > 0 && <Text color="stop.fg">No such link any more: {group.missing.join(", ")}</Text>}
          <OtherWays plant={plant} name={group.name} said={Object.fromEntries(group.others.map((o) => [o.name, o.said]))} />
        </Box>
      ))}
      <Flex gap="2" align="end" wrap="wrap" className="no-print">
        <Choice label="This link" width="260px" value={first} options={[{ value: "", label: "choose" }, ...options(names)]} onChange={setFirst} />
        <Choice
          label="stands in for"
          width="260px"
          value={second}
          options={[{ value: "", label: "choose" }, ...options(names.filter((n) => n !== first))]}
          onChange={setSecond}
        />
        <Button size="xs" h="30px" colorPalette="accent" variant="outline" aria-disabled={!first || !second} onClick={() => first && second && setNaming(true)}>
          Add the pair
        </Button>
      </Flex>
      {naming && (
        <AskSheet
          title="Links that stand in for each other"
          label="Name of the pair"
          value={known.has("Pair 1") ? `Pair ${known.size + 1}` : "Pair 1"}
          onClose={() => setNaming(false)}
          onStore={(name) =>
            change
              .mutateAsync({ what: `Add redundant pair ${name}`, changes: [{ kind: "group", id: null, doc: { name, links: [first, second] } }] })
              .then(() => {
                setFirst("");
                setSecond("");
                say(`Added ${name}. Undo with u.`);
              })
              .catch((error: unknown) => {
                refuse(error);
                throw error;
              })
          }
        />
      )}
      {sheet}
    </Box>
  );
}

function Diverse({ plant }: { plant: PlantView }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const places = plant.places.map((p) => p.name);
  const [a, setA] = useState("");
  const [b, setB] = useState("");
  const found = useDiverse(plan.id, plan.revision, a, b);
  const pair = found.data;
  const shared = pair ? [...pair.shared_trenches.map((t) => `trench ${t}`), ...pair.shared_pathways, ...pair.shared_places] : [];
  return (
    <Box>
      <Heading as="h2" fontSize="20px" mb="1">
        Two routes that share least
      </Heading>
      <Flex gap="2" align="end" wrap="wrap">
        <Choice label="From" width="190px" value={a} options={[{ value: "", label: "choose" }, ...options(places)]} onChange={setA} />
        <Choice label="To" width="190px" value={b} options={[{ value: "", label: "choose" }, ...options(places.filter((p) => p !== a))]} onChange={setB} />
      </Flex>
      {pair && a && b && (
        <Box mt="2" data-diverse="">
          {!pair.first && (
            <Text fontWeight="600">
              No recorded pathways lead from {a} to {b}.
            </Text>
          )}
          {pair.first && (
            <Text fontWeight="700" color={shared.length || !pair.second ? "warn.fg" : "fine.fg"}>
              {!pair.second
                ? "There is only one way."
                : shared.length
                  ? `They still share ${length(pair.shared_m, unit)}: ${shared.join(", ")}. ${pair.proved ? "No two routes share less." : `Not proved: some may share less, but none less than ${length(pair.least_m, unit)}.`}`
                  : `They share nothing. The second is ${length(pair.detour_m, unit)} longer.`}
            </Text>
          )}
          {[pair.first, pair.second].map(
            (r, i) =>
              r && (
                <Text key={i}>
                  <Mono fontWeight="700">{length(r.length_m, unit)}</Mono> {r.pathways.join(" → ")}
                </Text>
              ),
          )}
        </Box>
      )}
      {found.error && <Text color="stop.fg">{found.error.message}</Text>}
    </Box>
  );
}

function HomeRuns({ plant }: { plant: PlantView }) {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const places = plant.places.map((p) => p.name);
  const cabinets = plant.places.filter((p) => /cabinet/.test(p.kind ?? "")).map((p) => p.name);
  const [hub, setHub] = useState("");
  const [chosen, setChosen] = useState<string[]>(cabinets);
  const [each, setEach] = useState("2");
  const found = useLayouts(plan.id, plan.revision, hub, chosen, Math.max(1, Math.min(288, Number(each) || 2)));
  return (
    <Box>
      <Heading as="h2" fontSize="20px" mb="1">
        Home runs, or one shared cable
      </Heading>
      <Flex gap="2" align="end" wrap="wrap">
        <Choice label="From" width="190px" value={hub} options={[{ value: "", label: "choose" }, ...options(places)]} onChange={setHub} />
        <Box>
          <Text fontSize="12px" color="fg.muted">
            Strands for each
          </Text>
          <Input
            size="xs"
            h="30px"
            w="64px"
            fontFamily="mono"
            bg="bg.panel"
            value={each}
            aria-label="Strands for each"
            onChange={(e) => setEach(e.target.value)}
          />
        </Box>
        <Choice
          label="Add a place to reach"
          width="190px"
          value=""
          options={[{ value: "", label: "choose" }, ...options(places.filter((p) => p !== hub && !chosen.includes(p)))]}
          onChange={(v) => setChosen([...chosen, v])}
        />
      </Flex>
      <Flex gap="1" wrap="wrap" mt="1">
        {chosen.map((name) => (
          <Button key={name} size="xs" h="26px" variant="outline" colorPalette="accent" onClick={() => setChosen(chosen.filter((n) => n !== name))}>
            {name} ✕
          </Button>
        ))}
      </Flex>
      {found.error && <Text color="stop.fg">{found.error.message}</Text>}
      {found.data && hub && (
        <Table.Root size="sm" variant="line" mt="2" maxW="980px" aria-label="Home runs against a shared cable">
          <Table.Header>
            <Table.Row bg="bg">
              {["", "Cables", "Cable", "Strand metres", "Splices", "One cable cut", "A digger", "In words"].map((h) => (
                <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {found.data.map((l) => (
              <Table.Row key={l.name} bg="bg">
                <Table.Cell fontWeight="700">{l.name}</Table.Cell>
                <Table.Cell>
                  <Mono>{l.cables}</Mono>
                </Table.Cell>
                <Table.Cell whiteSpace="nowrap">
                  <Mono>{length(l.cable_m, unit)}</Mono>
                </Table.Cell>
                <Table.Cell whiteSpace="nowrap">
                  <Mono>{length(l.strand_m, unit)}</Mono>
                </Table.Cell>
                <Table.Cell>
                  <Mono>{l.joints}</Mono>
                </Table.Cell>
                <Table.Cell whiteSpace="nowrap">
                  <Mono fontWeight="700">{l.one_cable.worst}</Mono> at worst, <Mono>{l.one_cable.mean}</Mono> mean
                </Table.Cell>
                <Table.Cell whiteSpace="nowrap">
                  <Mono fontWeight="700">{l.dig.worst}</Mono> at worst, <Mono>{l.dig.mean}</Mono> mean
                </Table.Cell>
                <Table.Cell fontSize="13px">{l.said}</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      )}
    </Box>
  );
}

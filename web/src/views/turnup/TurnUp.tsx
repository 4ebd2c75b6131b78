/** The Turn-up pier: devices in the order in which they are set, and every link as far as it is. */
import { Box, Button, Flex, Heading, Link as ChakraLink, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink, useNavigate, useSearchParams } from "react-router";
import { useTurnUp, type TurnUpView } from "../../api/turnup";
import { useKeys } from "../../app/keyboard";
import { useOpenPlan } from "../../app/planContext";
import { TextField } from "../../forms/Field";
import { Toggle } from "../../forms/Toggle";
import { Problem } from "../../parts/Problem";
import { State } from "../testing/State";
import { BenchSheet } from "./BenchSheet";
import { toneOf } from "./told";

const SHOWN = 100;
type Row = TurnUpView["links"][number];
const SHOW: Record<string, (row: Row) => boolean> = {
  all: () => true,
  open: (row) => row.signed === null,
  trouble: (row) => ["dark", "erring", "weak"].includes(row.state),
  signed: (row) => row.signed !== null,
};

export function TurnUp() {
  const { plan } = useOpenPlan();
  const [search, setSearch] = useSearchParams();
  const navigate = useNavigate();
  const { data, error } = useTurnUp(plan.id, plan.revision);
  const [find, setFind] = useState("");
  const [show, setShow] = useState("all");
  const [more, setMore] = useState(SHOWN);
  const bench = search.get("bench");
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const rows = (data?.links ?? []).filter((row) => SHOW[show]!(row) && words.every((word) => row.name.toLowerCase().includes(word)));
  const first = rows.find((row) => row.state !== "signed") ?? rows[0];
  useKeys({ j: () => first && void navigate(`/plans/${plan.id}/links/${first.id}/turnup`) });
  const open = (node: string | null) =>
    setSearch((old) => {
      const now = new URLSearchParams(old);
      if (node === null) now.delete("bench");
      else now.set("bench", node);
      return now;
    });
  return (
    <Box flex="1" minH="0" px={{ base: "3", md: "4" }} pt="2" pb="6" overflowY="auto" className="print-whole">
      <Heading as="h1" fontSize={{ base: "22px", md: "28px" }} lineHeight="1.15" data-answer="">
        {data?.says ?? "Looking at devices and links …"}
      </Heading>
      <Flex gap="2" mt="1" className="no-print">
        <Button asChild size="sm" minH="34px" variant="outline" colorPalette="accent">
          <RouterLink to={`/plans/${plan.id}/changes`}>Changes to what is live</RouterLink>
        </Button>
        <Button size="sm" minH="34px" variant="outline" colorPalette="accent" onClick={() => window.location.assign(`/api/plans/${plan.id}/papers/turnup.pdf`)}>
          All lists as PDF
        </Button>
      </Flex>
      <Problem text={error?.message ?? null} />
      {data?.broken.map((one) => (
        <Text key={one} fontWeight="700" color="stop.fg" data-broken="">
          The chain of signatures is broken. {one}
        </Text>
      ))}
      {data && data.links.length === 0 && (
        <Text mt="2">
          Draw the first link in{" "}
          <ChakraLink asChild color="accent.fg" fontWeight="700">
            <RouterLink to={`/plans/${plan.id}/need?need=new`}>Need</RouterLink>
          </ChakraLink>
          ; what has to be set and read of it stands here then.
        </Text>
      )}
      {data && data.links.length > 0 && (
        <Flex mt="3" gap="6" direction={{ base: "column", lg: "row" }} align="start" className="print-column">
          <Box asChild w={{ base: "100%", lg: "400px" }} flex="none">
            <section aria-label="On the bench">
              <Heading as="h2" fontSize="17px" borderBottomWidth="1px" pb="1">
                On the bench, before anything leaves
              </Heading>
              <Text fontSize="14px" color="fg.muted" my="1">
                In this order: far ones with one way in first.
              </Text>
              {data.devices.slice(0, more).map((one, n) => (
                <Flex key={one.node} align="center" gap="2" py="1" borderBottomWidth="1px" data-device={one.name}>
                  <Text fontFamily="mono" w="28px" color="fg.muted" textAlign="end">
                    {n + 1}
                  </Text>
                  <Box flex="1" minW="0">
                    <Text fontWeight="600">{one.recorded ? one.name : `${one.name}: no device recorded`}</Text>
                    <Text fontSize="13px" color="fg.muted">
                      {one.hops === null
                        ? "no recorded way leads to it"
                        : one.hops === 0
                          ? "where people start"
                          : `${one.hops} ${one.hops === 1 ? "link" : "links"} away`}
                      {one.first && ", one way in: set it first"}
                    </Text>
                  </Box>
                  <Text fontFamily="mono" whiteSpace="nowrap">
                    {one.done} of {one.of}
                  </Text>
                  <Button
                    size="sm"
                    minH="34px"
                    variant="outline"
                    colorPalette="accent"
                    className="no-print"
                    onClick={() => open(one.node)}
                    aria-label={`List of ${one.name}`}
                  >
                    List
                  </Button>
                </Flex>
              ))}
            </section>
          </Box>
          <Box asChild flex="1" minW="0" w="100%">
            <section aria-label="Links">
              <Flex gap="3" align="end" wrap="wrap" mb="2" className="no-print">
                <Toggle
                  label="Which links"
                  value={show}
                  options={[
                    { value: "all", label: "all" },
                    { value: "open", label: "not signed" },
                    { value: "trouble", label: "in trouble" },
                    { value: "signed", label: "signed off" },
                  ]}
                  onChange={setShow}
                />
                <Box w="200px">
                  <TextField
                    label="Find a link"
                    value={find}
                    onCommit={(text) => {
                      setFind(text);
                      return undefined;
                    }}
                  />
                </Box>
              </Flex>
              <Table.Root size="sm">
                <Table.Header>
                  <Table.Row>
                    <Table.ColumnHeader>Link</Table.ColumnHeader>
                    <Table.ColumnHeader>How it is</Table.ColumnHeader>
                    <Table.ColumnHeader display={{ base: "none", md: "table-cell" }}>Signed off</Table.ColumnHeader>
                  </Table.Row>
                </Table.Header>
                <Table.Body>
                  {rows.slice(0, more).map((row) => (
                    <Table.Row key={row.id} data-link={row.name} data-state={row.state}>
                      <Table.Cell fontWeight="600">
                        <ChakraLink asChild color="fg" py="1.5" display="inline-block">
                          <RouterLink to={`/plans/${plan.id}/links/${row.id}/turnup`}>{row.name}</RouterLink>
                        </ChakraLink>
                      </Table.Cell>
                      <Table.Cell>
                        <Flex gap="2" align="center">
                          <State tone={toneOf(row)} />
                          {row.says}
                          {row.simulated && (
                            <Text as="span" fontSize="12px" color="fg.muted">
                              (simulated)
                            </Text>
                          )}
                        </Flex>
                      </Table.Cell>
                      <Table.Cell display={{ base: "none", md: "table-cell" }} fontFamily="mono">
                        {row.signed?.slice(0, 10) ?? "–"}
                      </Table.Cell>
                    </Table.Row>
                  ))}
                </Table.Body>
              </Table.Root>
              {rows.length === 0 && <Text mt="2">No link is so.</Text>}
              {rows.length > more && (
                <Button mt="2" size="sm" variant="outline" onClick={() => setMore(more + 400)}>
                  {rows.length - more} more
                </Button>
              )}
            </section>
          </Box>
        </Flex>
      )}
      {bench !== null && <BenchSheet node={bench} onClose={() => open(null)} />}
    </Box>
  );
}

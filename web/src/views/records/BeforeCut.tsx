/** What runs through a cable, duct, trench or place, and who must be told before it is cut. */
import { Box, Button, Flex, Heading, Link as ChakraLink, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import { Link as RouterLink, useSearchParams } from "react-router";
import { useCuttable, useThrough, type Sort } from "../../api/records";
import { useOpenPlan } from "../../app/planContext";
import { TextField } from "../../forms/Field";
import { Head } from "./Head";

const SHOWN = 60;

export function BeforeCut() {
  const { plan } = useOpenPlan();
  const [search, setSearch] = useSearchParams();
  const [find, setFind] = useState("");
  const all = useCuttable(plan.id, plan.revision);
  const sort = (search.get("sort") ?? "cable") as Sort;
  const name = search.get("name") ?? "";
  const { data, error } = useThrough(plan.id, plan.revision, sort, name);
  const words = find.toLowerCase().split(/\s+/).filter(Boolean);
  const rows = (all.data ?? []).filter((one) => words.every((word) => `${one.sort} ${one.name}`.toLowerCase().includes(word)));
  const answer = name
    ? data
      ? data.links.length
        ? `${data.links.length} ${data.links.length === 1 ? "link goes" : "links go"} dark with ${name}`
        : `No link that is recorded hangs on ${name}`
      : "Following what runs through …"
    : "What is to be cut, opened or moved?";
  const pdf = `/api/plans/${plan.id}/records/through.pdf?${new URLSearchParams({ sort, name })}`;
  return (
    <>
      <Head
        answer={answer}
        sub={name ? "Cut, dug up, moved or worked on: this is what stops." : "Choose a cable, pathway, trench or place."}
        error={all.error ?? error}
      />
      <Flex gap="6" direction={{ base: "column", lg: "row" }} align="start" className="print-column">
        <Box w={{ base: "100%", lg: "300px" }} flex="none" className="no-print">
          <TextField
            label="Find a cable, pathway, trench or place"
            value={find}
            onCommit={(text) => {
              setFind(text);
              return undefined;
            }}
          />
          <Box maxH={{ base: "220px", lg: "560px" }} overflowY="auto" mt="1" tabIndex={0} role="list" aria-label="What may be cut">
            {rows.slice(0, SHOWN).map((one) => (
              <Box key={`${one.sort}${one.name}`} role="listitem">
                <Button
                  variant={one.sort === sort && one.name === name ? "solid" : "ghost"}
                  colorPalette="accent"
                  size="sm"
                  w="100%"
                  minH="34px"
                  justifyContent="space-between"
                  onClick={() => setSearch({ page: "cut", sort: one.sort, name: one.name })}
                  data-cuttable={one.name}
                >
                  <span>
                    {one.sort} {one.name}
                  </span>
                  <span>{one.links}</span>
                </Button>
              </Box>
            ))}
            {rows.length > SHOWN && <Text p="2">{rows.length - SHOWN} more: find by name.</Text>}
          </Box>
        </Box>
        {data && name && (
          <Box flex="1" minW="0">
            {data.conductors.length > 0 && (
              <Text fontWeight="700" color="stop.fg" mb="2">
                Power runs, or may run, in {data.conductors.join(", ")}: a licensed person makes it dead, and shows that it is, before it is cut.
              </Text>
            )}
            {data.groups_lost.length > 0 && (
              <Text fontWeight="700" mb="1">
                Both ways at once: {data.groups_lost.join(", ")} loses all its links.
              </Text>
            )}
            {data.groups_weakened.length > 0 && <Text mb="1">Without a second way while it is cut: {data.groups_weakened.join(", ")}.</Text>}
            <Heading as="h2" fontSize="16px" mt="2">
              Who is told before
            </Heading>
            {data.tell.length === 0 && <Text>Nothing hangs on it, as far as is recorded.</Text>}
            {data.tell.map((one) => (
              <Text key={one.who ?? ""} py="0.5" data-tell={one.who ?? "unknown"}>
                <b>{one.who ?? "Nobody is recorded: find out who uses"}</b>
                {one.who ? ": " : " "}
                {one.of.join(", ")}
              </Text>
            ))}
            <Text fontSize="13px" color="fg.muted">
              Who asked for what stands in its need (“asked by”).
            </Text>
            <Heading as="h2" fontSize="16px" mt="3">
              Cables
            </Heading>
            <Text>{data.cables.length ? data.cables.join(", ") : "None is recorded in it."}</Text>
            {data.services.length > 0 && (
              <>
                <Heading as="h2" fontSize="16px" mt="3">
                  Services
                </Heading>
                <Text>{data.services.join(", ")}</Text>
              </>
            )}
            <Heading as="h2" fontSize="16px" mt="3">
              Links that go dark
            </Heading>
            <Table.Root size="sm">
              <Table.Body>
                {data.links.map((one) => (
                  <Table.Row key={one.id} data-dark={one.name}>
                    <Table.Cell fontWeight="600">
                      <ChakraLink asChild color="fg">
                        <RouterLink to={`/plans/${plan.id}/links/${one.id}`}>{one.name}</RouterLink>
                      </ChakraLink>
                    </Table.Cell>
                    <Table.Cell>{one.application}</Table.Cell>
                    <Table.Cell fontFamily="mono">{one.strands || "not on its strands"}</Table.Cell>
                  </Table.Row>
                ))}
              </Table.Body>
            </Table.Root>
            <Flex gap="2" mt="3" className="no-print">
              <Button size="sm" minH="34px" colorPalette="accent" onClick={() => window.location.assign(pdf)}>
                List to print, PDF
              </Button>
            </Flex>
          </Box>
        )}
      </Flex>
    </>
  );
}

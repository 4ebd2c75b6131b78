/** Free strands by pair of places, and what would join two places that have none. */
import { Box, Button, Flex, Heading, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useFree } from "../../api/records";
import { useOpenPlan } from "../../app/planContext";
import { Choice } from "../../forms/Field";
import { Head } from "./Head";

export function FreeStrands() {
  const { plan } = useOpenPlan();
  const [a, setA] = useState("");
  const [b, setB] = useState("");
  const { data, error } = useFree(plan.id, plan.revision, a || null, b || null);
  const places = [{ value: "", label: "any place" }, ...plan.places.map((one) => ({ value: one.name, label: one.name }))];
  const free = data?.pairs.reduce((sum, one) => sum + one.free, 0) ?? 0;
  const none = data !== undefined && free === 0;
  const nothing = data !== undefined && data.pairs.length === 0 && Object.keys(data.loose).length === 0;
  const answer =
    nothing && !a && !b
      ? "No cable is recorded: which glass is free is not known"
      : data === undefined
        ? "Counting free strands …"
        : a && b
          ? none
            ? `No strand is free between ${a} and ${b}`
            : `${free} strands are free between ${a} and ${b}`
          : `${free} strands are free from panel to panel`;
  return (
    <>
      <Head answer={answer} sub="Bad, dark and reserved ones are not counted; nor is what is left coiled or not ended." error={error} />
      <Flex gap="3" wrap="wrap" align="end" mb="2" className="no-print">
        <Box w="200px">
          <Choice label="From" value={a} options={places} onChange={setA} />
        </Box>
        <Box w="200px">
          <Choice label="To" value={b} options={places} onChange={setB} />
        </Box>
        <Button size="sm" minH="34px" variant="outline" colorPalette="accent" onClick={() => window.location.assign(`/api/plans/${plan.id}/records/free.csv`)}>
          As CSV
        </Button>
      </Flex>
      {a && b && data && (
        <Box mb="3">
          <Heading as="h2" fontSize="16px">
            Joined over a third place
          </Heading>
          {data.joined.length === 0 && <Text>Nothing that is free would join there.</Text>}
          {data.joined.slice(0, 12).map((one) => (
            <Text key={one.via + one.first + one.second} data-joined={one.via}>
              {one.strands} over {one.via}: {one.how === "patch" ? "patch" : "splice"} {one.first} to {one.second}
            </Text>
          ))}
        </Box>
      )}
      <Table.Root size="sm">
        <Table.Header>
          <Table.Row>
            {["Between", "free", "cable", "strands"].map((head) => (
              <Table.ColumnHeader key={head}>{head}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {(data?.pairs ?? []).flatMap((one) =>
            one.runs.map((run, n) => (
              <Table.Row key={one.places.join() + run.cable} data-pair={one.places.join(" – ")}>
                <Table.Cell fontWeight="600">{n === 0 ? one.places.join(" – ") : ""}</Table.Cell>
                <Table.Cell fontFamily="mono" whiteSpace="nowrap">
                  {run.strands.length} of {run.of}
                </Table.Cell>
                <Table.Cell>
                  {run.cable}
                  {run.spliced && ", spliced on"}
                </Table.Cell>
                <Table.Cell fontFamily="mono">{rows(run.strands)}</Table.Cell>
              </Table.Row>
            )),
          )}
        </Table.Body>
      </Table.Root>
      {data && Object.keys(data.loose).length > 0 && (
        <Text mt="2" fontSize="14px" color="fg.muted">
          Not ended at both sides:{" "}
          {Object.entries(data.loose)
            .map(([cable, count]) => `${cable} (${count})`)
            .join(", ")}
          .
        </Text>
      )}
    </>
  );
}

/** Numbers in rows: 1–4, 7, 9–12. */
function rows(numbers: number[]): string {
  const found: [number, number][] = [];
  for (const n of numbers) {
    const last = found.at(-1);
    if (last && last[1] === n - 1) last[1] = n;
    else found.push([n, n]);
  }
  return found.map(([from, to]) => (from === to ? `${from}` : `${from}–${to}`)).join(", ") || "none";
}

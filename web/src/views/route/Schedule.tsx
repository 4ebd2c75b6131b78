/** The cable schedule: every cable on one line, for ordering and for the van. */
import { Box, Table } from "@chakra-ui/react";
import type { PlantView } from "../../api/plant";
import { useSettings } from "../../app/settings";
import { lengthNumber } from "../../words/figures";
import { Mono } from "../../words/Mono";

export function Schedule({ plant, onOpen }: { plant: PlantView; onOpen: (cable: string) => void }) {
  const { unit } = useSettings();
  const metres = (m: number | null) => (m === null ? "?" : lengthNumber(m, unit));
  return (
    <Box overflowY="auto" flex="1" minH="0" pb="4" className="print-whole">
      <Table.Root size="sm" variant="line" aria-label="Cable schedule" css={{ "& td, & th": { py: "1" }, "& th": { whiteSpace: "nowrap" } }}>
        <Table.Header>
          <Table.Row bg="bg">
            {["Cable", "From – to", "Construction", "Glass", "Strands", "Free", `Route ${unit}`, `Slack ${unit}`, `Order ${unit}`, "Ends on"].map((h) => (
              <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {plant.cables.map((c) => (
            <Table.Row
              key={c.doc.name}
              bg="bg"
              tabIndex={0}
              cursor="pointer"
              onClick={() => onOpen(c.doc.name)}
              onKeyDown={(e) => e.key === "Enter" && onOpen(c.doc.name)}
            >
              <Table.Cell fontWeight="600" whiteSpace="nowrap">
                {c.doc.name}
              </Table.Cell>
              <Table.Cell>
                {c.doc.a} – {c.doc.b}
              </Table.Cell>
              <Table.Cell fontSize="13px">{c.doc.type ?? "not recorded"}</Table.Cell>
              <Table.Cell whiteSpace="nowrap">
                {c.doc.fiber}
                {c.doc.fiber_from === "guess" && " ?"}
              </Table.Cell>
              <Table.Cell textAlign="end">
                <Mono>{c.doc.strands}</Mono>
              </Table.Cell>
              <Table.Cell textAlign="end">
                <Mono>{c.doc.strands - c.taken}</Mono>
              </Table.Cell>
              <Table.Cell textAlign="end">
                <Mono>{metres(c.route_m)}</Mono>
              </Table.Cell>
              <Table.Cell textAlign="end">
                <Mono>{metres(c.slack_m)}</Mono>
              </Table.Cell>
              <Table.Cell textAlign="end" whiteSpace="nowrap">
                {c.doc.existing ? "there" : <Mono fontWeight="700">{metres(c.order_m)}</Mono>}
              </Table.Cell>
              <Table.Cell whiteSpace="nowrap">{[c.doc.end_a?.panel, c.doc.end_b?.panel].map((p) => p ?? "–").join(" / ")}</Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

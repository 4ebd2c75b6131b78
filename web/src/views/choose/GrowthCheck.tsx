/** Which links will not carry the plan's growth speed, and the least that it would take. */
import { Box, Table, Text } from "@chakra-ui/react";
import { Link as RouterLink } from "react-router";
import { useGrowthCheck } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { money, rate } from "../../parts/figures";
import { Mono } from "../../parts/Mono";

export function GrowthCheck() {
  const { plan } = useOpenPlan();
  const rows = useGrowthCheck(plan.id, plan.revision);
  const speed = plan.house_rules.growth_gbps;
  if (speed == null) return <Text>The plan has no growth speed. Set it among the house rules.</Text>;
  if (!rows.data) return <Text color="fg.muted">{rows.error ? rows.error.message : "Trying the growth speed on every link …"}</Text>;
  return (
    <Box overflowY="auto" flex="1" minH="0" pb="4">
      <Text mb="2" fontWeight="600">
        {rows.data.length ? `${rows.data.length} links will not carry ${rate(speed)} on the glass that they have` : `Every link carries ${rate(speed)} with new modules alone`}
      </Text>
      <Table.Root size="sm" variant="line" aria-label="Growth" css={{ "& td, & th": { py: "1" } }}>
        <Table.Header>
          <Table.Row bg="bg">
            {["Link", "What stops it", "The first way to have it", "Cost", "Instead"].map((h) => (
              <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
            ))}
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.data.map((row) => (
            <Table.Row key={row.id} bg="bg">
              <Table.Cell fontWeight="600">
                <RouterLink to={`/plans/${plan.id}/links/${row.id}`} style={{ textDecoration: "underline" }}>
                  {row.name}
                </RouterLink>
              </Table.Cell>
              <Table.Cell>{row.message}</Table.Cell>
              <Table.Cell>{row.takes}</Table.Cell>
              <Table.Cell whiteSpace="nowrap">
                <Mono>{money(row.total, plan.house_rules.currency)}</Mono>
              </Table.Cell>
              <Table.Cell>
                {row.a_place && row.b_place && (
                  <RouterLink
                    to={`/plans/${plan.id}/choose?${new URLSearchParams({ from: row.a_place, to: row.b_place, distance: String(row.distance_m), rate: String(speed), link: String(row.id) }).toString()}`}
                    style={{ textDecoration: "underline", fontWeight: 700, whiteSpace: "nowrap" }}
                  >
                    Choose
                  </RouterLink>
                )}
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

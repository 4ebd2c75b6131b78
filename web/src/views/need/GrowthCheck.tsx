/** Which cables and links will not carry the plan's growth speed, and the least that it would take. */
import { Box, Heading, Table, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link as RouterLink } from "react-router";
import { useGrowthCheck } from "../../api/choice";
import { useOpenPlan } from "../../app/planContext";
import { useSettings } from "../../app/settings";
import { length, money, rate } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { Said } from "../../words/Said";

const count = (n: number, word: string) => `${n} ${word}${n === 1 ? "" : "s"}`;

export function GrowthCheck() {
  const { plan } = useOpenPlan();
  const { unit } = useSettings();
  const found = useGrowthCheck(plan.id, plan.revision);
  const speed = plan.house_rules.growth_gbps;
  if (speed == null)
    return (
      <Text>
        The plan has no growth speed. Set it among the{" "}
        <RouterLink to={`/plans/${plan.id}/rules`} style={{ textDecoration: "underline" }}>
          house rules
        </RouterLink>
        .
      </Text>
    );
  if (!found.data) return <Text color="fg.muted">{found.error ? found.error.message : "Trying the growth speed on every cable and link …"}</Text>;
  const { cables, links } = found.data;
  const currency = plan.house_rules.currency;
  const choose = (a: string | null, b: string | null, far: number | null, more: Record<string, string> = {}) =>
    a &&
    b &&
    far !== null && (
      <Underlined to={`/plans/${plan.id}/need?${new URLSearchParams({ from: a, to: b, distance: String(far), rate: String(speed), ...more }).toString()}`}>
        <b>Choose</b>
      </Underlined>
    );
  return (
    <Box overflowY="auto" flex="1" minH="0" pb="4" className="print-whole">
      <Heading as="h2" fontSize="17px" mb="1">
        {cables.length
          ? `${count(cables.length, "cable")} will not carry ${rate(speed)}, whatever runs on ${cables.length === 1 ? "it" : "them"} now`
          : `Every cable carries ${rate(speed)}`}
      </Heading>
      {cables.length > 0 && (
        <Grown label="Cables" heads={["Cable", "Glass", "What stops it", "The first way to have it", "Cost", "Instead"]}>
          {cables.map((row) => (
            <Table.Row key={row.cable} bg="bg" data-grown={row.cable}>
              <Table.Cell>
                <Underlined to={`/plans/${plan.id}/route?${new URLSearchParams({ cable: row.cable }).toString()}`}>
                  <b>{row.cable}</b>
                </Underlined>
                <Text fontSize="13px" color="fg.muted">
                  {row.a} – {row.b}
                </Text>
              </Table.Cell>
              <Table.Cell whiteSpace="nowrap">
                <Mono>{row.distance_m === null ? "unknown" : length(row.distance_m, unit)}</Mono>
              </Table.Cell>
              <Table.Cell color={row.sure ? "fg" : "fg.muted"}>
                <Said text={row.reason} />
              </Table.Cell>
              <Table.Cell>{row.takes ?? (row.sure ? "nothing of the table does it" : "")}</Table.Cell>
              <Table.Cell whiteSpace="nowrap">
                <Mono>{row.takes ? money(row.total, currency) : ""}</Mono>
              </Table.Cell>
              <Table.Cell>{choose(row.a, row.b, row.distance_m)}</Table.Cell>
            </Table.Row>
          ))}
        </Grown>
      )}
      <Heading as="h2" fontSize="17px" mt="5" mb="1">
        {links.length
          ? `${count(links.length, "link")} will not carry ${rate(speed)} on the glass that ${links.length === 1 ? "it has" : "they have"}`
          : `Every link carries ${rate(speed)} with new modules alone`}
      </Heading>
      {links.length > 0 && (
        <Grown label="Growth" heads={["Link", "What stops it", "The first way to have it", "Cost", "Instead"]}>
          {links.map((row) => (
            <Table.Row key={row.id} bg="bg">
              <Table.Cell>
                <Underlined to={`/plans/${plan.id}/links/${row.id}`}>
                  <b>{row.name}</b>
                </Underlined>
              </Table.Cell>
              <Table.Cell>
                <Said text={row.message} />
              </Table.Cell>
              <Table.Cell>{row.takes}</Table.Cell>
              <Table.Cell whiteSpace="nowrap">
                <Mono>{money(row.total, currency)}</Mono>
              </Table.Cell>
              <Table.Cell>{choose(row.a_place, row.b_place, row.distance_m, { link: row.id })}</Table.Cell>
            </Table.Row>
          ))}
        </Grown>
      )}
    </Box>
  );
}

function Grown({ label, heads, children }: { label: string; heads: string[]; children: ReactNode }) {
  return (
    <Table.Root size="sm" variant="line" aria-label={label} css={{ "& td, & th": { py: "1" } }}>
      <Table.Header>
        <Table.Row bg="bg">
          {heads.map((h) => (
            <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>{children}</Table.Body>
    </Table.Root>
  );
}

function Underlined({ to, children }: { to: string; children: ReactNode }) {
  return (
    <RouterLink to={to} style={{ textDecoration: "underline", whiteSpace: "nowrap" }}>
      {children}
    </RouterLink>
  );
}

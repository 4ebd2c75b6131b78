/** The price book: what things and work cost; a missing price is no price. */
import { Box, Button, Flex, Input, Link, Table, Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { useImportPrices, usePrices } from "../../api/choice";
import { useChangePlan } from "../../api/plan";
import { useChangePlant } from "../../api/plant";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { TextField } from "../../forms/Field";
import { typed } from "../../words/figures";

/** What a row of the plan's own says already; the price of a row that is work alone is not said. */
function figures(row: { bought: boolean; own: boolean; price: number | null; minutes: number | null }): object {
  if (!row.own) return {};
  return { ...(row.bought ? { price: row.price } : {}), ...(row.minutes === null ? {} : { minutes: row.minutes }) };
}

export function Prices() {
  const { plan } = useOpenPlan();
  const book = usePrices(plan.id, plan.revision).data;
  const change = useChangePlant(plan.id);
  const changePlan = useChangePlan(plan.id);
  const take = useImportPrices(plan.id);
  const { say, refuse } = useNotice();
  const [filter, setFilter] = useState("");
  const file = useRef<HTMLInputElement>(null);
  const rows = book?.rows.filter((r) => `${r.name} ${r.what}`.toLowerCase().includes(filter.toLowerCase())) ?? [];
  const store = (name: string, own: string | null, doc: object) =>
    change.mutateAsync({
      what: `Price of ${name}`,
      changes: [{ kind: "price", id: own, doc: { name, date: new Date().toISOString().slice(0, 10), ...doc } }],
    });
  return (
    <Flex direction="column" flex="1" minH="0">
      <Flex gap="3" align="end" mb="2" wrap="wrap">
        <Input
          id="find"
          size="xs"
          h="30px"
          w="200px"
          placeholder="Find a price  /"
          aria-label="Find a price"
          bg="bg.panel"
          value={filter}
          onChange={(e) => setFilter(e.target.value)}
        />
        <TextField
          label="Currency"
          width="90px"
          value={book?.currency ?? ""}
          onCommit={(currency) => changePlan.mutateAsync({ house_rules: { ...plan.house_rules, currency: currency.trim() } })}
        />
        <Link color="accent.fg" fontWeight="600" href={`/api/plans/${plan.id}/prices/export`}>
          Export as CSV
        </Link>
        <Button size="xs" h="30px" variant="outline" colorPalette="accent" onClick={() => file.current?.click()}>
          Import a CSV …
        </Button>
        <input
          ref={file}
          type="file"
          hidden
          accept=".csv,text/csv"
          aria-label="Price book"
          onChange={(e) => {
            const chosen = e.target.files?.[0];
            e.target.value = "";
            if (chosen) take.mutateAsync(chosen).then(() => say("Prices imported. Undo with u."), refuse);
          }}
        />
        <Text fontSize="14px" color="fg.muted" pb="1.5">
          Demo prices are invented. An empty price is no price: it is never counted as zero.
        </Text>
      </Flex>
      <Box overflowY="auto" flex="1" minH="0" pb="4" className="print-whole">
        <Table.Root size="sm" variant="line" aria-label="Price book" maxW="860px" css={{ "& td, & th": { py: "0.5" } }}>
          <Table.Header>
            <Table.Row bg="bg">
              {["What", "Unit", "Price", "Minutes", "Whose"].map((h) => (
                <Table.ColumnHeader key={h}>{h}</Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {rows.map((row) => (
              <Table.Row key={row.name} bg="bg" data-price={row.name}>
                <Table.Cell fontWeight="600">{row.what}</Table.Cell>
                <Table.Cell color="fg.muted">{row.unit}</Table.Cell>
                <Table.Cell>
                  {row.bought && (
                    <TextField
                      label={`Price of ${row.what}`}
                      hideLabel
                      width="100px"
                      mono
                      placeholder="no price"
                      value={row.price === null ? "" : String(row.price)}
                      invalid={(text) => (text.trim() && typed(text) === null ? `“${text}” is not a price` : null)}
                      onCommit={(text) => store(row.name, row.id, { ...figures(row), price: text.trim() ? typed(text) : null })}
                    />
                  )}
                </Table.Cell>
                <Table.Cell>
                  {row.minutes !== null && (
                    <TextField
                      label={`Minutes of ${row.what}`}
                      hideLabel
                      width="90px"
                      mono
                      value={String(row.minutes)}
                      invalid={(text) => (typed(text) === null ? `“${text}” is not a number of minutes` : null)}
                      onCommit={(text) => store(row.name, row.id, { ...figures(row), minutes: typed(text) })}
                    />
                  )}
                </Table.Cell>
                <Table.Cell color={row.own ? "fg" : "fg.muted"} whiteSpace="nowrap">
                  {row.own ? `this plan’s${row.date ? `, ${row.date}` : ""}` : "demo"}
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
    </Flex>
  );
}

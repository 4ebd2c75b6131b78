/** How the limit, the expected and the least possible loss of a run were made. */
import { Box, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import { useWhyTest, type Method, type SheetView } from "../../api/testing";
import { useOpenPlan } from "../../app/planContext";
import { Toggle } from "../../forms/Toggle";
import { Sheet } from "../../parts/Sheet";
import { Said } from "../../words/Said";
import { limitsOf } from "./told";

interface Props {
  sheet: SheetView;
  method: Method | null;
  run: string;
  nm: number;
  onClose: () => void;
}

const db = (value: number | null) => (value === null ? "not known" : value.toFixed(3));
const two = (value: number | null) => (value === null ? "not known" : value.toFixed(2));

export function WhyTest({ sheet, method, run, nm, onClose }: Props) {
  const { plan } = useOpenPlan();
  const [at, setAt] = useState(nm);
  const made = useWhyTest(plan.id, plan.revision, { key: sheet.key, run, nm: at, kind: sheet.kind, method });
  const row = sheet.rows.find((one) => one.id === run);
  const why = made.data;
  return (
    <Sheet title={`Why: ${row?.name ?? ""} at ${at} nm`} open onClose={onClose} size="xl">
      {row && (
        <Toggle
          label="Wavelength"
          value={String(at)}
          options={limitsOf(sheet, row).map((one) => ({ value: String(one.nm), label: `${one.nm} nm` }))}
          onChange={(value) => setAt(Number(value))}
        />
      )}
      {!why && <Text mt="2">{made.error?.message ?? "Opening the terms …"}</Text>}
      {why && (
        <Box overflowX="auto" tabIndex={0} mt="2">
          <Table.Root size="sm">
            <Table.Header>
              <Table.Row>
                {["Part", "How", "limit", "expected", "least", "Source"].map((one) => (
                  <Table.ColumnHeader key={one}>{one}</Table.ColumnHeader>
                ))}
              </Table.Row>
            </Table.Header>
            <Table.Body>
              {why.lines.map((line, n) => (
                <Table.Row key={n}>
                  <Table.Cell>{line.label}</Table.Cell>
                  <Table.Cell>
                    <Said text={line.how} />
                  </Table.Cell>
                  <Table.Cell fontFamily="mono" textAlign="right">
                    {db(line.limit_db)}
                  </Table.Cell>
                  <Table.Cell fontFamily="mono" textAlign="right">
                    {db(line.expected_db)}
                  </Table.Cell>
                  <Table.Cell fontFamily="mono" textAlign="right">
                    {db(line.best_db)}
                  </Table.Cell>
                  <Table.Cell fontSize="13px" whiteSpace="normal">
                    {line.source}
                    {!line.sure && "; check the data sheet"}
                  </Table.Cell>
                </Table.Row>
              ))}
              <Table.Row fontWeight="700">
                <Table.Cell colSpan={2}>Sum, dB</Table.Cell>
                <Table.Cell fontFamily="mono" textAlign="right">
                  {two(why.limit_db)}
                </Table.Cell>
                <Table.Cell fontFamily="mono" textAlign="right">
                  {two(why.expected_db)}
                </Table.Cell>
                <Table.Cell fontFamily="mono" textAlign="right">
                  {two(why.best_db)}
                </Table.Cell>
                <Table.Cell />
              </Table.Row>
            </Table.Body>
          </Table.Root>
          {why.doubt.map((one) => (
            <Text key={one} mt="2">
              A reading is good to {one}.
            </Text>
          ))}
          <Text mt="1">
            It passes up to the limit; within that uncertainty of the limit it is called so, on either side. Less than the least, by more than the uncertainty,
            is a wrong reference or another strand.
          </Text>
          {why.applications.map((one) => (
            <Text key={one} mt="1">
              {one}.
            </Text>
          ))}
        </Box>
      )}
    </Sheet>
  );
}

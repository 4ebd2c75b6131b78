/** The rows of a list: what each column means, what each cell was understood as, and where it was not. */
import { Box, Flex, Input, NativeSelect, Table, Text } from "@chakra-ui/react";
import { memo, useState } from "react";
import type { ListPreview, ListRow } from "../../api/lists";
import { Mono } from "../../words/Mono";
import { Said } from "../../words/Said";
import { Toggle } from "../../forms/Toggle";
import type { Listed } from "./listed";

const SHOWN = 200;
const TONES = { added: "fine.fg", changed: "note.fg", unchanged: "fg.muted", refused: "stop.fg" } as const;
const WORDS = { added: "new", changed: "changes", unchanged: "as it is", refused: "to correct" } as const;

interface Props {
  list: Listed;
  preview: ListPreview | null;
  onColumn: (column: number, field: string | null) => void;
  onCell: (row: number, column: number, text: string) => void;
}

export function ListTable({ list, preview, onColumn, onCell }: Props) {
  const [show, setShow] = useState<"all" | "faulty">("all");
  const fields = list.kinds.find((one) => one.kind === list.kind)?.fields ?? [];
  const meant = new Set(list.columns.map((one) => one.field));
  const lacking = fields.filter((one) => one.needed && !meant.has(one.key));
  const places = list.rows.map((_, at) => at).filter((at) => show === "all" || preview?.rows[at]?.outcome === "refused");
  return (
    <Flex direction="column" flex="1" minH="0" className="print-whole">
      {lacking.length > 0 && (
        <Text color="stop.fg" fontWeight="600" mb="2" role="alert">
          Say which column is {lacking.map((one) => one.label).join(" and which is ")}: every row needs it.
        </Text>
      )}
      {preview && preview.refused > 0 && (
        <Box mb="2" alignSelf="flex-start">
          <Toggle
            label="Rows"
            value={show}
            options={[
              { value: "all", label: "all rows" },
              { value: "faulty", label: `${preview.refused} to correct` },
            ]}
            onChange={(value) => setShow(value as "all" | "faulty")}
          />
        </Box>
      )}
      <Box overflow="auto" flex="1" minH="0" pb="4" tabIndex={0} role="region" aria-label="Rows of the list" className="print-whole">
        <Table.Root size="sm" variant="line" aria-label="The list" css={{ "& td, & th": { py: "1", verticalAlign: "top" } }}>
          <Table.Header>
            <Table.Row bg="bg">
              <Table.ColumnHeader>Row</Table.ColumnHeader>
              <Table.ColumnHeader minW="150px">Becomes</Table.ColumnHeader>
              {list.columns.map((column, at) => (
                <Table.ColumnHeader key={at} minW="130px">
                  <Text fontSize="13px" truncate maxW="200px" title={list.head[at]}>
                    “{list.head[at] || "no heading"}”
                  </Text>
                  <NativeSelect.Root size="xs">
                    <NativeSelect.Field
                      aria-label={`Column ${at + 1}, ${list.head[at] || "no heading"}, means`}
                      value={column.field ?? ""}
                      onChange={(e) => onColumn(at, e.target.value || null)}
                      bg="bg.panel"
                      color={column.field ? "fg" : "fg.muted"}
                      fontWeight={column.field ? 700 : 400}
                    >
                      <option value="">not taken</option>
                      {fields.map((one) => (
                        <option key={one.key} value={one.key}>
                          {one.label}
                          {one.needed ? " *" : ""}
                        </option>
                      ))}
                    </NativeSelect.Field>
                    <NativeSelect.Indicator />
                  </NativeSelect.Root>
                </Table.ColumnHeader>
              ))}
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {places.slice(0, SHOWN).map((at) => (
              <Row key={`${list.lines[at]} ${at}`} at={at} line={list.lines[at]!} cells={list.rows[at]!} row={preview?.rows[at]} list={list} onCell={onCell} />
            ))}
          </Table.Body>
        </Table.Root>
        {places.length > SHOWN && (
          <Text color="fg.muted" mt="1">
            and {places.length - SHOWN} rows more
          </Text>
        )}
      </Box>
    </Flex>
  );
}

interface RowProps {
  at: number;
  line: number;
  cells: string[];
  row: ListRow | undefined;
  list: Listed;
  onCell: Props["onCell"];
}

const Row = memo(function Row({ at, line, cells, row, list, onCell }: RowProps) {
  const faulty = row?.outcome === "refused";
  const inCells = new Set(row?.cells.map((cell) => cell.problem).filter(Boolean));
  const elsewhere = row?.problems.filter((one) => !inCells.has(one.reason)) ?? [];
  return (
    <Table.Row bg="bg" data-list-row={line}>
      <Table.Cell>
        <Mono>{line}</Mono>
      </Table.Cell>
      <Table.Cell color={row ? TONES[row.outcome] : "fg.muted"} fontWeight="600">
        {row ? WORDS[row.outcome] : "…"}
        {row?.said && (
          <Text fontWeight="400" fontSize="13px" color="fg">
            {row.said}
          </Text>
        )}
        {elsewhere.map((one) => (
          <Text key={one.field + one.reason} fontWeight="400" fontSize="13px" color="stop.fg">
            {one.field} {one.reason}
          </Text>
        ))}
      </Table.Cell>
      {cells.map((text, column) => (
        <Table.Cell key={column}>
          <Cell
            text={text}
            read={row?.cells[column]?.read ?? null}
            problem={row?.cells[column]?.problem ?? null}
            edit={faulty && list.columns[column]?.field != null}
            name={`Row ${line}, ${list.head[column] ?? ""}`}
            onText={(next) => onCell(at, column, next)}
          />
        </Table.Cell>
      ))}
    </Table.Row>
  );
});

interface CellProps {
  text: string;
  read: string | null;
  problem: string | null;
  edit: boolean;
  name: string;
  onText: (text: string) => void;
}

function Cell({ text, read, problem, edit, name, onText }: CellProps) {
  // Once a cell is being corrected it stays a field, also when its row has become right.
  const [begun, setBegun] = useState(false);
  if (edit || begun)
    return (
      <>
        <Input
          size="xs"
          value={text}
          bg="bg.panel"
          aria-label={name}
          aria-invalid={problem !== null}
          borderColor={problem ? "stop.fg" : "border"}
          onChange={(e) => {
            setBegun(true);
            onText(e.target.value);
          }}
          maxLength={2000}
        />
        {problem && (
          <Text fontSize="13px" color="stop.fg" mt="0.5" maxW="240px">
            {problem}
          </Text>
        )}
      </>
    );
  const same = read === null || read.replaceAll("\u2060", "") === text;
  return (
    <Text as="span" color={read === null ? "fg.muted" : "fg"}>
      {read === null ? text : <Said text={read} />}
      {!same && (
        <Text as="span" display="block" fontSize="13px" color="fg.muted">
          “{text}”
        </Text>
      )}
    </Text>
  );
}

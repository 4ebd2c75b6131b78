/** Where every strand comes out, as a table: for reading, for the keyboard, and for the van. */
import { Table, Text } from "@chakra-ui/react";
import type { PolarityView } from "../../api/client";

interface Props {
  view: PolarityView;
  a: string;
  b: string;
  lit: number | null;
  onLit: (at: number | null) => void;
}

export function StrandTable({ view, a, b, lit, onLit }: Props) {
  const inner = view.columns.flatMap((c, i) => (c.joint && i > 0 ? [] : [i + 1])).slice(0, -1);
  return (
    <Table.Root size="sm" variant="line" mt="2" aria-label="Strands" css={{ "& td, & th": { py: "0.5" } }}>
      <Table.Header>
        <Table.Row bg="bg">
          <Table.ColumnHeader>{a}</Table.ColumnHeader>
          {inner.map((i) => (
            <Table.ColumnHeader key={i}>after {i}</Table.ColumnHeader>
          ))}
          <Table.ColumnHeader>{b}</Table.ColumnHeader>
          <Table.ColumnHeader>meets</Table.ColumnHeader>
          <Table.ColumnHeader className="only-print-cell">red light seen at</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {view.strands.map((strand, at) => (
          <Table.Row
            key={at}
            bg={lit === at ? "accent.subtle" : "bg"}
            tabIndex={0}
            onFocus={() => onLit(at)}
            onMouseEnter={() => onLit(at)}
            fontFamily="mono"
            fontWeight={strand.role ? 700 : 400}
            data-strand={strand.start}
          >
            <Table.Cell>
              {strand.start} {strand.role === "transmit" ? "Tx" : strand.role === "receive" ? "Rx" : ""}
            </Table.Cell>
            {inner.map((i) => (
              <Table.Cell key={i} color="fg.muted">
                {strand.labels[i] ?? "–"}
              </Table.Cell>
            ))}
            <Table.Cell>{strand.end ?? "nowhere"}</Table.Cell>
            <Table.Cell color={strand.right === false ? "stop.fg" : "fg"}>
              {strand.meets && (
                <Text as="span">
                  {strand.meets} {strand.right ? "✓" : "✗"}
                </Text>
              )}
            </Table.Cell>
            <Table.Cell className="only-print-cell" whiteSpace="nowrap">
              ☐ {strand.end ?? "nowhere"} ☐ other: ______
            </Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}

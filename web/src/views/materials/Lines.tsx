/** The list in the order of ordering: how much, what, each, together. */
import { Table, Text } from "@chakra-ui/react";
import { memo } from "react";
import type { MaterialLine } from "../../api/materials";
import { useSettings, type Unit } from "../../app/settings";
import { cents, fromUnit, lengthNumber } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { keyOf } from "./groups";

interface LinesProps {
  lines: MaterialLine[];
  current: MaterialLine | undefined;
  /** Kept by whoever shows the list, so that an edit draws only the lines that it changed. */
  onPick: (line: MaterialLine) => void;
}

export function Lines({ lines, current, onPick }: LinesProps) {
  const { unit } = useSettings();
  return (
    <Table.Root size="sm" variant="line" aria-label="What to buy" css={{ "& td, & th": { py: "1.5", px: { base: "1", md: "2" }, verticalAlign: "top" } }}>
      <Table.Header>
        <Table.Row bg="bg">
          <Table.ColumnHeader textAlign="end">Buy</Table.ColumnHeader>
          <Table.ColumnHeader>What</Table.ColumnHeader>
          <Table.ColumnHeader textAlign="end" hideBelow="md">
            Each
          </Table.ColumnHeader>
          <Table.ColumnHeader textAlign="end">Total</Table.ColumnHeader>
          <Table.ColumnHeader className="only-print-cell">ordered</Table.ColumnHeader>
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {lines.map((line, i) => (
          <Line key={keyOf(line)} line={line} on={line === current} first={lines[i - 1]?.item !== line.item} unit={unit} onPick={onPick} />
        ))}
      </Table.Body>
    </Table.Root>
  );
}

interface LineProps {
  line: MaterialLine;
  on: boolean;
  first: boolean;
  unit: Unit;
  onPick: (line: MaterialLine) => void;
}

const Line = memo(function Line({ line, on, first, unit, onPick }: LineProps) {
  const amount = (value: number) => (line.unit === "m" ? lengthNumber(value, unit) : String(value));
  // A price by the metre is shown by the unit of the screen.
  const each = (price: number) => cents(line.unit === "m" ? price * fromUnit(1, unit) : price);
  return (
    <Table.Row bg={on ? "bg.panel" : "bg"} data-line={keyOf(line)} boxShadow={on ? "inset 4px 0 0 var(--chakra-colors-accent-solid)" : undefined}>
      <Table.Cell textAlign="end" whiteSpace="nowrap">
        <Mono fontWeight="700">{amount(line.buy)}</Mono>
        {line.unit === "m" ? ` ${unit}` : ""}
      </Table.Cell>
      <Table.Cell>
        <button
          type="button"
          aria-current={on ? "true" : undefined}
          onClick={() => onPick(line)}
          style={{ font: "inherit", color: "inherit", textAlign: "start", width: "100%" }}
        >
          {first && (
            <Text fontWeight="700" fontSize="15px">
              {line.item}
            </Text>
          )}
          {line.what}
          {line.ends > 0 && <Text as="span" color="fg.muted">{`, ${line.ends} ends`}</Text>}
          {line.stock > 0 && <Text as="span" color="fg.muted">{`, ${amount(line.stock)} from stock`}</Text>}
          {line.guessed && (
            <Text as="span" color="warn.fg">
              {" "}
              · a length is a guess
            </Text>
          )}
        </button>
      </Table.Cell>
      <Table.Cell textAlign="end" whiteSpace="nowrap" hideBelow="md">
        {line.price === null ? <Ask none={line.total === 0} /> : <Mono>{each(line.price)}</Mono>}
      </Table.Cell>
      <Table.Cell textAlign="end" whiteSpace="nowrap">
        {line.total === null ? <Ask none={false} /> : <Mono fontWeight="600">{cents(line.total)}</Mono>}
      </Table.Cell>
      <Table.Cell className="only-print-cell">☐</Table.Cell>
    </Table.Row>
  );
});

/** A price that nobody has given yet; nothing needed is an en dash. */
function Ask({ none }: { none: boolean }) {
  return none ? (
    <Text as="span" color="fg.muted">
      –
    </Text>
  ) : (
    <Text as="span" color="open.fg" fontWeight="700">
      ask
    </Text>
  );
}

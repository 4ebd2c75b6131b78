/** The list by place, or by cable and link: what each needs; cutting, packs and stock are of the whole line. */
import { Table, Text } from "@chakra-ui/react";
import type { MaterialLine } from "../../api/materials";
import { useSettings } from "../../app/settings";
import { lengthNumber } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { grouped, keyOf, type By } from "./groups";

interface Props {
  lines: MaterialLine[];
  by: Exclude<By, "kind">;
  current: MaterialLine | undefined;
  onPick: (line: MaterialLine) => void;
}

export function Grouped({ lines, by, current, onPick }: Props) {
  const { unit } = useSettings();
  return (
    <>
      <Text fontSize="14px" color="fg.muted" mb="1">
        What each needs. Waste, packs and stock belong to whole lines: order by kind.
      </Text>
      {grouped(lines, by).map((group) => (
        <Table.Root
          key={group.name}
          size="sm"
          variant="line"
          mb="3"
          aria-label={group.name}
          css={{ "& td, & th": { py: "1", px: { base: "1", md: "2" }, verticalAlign: "top" } }}
        >
          <Table.Header>
            <Table.Row bg="bg">
              <Table.ColumnHeader colSpan={2} fontSize="16px">
                {group.name}
              </Table.ColumnHeader>
              <Table.ColumnHeader className="only-print-cell">packed</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {group.shares.map(({ line, needed }) => (
              <Table.Row key={keyOf(line)} bg={line === current ? "bg.panel" : "bg"}>
                <Table.Cell textAlign="end" whiteSpace="nowrap" w="110px">
                  <Mono fontWeight="700">{line.unit === "m" ? lengthNumber(needed, unit) : String(needed)}</Mono>
                  {line.unit === "m" ? ` ${unit}` : ""}
                </Table.Cell>
                <Table.Cell>
                  <button
                    type="button"
                    onClick={() => onPick(line)}
                    style={{ font: "inherit", color: "inherit", textAlign: "start", width: "100%", minHeight: "28px" }}
                  >
                    {line.item}: {line.what}
                  </button>
                </Table.Cell>
                <Table.Cell className="only-print-cell">☐</Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      ))}
    </>
  );
}

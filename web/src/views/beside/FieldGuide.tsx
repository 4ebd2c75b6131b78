/** The figure tables with their sources, and the plan's own parts from data sheets. */
import { Box, Button, Flex, Input, Table, Text } from "@chakra-ui/react";
import { idOf } from "../../api/client";
import { useState } from "react";
import type { OwnPart, TableView } from "../../api/client";
import { useBeside, useTables } from "../../api/beside";
import { useChangePlan, useReference } from "../../api/plan";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { Toggle } from "../../forms/Toggle";
import { BesideFrame } from "./BesideFrame";
import { OwnPartForm } from "./OwnPartForm";
import { figuresOf, KIND_WORDS, type Draft } from "./ownPart";

export function FieldGuide() {
  const { plan } = useOpenPlan();
  const { say, refuse } = useNotice();
  const tables = useTables();
  const reference = useReference();
  const beside = useBeside(plan.id, plan.revision);
  const change = useChangePlan(plan.id);
  const [shown, setShown] = useState("Own parts");
  const [find, setFind] = useState("");
  const [editing, setEditing] = useState<{ at: number | null; draft: Draft } | null>(null);
  const titles = ["Own parts", ...(tables.data ?? []).map((t) => t.title)];
  const table = tables.data?.find((t) => t.title === shown);
  const store = async (part: OwnPart) => {
    const at = editing?.at ?? null;
    const parts = at === null ? [...plan.own_parts, part] : plan.own_parts.map((p, i) => (i === at ? { ...part, id: idOf(p) } : p));
    await change.mutateAsync({ own_parts: parts });
    setEditing(null);
    setShown("Own parts");
    say(`Stored ${part.name}. Undo with u.`);
  };
  const remove = (at: number) =>
    change.mutate({ own_parts: plan.own_parts.filter((_, i) => i !== at) }, { onSuccess: () => say("Own part removed. Undo with u."), onError: refuse });
  return (
    <BesideFrame
      title="Field guide"
      action={
        <Button size="sm" colorPalette="accent" onClick={() => setEditing({ at: null, draft: { kind: "module" } })}>
          Enter a data sheet
        </Button>
      }
    >
      <Flex gap="3" mb="3" wrap="wrap" align="center">
        <Toggle label="Table" value={shown} options={titles.map((t) => ({ value: t, label: t }))} onChange={setShown} />
        {table && (
          <Input
            size="sm"
            h="30px"
            w="220px"
            bg="bg.panel"
            placeholder="Find a row"
            aria-label="Find a row"
            value={find}
            onChange={(e) => setFind(e.target.value)}
          />
        )}
        {reference.data && (
          <Text fontSize="13px" color="fg.muted" ml="auto" title="Edition of the tables, and the start of the hash of all that they hold">
            tables of {reference.data.edition} · {reference.data.tables_sha256.slice(0, 8)}
          </Text>
        )}
      </Flex>
      {tables.error && <Text color="stop.fg">{tables.error.message}</Text>}
      {table ? (
        <StandardTable table={table} find={find} onCopy={(draft) => setEditing({ at: null, draft })} />
      ) : (
        <OwnParts
          parts={plan.own_parts}
          doubts={beside.data?.doubts ?? {}}
          used={beside.data?.used ?? {}}
          onEdit={(at) => setEditing({ at, draft: plan.own_parts[at] as unknown as Draft })}
          onRemove={remove}
        />
      )}
      {editing && <OwnPartForm draft={editing.draft} isNew={editing.at === null} onStore={store} onClose={() => setEditing(null)} />}
    </BesideFrame>
  );
}

interface OwnProps {
  parts: OwnPart[];
  doubts: Record<string, string[]>;
  used: Record<string, number>;
  onEdit: (at: number) => void;
  onRemove: (at: number) => void;
}

function OwnParts({ parts, doubts, used, onEdit, onRemove }: OwnProps) {
  if (parts.length === 0) {
    return (
      <Text color="fg.muted" maxW="60ch">
        No own parts yet. Enter what a data sheet says of a module, fiber, cable, connector grade, cassette or multiplexer: it is then used like a row of the
        tables, shows its document everywhere, and goes with the plan when it is exported.
      </Text>
    );
  }
  return (
    <Table.Root size="sm" variant="line" aria-label="Own parts">
      <Table.Header>
        <Table.Row bg="bg">
          {["Name", "Kind", "Figures", "Document", "Used in", "Actions"].map((h) => (
            <Table.ColumnHeader key={h} whiteSpace="nowrap">
              {h}
            </Table.ColumnHeader>
          ))}
        </Table.Row>
      </Table.Header>
      <Table.Body>
        {parts.map((part, at) => (
          <Table.Row key={part.name} bg="bg" data-own={part.name}>
            <Table.Cell fontWeight="600" whiteSpace="nowrap">
              {part.name}
            </Table.Cell>
            <Table.Cell>{KIND_WORDS[part.kind]}</Table.Cell>
            <Table.Cell>
              <Text fontFamily="mono" fontSize="13px">
                {figuresOf(part)}
              </Text>
              {(doubts[part.name] ?? []).map((doubt) => (
                <Text key={doubt} color="warn.fg" fontSize="13px" fontWeight="600">
                  ▲ {doubt}
                </Text>
              ))}
            </Table.Cell>
            <Table.Cell fontSize="14px">
              {[part.sheet.document, part.sheet.page && `p. ${part.sheet.page}`, part.sheet.date].filter(Boolean).join(", ")}
            </Table.Cell>
            <Table.Cell whiteSpace="nowrap">{used[part.name] ? `${used[part.name]} link${used[part.name] === 1 ? "" : "s"}` : "no link"}</Table.Cell>
            <Table.Cell textAlign="end" whiteSpace="nowrap">
              <Button size="xs" variant="outline" colorPalette="accent" onClick={() => onEdit(at)}>
                Change
              </Button>{" "}
              <Button size="xs" variant="ghost" colorPalette="accent" onClick={() => onRemove(at)}>
                Remove
              </Button>
            </Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}

interface TableProps {
  table: TableView;
  find: string;
  onCopy: (draft: Draft) => void;
}

/** Standard rows cannot be changed; a copy of one becomes an own part. */
function StandardTable({ table, find, onCopy }: TableProps) {
  const wanted = find.trim().toLowerCase();
  const rows = table.rows.filter((row) => [...row.cells, row.source].join(" ").toLowerCase().includes(wanted));
  const isFigure = (cell: string) => /^[-−]?\d/.test(cell);
  return (
    <Box>
      <Table.Root size="sm" variant="line" aria-label={table.title}>
        <Table.Header>
          <Table.Row bg="bg">
            {table.columns.map((column, i) => (
              <Table.ColumnHeader key={`${column}${i}`}>{column}</Table.ColumnHeader>
            ))}
            <Table.ColumnHeader>source</Table.ColumnHeader>
            <Table.ColumnHeader>own part</Table.ColumnHeader>
          </Table.Row>
        </Table.Header>
        <Table.Body>
          {rows.map((row, at) => (
            <Table.Row key={at} bg="bg">
              {row.cells.map((cell, i) => (
                <Table.Cell key={i} fontFamily={isFigure(cell) ? "mono" : undefined} fontWeight={i === 0 ? 600 : 400} fontSize="14px">
                  {cell}
                </Table.Cell>
              ))}
              <Table.Cell fontSize="13px" color="fg.muted">
                {row.source}
                {!row.sure && (
                  <Text as="span" color="warn.fg" fontWeight="600">
                    {" "}
                    · check the data sheet
                  </Text>
                )}
              </Table.Cell>
              <Table.Cell textAlign="end">
                {row.copy_as && (
                  <Button size="xs" variant="ghost" colorPalette="accent" onClick={() => onCopy(row.copy_as as Draft)}>
                    Copy
                  </Button>
                )}
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
      {rows.length === 0 && <Text color="fg.muted">No row holds “{find}”.</Text>}
    </Box>
  );
}

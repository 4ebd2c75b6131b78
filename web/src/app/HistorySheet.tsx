/** Who changed what and when, newest first. */
import { Table, Text } from "@chakra-ui/react";
import { useRevisions } from "../api/plan";
import { Mono } from "../parts/Mono";
import { Sheet } from "../parts/Sheet";
import { useOpenPlan } from "./planContext";

const time = new Intl.DateTimeFormat(undefined, { dateStyle: "medium", timeStyle: "short" });

function Rows() {
  const { plan } = useOpenPlan();
  const revisions = useRevisions(plan.id, plan.revision);
  if (revisions.error) return <Text color="stop.fg">{revisions.error.message}</Text>;
  if (!revisions.data) return <Text color="fg.muted">Reading the history …</Text>;
  return (
    <Table.Root size="sm">
      <Table.Body>
        {revisions.data.map((r) => (
          <Table.Row key={r.number} bg="bg.panel">
            <Table.Cell>
              <Mono>{r.number}</Mono>
            </Table.Cell>
            <Table.Cell fontWeight="600">{r.what}</Table.Cell>
            <Table.Cell>{r.who}</Table.Cell>
            <Table.Cell color="fg.muted" whiteSpace="nowrap">
              {time.format(new Date(r.at))}
            </Table.Cell>
          </Table.Row>
        ))}
      </Table.Body>
    </Table.Root>
  );
}

export function HistorySheet({ open, onClose }: { open: boolean; onClose: () => void }) {
  return (
    <Sheet title="History" open={open} onClose={onClose} size="lg">
      <Rows />
    </Sheet>
  );
}

/** What stands in no visit: tasks that came since, what is blocked, the desk, what is not needed, what is ordered. */
import { Box, Flex, Text } from "@chakra-ui/react";
import { memo, useCallback, useEffect, useRef } from "react";
import type { TaskView, VisitsView } from "../../api/visits";
import { Said } from "../../words/Said";
import { TaskRow } from "./TaskRow";

interface Props {
  view: VisitsView;
  tasks: Map<string, TaskView>;
  onOpen: (key: string) => void;
  onOrder: (key: string, ordered: boolean) => void;
}

export function Rest({ view, tasks, onOpen, onOrder }: Props) {
  const loose = view.unassigned.map((key) => tasks.get(key)).filter((one) => one !== undefined);
  const blocked = view.tasks.filter((one) => one.blocked !== null && one.noted?.state !== "done");
  const waived = view.tasks.filter((one) => one.not_needed !== null);
  const desk = view.tasks.filter((one) => one.kind === "look" && one.at.length === 0 && one.not_needed === null);
  const latest = useRef(onOrder);
  useEffect(() => {
    latest.current = onOrder;
  });
  const order = useCallback((key: string, ordered: boolean) => latest.current(key, ordered), []);
  const unknown = view.orders.filter((one) => one.lead_days === null).length;
  const rows = (list: TaskView[]) =>
    list.map((task) => <TaskRow key={task.key} task={task} clock={null} broken={[]} current={false} onOpen={() => onOpen(task.key)} onTick={null} />);
  return (
    <Box mt="4" pb="6">
      <Part title={view.visits.length ? "In no visit" : "To be done"} count={loose.length} open={view.visits.length === 0 || loose.length < 12}>
        {rows(loose)}
      </Part>
      <Part title="Blocked" count={blocked.length}>
        {rows(blocked)}
      </Part>
      <Part title="At the desk, beforehand" count={desk.length}>
        {desk.map((one) => (
          <Text key={one.key}>
            <b>{one.subject}</b>: {one.quantity} {one.settles[0] && <Said text={one.settles[0]} />}
          </Text>
        ))}
      </Part>
      <Part title="Order" count={view.orders.filter((one) => !one.ordered).length}>
        <Orders orders={view.orders} onOrder={order} />
        {unknown > 0 && (
          <Text color="fg.muted">Of {unknown} things nobody recorded how long they take: they count as there on day 1. Enter it with the price.</Text>
        )}
      </Part>
      <Part title="Not needed" count={waived.length}>
        {waived.map((one) => (
          <Text key={one.key}>
            <button type="button" onClick={() => onOpen(one.key)} style={{ textDecoration: "underline", fontWeight: 600 }}>
              {one.name}
            </button>
            : {one.not_needed}
          </Text>
        ))}
      </Part>
    </Box>
  );
}

function Part({ title, count, open, children }: { title: string; count: number; open?: boolean; children: React.ReactNode }) {
  if (count === 0) return null;
  return (
    <details open={open} data-part={title}>
      <summary style={{ cursor: "pointer", fontWeight: 700, minHeight: 36, paddingTop: 8 }}>
        {title}: {count}
      </summary>
      {children}
    </details>
  );
}

/** Drawn anew only where an order changes: a plan has a hundred. */
const Orders = memo(function Orders({ orders, onOrder }: { orders: VisitsView["orders"]; onOrder: (key: string, ordered: boolean) => void }) {
  return (
    <>
      {orders.map((one) => (
        <Flex asChild key={one.key} align="center" gap="2" minH="40px" cursor="pointer" className="print-text">
          <label>
            <input
              type="checkbox"
              checked={one.ordered}
              onChange={() => onOrder(one.key, !one.ordered)}
              aria-label={`Ordered: ${one.what}`}
              style={{ accentColor: "var(--chakra-colors-accent-fg)", width: 22, height: 22, flex: "none" }}
            />
            <span>
              {one.ordered && "✓ ordered: "}
              {one.what}: {one.lead_days === null ? "nobody recorded how long it takes" : `${one.lead_days} working days`}, for{" "}
              {one.reasons.slice(0, 4).join(", ")}
              {one.reasons.length > 4 && " …"}
            </span>
          </label>
        </Flex>
      ))}
    </>
  );
});

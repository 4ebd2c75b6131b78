/** What is typed about a line of the list: price, how long it takes to come, packs, what is at hand. */
import { Flex } from "@chakra-ui/react";
import type { MaterialLine, MaterialsView } from "../../api/materials";
import { usePrices } from "../../api/choice";
import { useChangePlant } from "../../api/plant";
import { useOpenPlan } from "../../app/planContext";
import { TextField } from "../../forms/Field";
import { typed } from "../../words/figures";

export function LineFields({ line, view }: { line: MaterialLine; view: MaterialsView }) {
  const { plan } = useOpenPlan();
  const change = useChangePlant(plan.id);
  const book = usePrices(plan.id, plan.revision).data;
  const own = book?.rows.find((row) => row.name === line.priced_as);
  const asOwn = line.own ? { price: line.price, ...(line.date && { date: line.date }) } : {};
  const cable = line.item === "cable" || line.item === "trunk";
  const keepPrice = (said: Record<string, unknown>) => {
    const doc = { name: line.priced_as, pack: line.pack, lead_days: line.lead_days, ...said };
    return change.mutateAsync({ what: `Price of ${line.priced_as}`, changes: [{ kind: "price", id: own?.id ?? null, doc }] });
  };
  const storeStock = (count: number | null) => {
    const id = view.stock[line.key] ?? null;
    const what = `At hand: ${count ?? 0} of ${line.key}`;
    if (!count) return id ? change.mutateAsync({ what, changes: [{ kind: "stock", id, doc: null }] }) : Promise.resolve();
    return change.mutateAsync({ what, changes: [{ kind: "stock", id, doc: { name: line.key, count } }] });
  };
  return (
    <Flex gap="2" wrap="wrap" align="end" className="no-print">
      <Number
        label={`Price of one${line.unit === "m" ? " metre" : ""}, ${view.currency}`}
        width="150px"
        none="not known"
        value={line.price}
        onStore={(price) => keepPrice({ price, date: new Date().toISOString().slice(0, 10) })}
      />
      <Number
        label="Comes after, working days"
        width="160px"
        none="not known"
        value={line.lead_days}
        whole
        onStore={(lead_days) => keepPrice({ ...asOwn, lead_days })}
      />
      {!cable && (
        <>
          <Number label="Sold in packs of" width="120px" none="one" value={line.pack} whole least={2} onStore={(pack) => keepPrice({ ...asOwn, pack })} />
          <Number label="At hand" width="110px" none="none" value={line.stock || null} onStore={storeStock} />
        </>
      )}
    </Flex>
  );
}

interface NumberProps {
  label: string;
  width: string;
  /** What stands there while nothing is said. */
  none: string;
  value: number | null;
  whole?: boolean;
  least?: number;
  onStore: (value: number | null) => Promise<unknown>;
}

/** A number from `least` on, or nothing. */
function Number({ label, width, none, value, whole = false, least = 0, onStore }: NumberProps) {
  const invalid = (text: string) => {
    const count = typed(text);
    if (text.trim() === "" || (count !== null && count >= least && (!whole || count % 1 === 0))) return null;
    return `${label}: “${text}” is not a ${whole ? "whole " : ""}number from ${least}`;
  };
  return (
    <TextField
      label={label}
      width={width}
      mono
      placeholder={none}
      value={value === null ? "" : String(value)}
      invalid={invalid}
      onCommit={(text) => onStore(text.trim() === "" ? null : typed(text))}
    />
  );
}

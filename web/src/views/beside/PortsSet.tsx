/** What each port in use is set to, editable, and on paper a list to tick at the bench. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Device, EndDoc } from "../../api/client";
import type { DeviceView, Seat } from "../../api/beside";
import { useEditLink, useReference } from "../../api/plan";
import { useOpenPlan } from "../../app/planContext";
import { FEC } from "../../forms/choices";
import { Choice, options } from "../../forms/Field";
import { rate } from "../../words/figures";

type Group = Device["ports"][number];
type Port = NonNullable<EndDoc["port"]>;
const UNKNOWN = { value: "", label: "not recorded" };

interface Props {
  device: Device;
  view: DeviceView;
}

export function PortsSet({ device, view }: Props) {
  const rows = device.ports.flatMap((group, at) => (view.groups[at]?.seats ?? []).map((seat) => ({ group, seat })));
  if (rows.length === 0) return null;
  const sorted = [...rows].sort((a, b) => (a.seat.number ?? 1e6) - (b.seat.number ?? 1e6));
  return (
    <Box asChild mt="2" fontSize="14px">
      <details data-ports-set="">
        <summary style={{ cursor: "pointer", fontWeight: 600 }}>What each port is set to: {rows.length} in use</summary>
        <Flex gap="2" mt="1" align="center" className="no-print">
          <Text color="fg.muted">In the order of the front. Set them on the bench, before the device leaves.</Text>
          <Button size="xs" variant="outline" colorPalette="accent" onClick={() => window.print()}>
            Print for the bench
          </Button>
        </Flex>
        {device.ports.map((group) =>
          sorted
            .filter((row) => row.group === group)
            .map(({ seat }, i) => <OnePort key={`${group.name} ${seat.name} ${seat.side} ${i}`} group={group} seat={seat} />),
        )}
      </details>
    </Box>
  );
}

function OnePort({ group, seat }: { group: Group; seat: Seat }) {
  const { plan } = useOpenPlan();
  const lanes = useReference().data?.lanes ?? {};
  const edit = useEditLink(plan.id);
  const { end, side } = seat;
  const port: Port = end?.port ?? {};
  const store = (next: Partial<EndDoc>) => edit.mutateAsync({ link_id: seat.link_id!, edits: [{ op: "set-end", side: side!, end: { ...end!, ...next } }] });
  const setPort = (next: Partial<Port>) => store({ port: { ...port, ...next } });
  const speeds = [...new Set([...group.speeds_gbps, seat.rate_gbps, ...(port.set_gbps ? [port.set_gbps] : [])])].sort((a, b) => a - b);
  const whole = { value: "", label: "not recorded" };
  return (
    <Flex gap="2" wrap="wrap" align="end" borderTopWidth="1px" py="1" data-port-set={`${group.name} ${seat.number ?? "?"}`}>
      <Text w="120px" flex="none" fontWeight="700">
        <span className="only-print">☐ </span>
        {group.name} {seat.number ?? "(which is not said)"}
        {seat.lane ? `, lane ${seat.lane}` : ""}
      </Text>
      <Text w="230px" flex="none">
        {seat.name}
        <br />
        {seat.run ? `twisted pair, ${rate(seat.rate_gbps)}${seat.fed ? `, feeds ${seat.fed}` : ""}` : `${seat.module}, ${rate(seat.rate_gbps)}`}
      </Text>
      {end && side && (
        <>
          <Choice
            label="Set to"
            width="122px"
            value={port.set_gbps == null ? "" : String(port.set_gbps)}
            options={[whole, ...speeds.map((s) => ({ value: String(s), label: rate(s) }))]}
            onChange={(value) => setPort({ set_gbps: value === "" ? null : Number(value) })}
          />
          <Choice
            label="Error correction"
            width="136px"
            value={port.fec == null ? "" : port.fec === true ? "on" : port.fec === false ? "none" : port.fec}
            options={[UNKNOWN, ...FEC]}
            onChange={(value) => setPort({ fec: value === "" ? null : value === "on" ? true : (value as NonNullable<Port["fec"]>) })}
          />
          {(port.split != null || (lanes[end.application] ?? 0) > 0) && (
            <Choice
              label="Split"
              width="122px"
              value={port.split == null ? "" : port.split ? "yes" : "no"}
              options={[UNKNOWN, ...options(["yes", "no"])]}
              onChange={(value) => setPort({ split: value === "" ? null : value === "yes" })}
            />
          )}
          <Choice
            label="With other links"
            width="136px"
            value={port.bundle ?? ""}
            options={[{ value: "", label: "alone, not said" }, ...options(["aggregated", "standby"])]}
            onChange={(value) => setPort({ bundle: (value || null) as NonNullable<Port["bundle"]> | null })}
          />
          <Choice
            label="Coded for"
            width="136px"
            value={end.module?.coding ?? ""}
            options={[UNKNOWN, { value: "own", label: "this equipment" }, { value: "other", label: "another maker" }]}
            onChange={(value) => store({ module: { ...end.module, coding: (value || null) as NonNullable<NonNullable<EndDoc["module"]>["coding"]> | null } })}
          />
        </>
      )}
    </Flex>
  );
}

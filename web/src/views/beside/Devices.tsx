/** Devices as they stand, copper between them, shared parts, and the spare modules on the shelf. */
import { Box, Button, Heading, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Device, Spare } from "../../api/client";
import { useBeside, useDevices, type DeviceView } from "../../api/beside";
import { useCopper } from "../../api/choice";
import { useChangePlan } from "../../api/plan";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AskSheet } from "../../forms/AskSheet";
import { TextField } from "../../forms/Field";
import { typed } from "../../words/figures";
import { Mono } from "../../words/Mono";
import { BesideFrame } from "./BesideFrame";
import { CopperEnds } from "./CopperEnds";
import { OneDevice } from "./OneDevice";
import { Services } from "./Services";
import { SharedParts } from "./SharedParts";

/** What the ends ask for: stops first, then what is open, then that nothing is found, as far as recorded. */
function answer(devices: DeviceView[], runsTooLong: number): string {
  const of = (severity: string) => devices.filter((d) => d.findings.some((f) => f.severity === severity)).length;
  const some = (n: number, one: string, many: string) => (n ? `${n} ${n === 1 ? one : many}` : null);
  const told = [
    some(of("stop"), "device cannot work as it stands", "devices cannot work as they stand"),
    some(runsTooLong, "copper run too long", "copper runs too long"),
    some(of("warn"), "device with something to settle", "devices with something to settle"),
  ].filter(Boolean);
  if (told.length) return told.join(", ");
  return devices.length === 1 ? "The device suits its place, as far as recorded" : `All ${devices.length} devices suit their places, as far as recorded`;
}

export function Devices() {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const change = useChangePlan(plan.id);
  const beside = useBeside(plan.id, plan.revision).data;
  const standing = useDevices(plan.id, plan.revision).data;
  const runs = useCopper(plan.id, plan.revision).data ?? [];
  const [adding, setAdding] = useState(false);
  const storeAll = async (devices: Device[]) => {
    await change.mutateAsync({ devices });
  };
  const setDevice = (at: number) => (next: Device | null) => storeAll(plan.devices.flatMap((d, i) => (i === at ? (next ? [next] : []) : [d])));
  return (
    <BesideFrame
      title={plan.devices.length ? answer(standing?.devices ?? [], runs.filter((run) => run.problem !== null).length) : "Devices and spares"}
      action={
        <Button size="sm" colorPalette="accent" onClick={() => setAdding(true)}>
          Add a device
        </Button>
      }
    >
      {plan.devices.length === 0 && (
        <Text color="fg.muted" maxW="60ch">
          No devices yet. With a device and its ports recorded, each link's end says which port it takes; ports that are taken twice, missing or set wrongly are
          then found before anybody travels.
        </Text>
      )}
      {plan.devices.map((device, at) => (
        <OneDevice
          key={device.name}
          device={device}
          others={plan.devices.filter((d) => d !== device).map((d) => d.name)}
          places={plan.places.map((p) => p.name)}
          sorts={standing?.sorts ?? []}
          view={standing?.devices.find((d) => d.name === device.name)}
          onChange={setDevice(at)}
        />
      ))}
      <CopperEnds />
      <Services services={standing?.services ?? []} />
      <SharedParts />
      <Spares types={beside?.module_types ?? []} />
      {adding && (
        <AskSheet
          title="Add a device"
          label="Name of the device"
          value=""
          onClose={() => setAdding(false)}
          onStore={async (name) => {
            await storeAll([...plan.devices, { name, ports: [{ name: "ports", cage: "SFP+", count: 24, speeds_gbps: [], uplink: false }] }]);
            say(`Added ${name}. Undo with u.`);
          }}
        />
      )}
    </BesideFrame>
  );
}

function Spares({ types }: { types: { type: string; coding: string | null; in_use: number; spare: number }[] }) {
  const { plan } = useOpenPlan();
  const change = useChangePlan(plan.id);
  const set = (type: string, coding: string | null, count: number) => {
    const oneCoding = plan.house_rules.coding === "one";
    const others = plan.spares.filter((s) => s.type !== type || (!oneCoding && (s.coding ?? null) !== coding));
    const spares: Spare[] = count > 0 ? [...others, { type, count, coding }] : others;
    return change.mutateAsync({ spares });
  };
  return (
    <Box mt="4" maxW="760px">
      <Heading as="h2" fontSize="20px" mb="1">
        Modules and spares
      </Heading>
      <Text color="fg.muted" fontSize="14px" mb="2">
        Every module type that the plan uses. A dead module is found by swapping it.
      </Text>
      <Box overflowX="auto" position="relative">
        <Table.Root size="sm" variant="line" aria-label="Modules and spares">
          <Table.Header>
            <Table.Row bg="bg">
              <Table.ColumnHeader>Module type</Table.ColumnHeader>
              <Table.ColumnHeader textAlign="end">in use</Table.ColumnHeader>
              <Table.ColumnHeader>on the shelf</Table.ColumnHeader>
            </Table.Row>
          </Table.Header>
          <Table.Body>
            {types.map((one) => (
              <Table.Row key={`${one.type} ${one.coding}`} bg="bg">
                <Table.Cell fontWeight="600">
                  {one.type}
                  {one.coding !== null && `, coded ${one.coding}`}
                  {one.spare === 0 && plan.house_rules.spares === "one-a-type" && (
                    <Text as="span" color="note.fg" fontWeight="600" fontSize="13px">
                      {" "}
                      · no spare
                    </Text>
                  )}
                </Table.Cell>
                <Table.Cell textAlign="end">
                  <Mono>{one.in_use}</Mono>
                </Table.Cell>
                <Table.Cell>
                  <TextField
                    label={`Spares of ${one.type}${one.coding === null ? "" : `, coded ${one.coding}`}`}
                    hideLabel
                    width="70px"
                    mono
                    value={String(one.spare)}
                    invalid={(text) => (typed(text) === null ? `“${text}” is not a number` : null)}
                    onCommit={(text) => set(one.type, one.coding, typed(text) ?? 0)}
                  />
                </Table.Cell>
              </Table.Row>
            ))}
          </Table.Body>
        </Table.Root>
      </Box>
    </Box>
  );
}

/** Devices with their ports, and the spare modules on the shelf. */
import { Box, Button, Flex, Heading, Table, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Device, Spare } from "../../api/client";
import { useBeside, usePlanFindings } from "../../api/beside";
import { useChangePlan, useReference } from "../../api/plan";
import { useNotice } from "../../app/notice";
import { useOpenPlan } from "../../app/planContext";
import { AskSheet } from "../../parts/AskSheet";
import { Choice, options, TextField } from "../../parts/Field";
import { typed } from "../../parts/figures";
import { Mono } from "../../parts/Mono";
import { BesideFrame } from "./BesideFrame";
import { SharedParts } from "./SharedParts";

type Group = Device["ports"][number];
const UNKNOWN = { value: "", label: "not recorded" };
const speedsOf = (text: string) =>
  text
    .split(/[,;\s]+/)
    .filter(Boolean)
    .map((one) => typed(one));

export function Devices() {
  const { plan } = useOpenPlan();
  const { say } = useNotice();
  const change = useChangePlan(plan.id);
  const beside = useBeside(plan.id, plan.revision).data;
  const findings = usePlanFindings(plan.id, plan.revision).data ?? [];
  const [adding, setAdding] = useState(false);
  const storeAll = async (devices: Device[]) => {
    await change.mutateAsync({ devices });
  };
  const setDevice = (at: number) => (next: Device | null) => storeAll(plan.devices.flatMap((d, i) => (i === at ? (next ? [next] : []) : [d])));
  return (
    <BesideFrame
      title="Devices and spares"
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
          places={plan.places.map((p) => p.name)}
          taken={(group) => beside?.groups.find((g) => g.device === device.name && g.group === group)}
          findings={findings.filter((f) => f.about === device.name).map((f) => f.message)}
          onChange={setDevice(at)}
        />
      ))}
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

interface DeviceProps {
  device: Device;
  places: string[];
  taken: (group: string) => { taken: number; links: string[] } | undefined;
  findings: string[];
  onChange: (next: Device | null) => Promise<unknown>;
}

function OneDevice({ device, places, taken, findings, onChange }: DeviceProps) {
  const { refuse } = useNotice();
  const reference = useReference().data;
  const setGroup = (at: number, next: Partial<Group> | null) =>
    onChange({
      ...device,
      ports: device.ports.flatMap((g, i) => (i === at ? (next ? [{ ...g, ...next }] : []) : [g])),
    });
  const loudly = (asked: Promise<unknown>) => void asked.catch(refuse);
  return (
    <Box as="section" bg="bg.panel" borderLeftWidth="4px" borderColor="border.emphasized" px="3" py="2.5" mb="3" data-device={device.name}>
      <Flex gap="2" wrap="wrap" align="end">
        <TextField label="Device" width="170px" value={device.name} onCommit={(name) => onChange({ ...device, name: name.trim() })} />
        <Choice
          label="Place"
          width="150px"
          value={device.place ?? ""}
          options={[UNKNOWN, ...options(places)]}
          onChange={(place) => onChange({ ...device, place: place || null })}
        />
        <Choice
          label="Surroundings"
          width="120px"
          value={device.surroundings ?? ""}
          options={[UNKNOWN, ...options(["indoor", "unheated", "outdoor"])]}
          onChange={(value) => onChange({ ...device, surroundings: (value || null) as NonNullable<Device["surroundings"]> | null })}
        />
        <Choice
          label="Own coding only"
          width="120px"
          value={device.own_coding_only == null ? "" : device.own_coding_only ? "yes" : "no"}
          options={[UNKNOWN, ...options(["yes", "no"])]}
          onChange={(value) => onChange({ ...device, own_coding_only: value === "" ? null : value === "yes" })}
        />
        <Flex ml="auto" gap="1">
          <Button
            size="xs"
            variant="outline"
            colorPalette="accent"
            onClick={() =>
              loudly(
                onChange({
                  ...device,
                  ports: [...device.ports, { name: `ports ${device.ports.length + 1}`, cage: "SFP+", count: 4, speeds_gbps: [], uplink: false }],
                }),
              )
            }
          >
            Add ports
          </Button>
          <Button size="xs" variant="ghost" colorPalette="accent" onClick={() => loudly(onChange(null))}>
            Remove device
          </Button>
        </Flex>
      </Flex>
      {device.ports.map((group, at) => {
        const use = taken(group.name);
        return (
          <Flex key={`${group.name}-${at}`} gap="2" wrap="wrap" align="end" mt="2" pl="3">
            <TextField label="Ports" width="104px" value={group.name} onCommit={(name) => setGroup(at, { name: name.trim() })} />
            <Choice
              label="Cage"
              width="96px"
              value={group.cage}
              options={options(reference?.cages ?? [group.cage])}
              onChange={(cage) => setGroup(at, { cage: cage as Group["cage"] })}
            />
            <TextField
              label="How many"
              width="70px"
              mono
              value={String(group.count)}
              invalid={(text) => (typed(text) === null ? `“${text}” is not a number of ports` : null)}
              onCommit={(text) => setGroup(at, { count: typed(text) ?? 1 })}
            />
            <TextField
              label="Can be set to, Gb/s"
              width="130px"
              mono
              value={group.speeds_gbps.join(", ")}
              invalid={(text) => (speedsOf(text).includes(null) ? `“${text}” is not a list of speeds in Gb/s` : null)}
              onCommit={(text) => setGroup(at, { speeds_gbps: speedsOf(text).filter((n): n is number => n !== null) })}
            />
            <Choice
              label="Speed"
              width="130px"
              value={group.settable == null ? "" : group.settable ? "yes" : "no"}
              options={[UNKNOWN, { value: "yes", label: "can be set" }, { value: "no", label: "is fixed" }]}
              onChange={(value) => setGroup(at, { settable: value === "" ? null : value === "yes" })}
            />
            <Choice
              label="Uplinks"
              width="76px"
              value={group.uplink ? "yes" : "no"}
              options={options(["no", "yes"])}
              onChange={(value) => setGroup(at, { uplink: value === "yes" })}
            />
            <Text
              fontSize="14px"
              pb="1.5"
              color={use && use.taken > group.count ? "stop.fg" : "fg.muted"}
              title={use?.links.join("\n")}
              fontWeight={use && use.taken > group.count ? 700 : 400}
            >
              <Mono as="span">
                {use ? use.taken : "…"} of {group.count}
              </Mono>{" "}
              taken
            </Text>
            {device.ports.length > 1 && (
              <Button size="xs" variant="ghost" colorPalette="accent" ml="auto" onClick={() => loudly(setGroup(at, null))}>
                Remove
              </Button>
            )}
          </Flex>
        );
      })}
      {findings.map((message) => (
        <Text key={message} fontSize="14px" color="note.fg" fontWeight="600" mt="2">
          {message}
        </Text>
      ))}
    </Box>
  );
}

function Spares({ types }: { types: { type: string; in_use: number; spare: number }[] }) {
  const { plan } = useOpenPlan();
  const change = useChangePlan(plan.id);
  const set = (type: string, count: number) => {
    const others = plan.spares.filter((s) => s.type !== type);
    const spares: Spare[] = count > 0 ? [...others, { type, count }] : others;
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
            <Table.Row key={one.type} bg="bg">
              <Table.Cell fontWeight="600">
                {one.type}
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
                  label={`Spares of ${one.type}`}
                  hideLabel
                  width="70px"
                  mono
                  value={String(one.spare)}
                  invalid={(text) => (typed(text) === null ? `“${text}” is not a number` : null)}
                  onCommit={(text) => set(one.type, typed(text) ?? 0)}
                />
              </Table.Cell>
            </Table.Row>
          ))}
        </Table.Body>
      </Table.Root>
    </Box>
  );
}

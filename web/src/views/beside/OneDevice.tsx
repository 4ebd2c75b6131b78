/** One device: what it is, its ports from the front, what it draws and gives, and what is said of it. */
import { Box, Button, Flex, Text } from "@chakra-ui/react";
import type { Device } from "../../api/client";
import type { DeviceView } from "../../api/beside";
import { usePlantReference } from "../../api/plant";
import { useReference } from "../../api/plan";
import { useNotice } from "../../app/notice";
import { useSettings } from "../../app/settings";
import { ChoiceOf, NumberOf, TextOf } from "../../forms/docFields";
import { Choice, options, TextField } from "../../forms/Field";
import { quantity, rate, typed } from "../../words/figures";
import { SeverityMark, severityOf } from "../../drawing/Mark";
import { Group } from "../../forms/Group";
import { Mono } from "../../words/Mono";
import { Said } from "../../words/Said";
import { GroupFront, PowerGiven } from "./DeviceFront";
import { PortsSet } from "./PortsSet";

type Group = Device["ports"][number];
const UNKNOWN = { value: "", label: "not recorded" };
const JACKS = "jacks";
const speedsOf = (text: string) =>
  text
    .split(/[,;\s]+/)
    .filter(Boolean)
    .map((one) => typed(one));
const yesNo = (value: boolean | null | undefined) => (value == null ? "" : value ? "yes" : "no");

interface Props {
  device: Device;
  others: string[];
  places: string[];
  sorts: string[];
  view: DeviceView | undefined;
  onChange: (next: Device | null) => Promise<unknown>;
}

export function OneDevice({ device, others, places, sorts, view, onChange }: Props) {
  const { refuse } = useNotice();
  const setGroup = (at: number, next: Partial<Group> | null) =>
    onChange({ ...device, ports: device.ports.flatMap((g, i) => (i === at ? (next ? [{ ...g, ...next }] : []) : [g])) });
  const loudly = (asked: Promise<unknown>) => void asked.catch(refuse);
  const field = { doc: device, store: (change: Record<string, unknown>) => onChange({ ...device, ...change }) };
  const { unit } = useSettings();
  const degrees = (celsius: number) => quantity(String(celsius).replace("-", "\u2212"), "°C", unit);
  const typical = (figure: string) => view?.typical.includes(figure) === true;
  const known =
    view &&
    [
      view.draw_w !== null &&
        `Takes ${view.draw_w} W${view.draw_peak_w !== view.draw_w ? `, ${view.draw_peak_w} W at peak` : ""}${typical("draw_w") ? " (typical of its kind)" : ""}`,
      view.protection && `${view.protection}${typical("protection") ? " (typical)" : ""}`,
      view.coldest_c !== null &&
        view.hottest_c !== null &&
        `made for ${degrees(view.coldest_c)} to ${degrees(view.hottest_c)}${typical("coldest_c") ? " (typical)" : ""}`,
    ].filter(Boolean);
  return (
    <Box as="section" bg="bg.panel" borderLeftWidth="4px" borderColor="border.emphasized" px="3" py="2.5" mb="3" data-device={device.name}>
      <Flex gap="2" wrap="wrap" align="end">
        <TextField label="Device" width="170px" value={device.name} onCommit={(name) => onChange({ ...device, name: name.trim() })} />
        <ChoiceOf {...field} at="sort" label="Kind" width="150px" values={sorts} />
        <ChoiceOf {...field} at="place" label="Place" width="150px" values={places} />
        <ChoiceOf {...field} at="surroundings" label="Surroundings" width="120px" values={["indoor", "unheated", "outdoor"]} />
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
      {device.ports.map((group, at) => (
        <GroupRow
          key={`${group.name}-${at}`}
          group={group}
          seats={view?.groups[at]?.seats ?? []}
          only={device.ports.length === 1}
          onSet={(next) => setGroup(at, next)}
          onRemove={() => loudly(setGroup(at, null))}
        />
      ))}
      {view && view.loose.length > 0 && (
        <Text fontSize="14px" color="warn.fg" mt="1">
          Plugs in, but nobody says where: {view.loose.map((s) => s.name).join(", ")}.
        </Text>
      )}
      {view && <PortsSet device={device} view={view} />}
      {view?.bundles.map((bundle) => (
        <Text key={bundle.other} fontSize="14px" mt="1" data-bundle={bundle.other}>
          {bundle.links.length} links to {bundle.other}
          {bundle.whole_gbps === null || bundle.one_out_gbps === null
            ? ": say at their ends whether they are aggregated or one stands by"
            : `, ${bundle.kinds.join(" and ")}: ${rate(bundle.whole_gbps)} together, ${rate(bundle.one_out_gbps)} with one out`}
        </Text>
      ))}
      {view && <PowerGiven given={view.gives_w} usual={view.fed_w} peak={view.fed_peak_w} count={view.fed} unknown={view.fed_unknown} />}
      {known && (
        <Text fontSize="14px" color="fg.muted" mt="1">
          {known.length ? known.join(" · ") : "What it takes and bears is not recorded: read its type plate."}
        </Text>
      )}
      {view?.findings.map((found) => (
        <Flex key={found.message} gap="2" mt="1.5" align="start" fontSize="14px" data-finding={found.rule}>
          <Box pt="1" color={`${severityOf(found.severity).tone}.fg`}>
            <SeverityMark severity={found.severity} size={13} />
          </Box>
          <Text>
            <b>
              <Said text={found.message} />
            </b>{" "}
            <Said text={found.do} />
          </Text>
        </Flex>
      ))}
      <Box asChild mt="2" fontSize="14px">
        <details>
          <summary style={{ cursor: "pointer", fontWeight: 600 }}>Power, protection, mounting</summary>
          <Flex direction="column" gap="1" mt="1">
            <Group name="Power">
              <NumberOf {...field} at="draw_w" label="Takes usually" suffix="W" />
              <NumberOf {...field} at="draw_peak_w" label="At its peak" suffix="W" />
              <NumberOf {...field} at="gives_w" label="Gives over all jacks" width="110px" suffix="W" />
              <TextOf {...field} at="supply" label="Fed by supply" width="110px" />
            </Group>
            <Group name="Protection">
              <TextOf {...field} at="protection" label="Protection, as IP66" width="110px" />
              <NumberOf {...field} at="coldest_c" label="Coldest" suffix="°C" />
              <NumberOf {...field} at="hottest_c" label="Hottest" suffix="°C" />
            </Group>
            <Group name="Mounting">
              <ChoiceOf {...field} at="mounting" label="Mounted" width="96px" values={["rack", "wall", "rail", "pole", "desk", "card"]} />
              <NumberOf {...field} at="rack_units" label="Rack units" whole />
              <ChoiceOf {...field} at="inside" label="Inside of" width="130px" values={others} />
            </Group>
            <Group name="Coding and data sheet">
              <Choice
                label="Own coding only"
                width="120px"
                value={yesNo(device.own_coding_only)}
                options={[UNKNOWN, ...options(["yes", "no"])]}
                onChange={(value) => onChange({ ...device, own_coding_only: value === "" ? null : value === "yes" })}
              />
              <TextOf {...field} at="coding" label="Its coding is called" width="130px" />
              <TextOf {...field} at="sheet" label="Data sheet" width="180px" />
            </Group>
          </Flex>
        </details>
      </Box>
    </Box>
  );
}

interface GroupProps {
  group: Group;
  seats: NonNullable<DeviceView["groups"][number]>["seats"];
  only: boolean;
  onSet: (next: Partial<Group>) => Promise<unknown>;
  onRemove: () => void;
}

function GroupRow({ group, seats, only, onSet, onRemove }: GroupProps) {
  const reference = useReference().data;
  const classes = usePlantReference().data?.power_classes ?? [];
  const jacks = group.cage == null;
  const ports = new Set(seats.map((s, i) => (s.number == null ? `loose ${i}` : s.number)));
  const over = ports.size > group.count;
  const field = { doc: group, store: (change: Record<string, unknown>) => onSet(change) };
  const toMedium = (cage: string) =>
    onSet(
      cage === JACKS ? { cage: null, foreign: null, foreign_to_gbps: null } : { cage: cage as NonNullable<Group["cage"]>, powered: null, power_class: null },
    );
  return (
    <Box mt="2" pl="3">
      <Flex gap="2" wrap="wrap" align="end">
        <TextField label="Ports" width="104px" value={group.name} onCommit={(name) => onSet({ name: name.trim() })} />
        <Choice label="Cage, or jacks" width="100px" value={group.cage ?? JACKS} options={options([JACKS, ...(reference?.cages ?? [])])} onChange={toMedium} />
        <TextField
          label="How many"
          width="70px"
          mono
          value={String(group.count)}
          invalid={(text) => (typed(text) === null ? `“${text}” is not a number of ports` : null)}
          onCommit={(text) => onSet({ count: typed(text) ?? 1 })}
        />
        <TextField
          label="Can be set to, Gb/s"
          width="130px"
          mono
          value={group.speeds_gbps.join(", ")}
          invalid={(text) => (speedsOf(text).includes(null) ? `“${text}” is not a list of speeds in Gb/s` : null)}
          onCommit={(text) => onSet({ speeds_gbps: speedsOf(text).filter((n): n is number => n !== null) })}
        />
        {jacks ? (
          <>
            <Choice
              label="Give power"
              width="112px"
              value={yesNo(group.powered)}
              options={[UNKNOWN, ...options(["yes", "no"])]}
              onChange={(value) => onSet({ powered: value === "" ? null : value === "yes", ...(value === "no" && { power_class: null }) })}
            />
            {group.powered !== false && <ChoiceOf {...field} at="power_class" label="Power class" width="108px" values={classes} />}
          </>
        ) : (
          <>
            <Choice
              label="Speed"
              width="112px"
              value={yesNo(group.settable)}
              options={[UNKNOWN, { value: "yes", label: "can be set" }, { value: "no", label: "is fixed" }]}
              onChange={(value) => onSet({ settable: value === "" ? null : value === "yes" })}
            />
            <Choice
              label="Other makers’ modules"
              width="136px"
              value={group.foreign ?? ""}
              options={[UNKNOWN, ...options(["taken", "up to a speed", "after a setting", "refused"])]}
              onChange={(foreign) =>
                onSet({
                  foreign: (foreign || null) as NonNullable<Group["foreign"]> | null,
                  foreign_to_gbps: foreign === "up to a speed" ? (group.foreign_to_gbps ?? group.speeds_gbps[0] ?? 1) : null,
                })
              }
            />
            {group.foreign === "up to a speed" && <NumberOf {...field} at="foreign_to_gbps" label="Up to" suffix="Gb/s" needed />}
          </>
        )}
        <Choice
          label="Uplinks"
          width="76px"
          value={group.uplink ? "yes" : "no"}
          options={options(["no", "yes"])}
          onChange={(value) => onSet({ uplink: value === "yes" })}
        />
        <Text fontSize="14px" pb="1.5" color={over ? "stop.fg" : "fg.muted"} fontWeight={over ? 700 : 400}>
          <Mono as="span">
            {ports.size} of {group.count}
          </Mono>{" "}
          taken
        </Text>
        {!only && (
          <Button size="xs" variant="ghost" colorPalette="accent" ml="auto" onClick={onRemove}>
            Remove
          </Button>
        )}
      </Flex>
      <Box mt="1">
        <GroupFront group={group} seats={seats} />
      </Box>
    </Box>
  );
}

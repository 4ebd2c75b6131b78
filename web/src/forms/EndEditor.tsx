/** One end of the link: application, cage, receptacle, and figures from a data sheet. */
import { Button, Flex } from "@chakra-ui/react";
import { useState } from "react";
import type { Edit, EndDoc, PlanInfo, Side } from "../api/client";
import { useSettings } from "../app/settings";
import { FEC, type Choices } from "./choices";
import { Choice, options, TextField } from "./Field";
import { fromUnit, lengthField, typed } from "../words/figures";

interface Props {
  side: Side;
  end: EndDoc;
  plan: PlanInfo;
  reference: Choices;
  onEdit: (edits: Edit[]) => Promise<unknown>;
}

type Module = NonNullable<EndDoc["module"]>;
type Port = NonNullable<EndDoc["port"]>;

const FIGURES = [
  ["tx_min_dbm", "Launch min", "dBm"],
  ["tx_max_dbm", "Launch max", "dBm"],
  ["rx_min_dbm", "Receiver min", "dBm"],
  ["rx_max_dbm", "Receiver max", "dBm"],
  ["tx_wavelength_nm", "Sends", "nm"],
  ["rx_wavelength_nm", "Receives", "nm"],
  ["reach_m", "Reach", "m"],
  ["penalty_db", "Penalty", "dB"],
  ["dispersion_ps_nm", "Dispersion", "ps/nm"],
] as const;

export function EndEditor({ side, end, plan, reference, onEdit }: Props) {
  const { unit } = useSettings();
  const [sheetOpen, setSheetOpen] = useState(false);
  const [portOpen, setPortOpen] = useState(false);
  const hasPort = end.device != null || end.port != null || end.module?.form != null || end.module?.coding != null || end.module?.temperature != null;
  const module: Module = end.module ?? {};
  const hasFigures = FIGURES.some(([key]) => module[key] != null);
  const set = (next: Partial<EndDoc>) => onEdit([{ op: "set-end", side, end: { ...end, ...next } }]);
  const setModule = (change: Partial<Module>) => set({ module: { ...module, ...change } });
  const applications = reference.applications.map((a) => a.name);
  return (
    <Flex direction="column" gap="2" data-end-editor={side}>
      <Flex gap="2" wrap="wrap" align="start">
        <Choice
          label="Place of this end"
          width="132px"
          value={end.place ?? ""}
          options={[{ value: "", label: "not recorded" }, ...options(plan.places.map((p) => p.name))]}
          onChange={(place) => set({ place: place || null })}
        />
        <Choice
          label="Application"
          width="166px"
          value={end.application}
          options={options(end.application === "custom" ? ["custom", ...applications] : applications)}
          onChange={(application) => {
            // a module whose sheet lists several rates stays when another of them is run
            const own = reference.modules.find((m) => m.name === module.part);
            const stays = own?.kind === "module" && own.rates_gbps.length > 0 && application !== "custom";
            return set({ application, module: end.module && !stays ? { ...end.module, part: null } : (end.module ?? null) });
          }}
        />
        {reference.modules.length > 0 && (
          <Choice
            label="Own module"
            width="132px"
            value={module.part ?? ""}
            options={[{ value: "", label: "none" }, ...options(reference.modules.map((m) => m.name))]}
            onChange={(name) => {
              const own = reference.modules.find((m) => m.name === name);
              const application = own?.kind === "module" ? own.application : end.application;
              return set({ application, module: { ...module, part: name || null } });
            }}
          />
        )}
        <Choice
          label="Cage"
          width="92px"
          value={end.cage ?? ""}
          options={[{ value: "", label: "not recorded" }, ...options(reference.cages)]}
          onChange={(cage) => set({ cage: cage || null })}
        />
        <Choice
          label="Receptacle"
          width="112px"
          value={module.connector ?? ""}
          options={[
            { value: "", label: "not recorded" },
            ...options(reference.connectors.filter((c) => c !== "bare" && !c.includes("pinned"))),
            ...options(["MPO-12/PC", "MPO-12/APC", "MPO-16/APC", "MPO-24/PC"]),
          ]}
          onChange={(connector) => setModule({ connector: connector || null })}
        />
        <Button
          size="xs"
          variant="outline"
          colorPalette="accent"
          alignSelf="end"
          h="30px"
          aria-expanded={sheetOpen || hasFigures}
          onClick={() => setSheetOpen(!sheetOpen)}
        >
          Data sheet
        </Button>
        <Button size="xs" variant="outline" colorPalette="accent" alignSelf="end" h="30px" aria-expanded={portOpen} onClick={() => setPortOpen(!portOpen)}>
          Port
        </Button>
      </Flex>
      {(portOpen || hasPort) && <PortFields end={end} plan={plan} reference={reference} set={set} />}
      {(sheetOpen || hasFigures) && (
        <Flex gap="2" wrap="wrap" align="start">
          <TextField
            label="Data sheet: document, page, date"
            width="250px"
            value={module.source ?? ""}
            onCommit={(text) => setModule({ source: text.trim() || null })}
          />
          {FIGURES.map(([key, label, figureUnit]) => {
            const isLength = key === "reach_m";
            const value = module[key];
            return (
              <TextField
                key={key}
                label={label}
                width="92px"
                mono
                suffix={isLength ? unit : figureUnit}
                placeholder="table"
                value={value == null ? "" : isLength ? lengthField(value, unit) : String(value)}
                invalid={(text) => (text.trim() === "" || typed(text) !== null ? null : `“${text}” is not a number`)}
                onCommit={(text) => {
                  const number = typed(text);
                  if (number !== null && !module.source) {
                    return Promise.reject(new Error("Name the data sheet first, then Enter here"));
                  }
                  return setModule({ [key]: number !== null && isLength ? fromUnit(number, unit) : number });
                }}
              />
            );
          })}
        </Flex>
      )}
    </Flex>
  );
}

interface PortProps {
  end: EndDoc;
  plan: PlanInfo;
  reference: Choices;
  set: (next: Partial<EndDoc>) => Promise<unknown>;
}

const UNKNOWN = { value: "", label: "not recorded" };

interface YesNoProps {
  label: string;
  value: boolean | null | undefined;
  onChange: (value: boolean | null) => Promise<unknown>;
}

function YesNo({ label, value, onChange }: YesNoProps) {
  return (
    <Choice
      label={label}
      width="112px"
      value={value == null ? "" : value ? "yes" : "no"}
      options={[UNKNOWN, ...options(["yes", "no"])]}
      onChange={(text) => onChange(text === "" ? null : text === "yes")}
    />
  );
}

/** The device's port and the module's make: what it is set to and what it accepts. */
function PortFields({ end, plan, reference, set }: PortProps) {
  const module: Module = end.module ?? {};
  const port: Port = end.port ?? {};
  const setModule = (change: Partial<Module>) => set({ module: { ...module, ...change } });
  const setPort = (change: Partial<Port>) => set({ port: { ...port, ...change } });
  const device = plan.devices.find((d) => d.name === end.device);
  const lanes = reference.lanes[end.application] ?? 0;
  const setLane = (text: string) => {
    const lane = text === "" ? null : Number(text);
    return setPort({ lane, split: lane === null ? (port.split ?? null) : (port.split ?? true) });
  };
  return (
    <Flex gap="2" wrap="wrap" align="start">
      {plan.devices.length > 0 && (
        <Choice
          label="Device"
          width="130px"
          value={end.device ?? ""}
          options={[UNKNOWN, ...options(plan.devices.map((d) => d.name))]}
          onChange={(name) => set({ device: name || null, port: { ...port, group: null, number: null } })}
        />
      )}
      {device && (
        <>
          <Choice
            label="Ports"
            width="96px"
            value={port.group ?? ""}
            options={[UNKNOWN, ...options(device.ports.map((g) => g.name))]}
            onChange={(group) => setPort({ group: group || null })}
          />
          <TextField
            label="Port number"
            width="84px"
            mono
            value={port.number == null ? "" : String(port.number)}
            invalid={(text) => (text.trim() === "" || typed(text) !== null ? null : `“${text}” is not a port number`)}
            onCommit={(text) => setPort({ number: typed(text) })}
          />
        </>
      )}
      {lanes > 0 && (
        <>
          <Choice
            label="Lane of a split port"
            width="124px"
            value={port.lane == null ? "" : String(port.lane)}
            options={[{ value: "", label: "not split" }, ...options(Array.from({ length: lanes }, (_, i) => String(i + 1)))]}
            onChange={setLane}
          />
          <YesNo label="Set to split" value={port.split} onChange={(split) => setPort({ split })} />
        </>
      )}
      {device && (
        <Choice
          label="With other links"
          width="124px"
          value={port.bundle ?? ""}
          options={[{ value: "", label: "alone, not said" }, ...options(["aggregated", "standby"])]}
          onChange={(bundle) => setPort({ bundle: (bundle || null) as NonNullable<Port["bundle"]> | null })}
        />
      )}
      <Choice
        label="Module form"
        width="110px"
        value={module.form ?? ""}
        options={[{ value: "", label: "usual" }, ...options(reference.cages)]}
        onChange={(form) => setModule({ form: (form || null) as NonNullable<Module["form"]> | null })}
      />
      <Choice
        label="Coded for"
        width="124px"
        value={module.coding ?? ""}
        options={[UNKNOWN, { value: "own", label: "this equipment" }, { value: "other", label: "another maker" }]}
        onChange={(coding) => setModule({ coding: (coding || null) as NonNullable<Module["coding"]> | null })}
      />
      <Choice
        label="Temperature class"
        width="120px"
        value={module.temperature ?? ""}
        options={[UNKNOWN, ...options(["commercial", "extended", "industrial"])]}
        onChange={(value) => setModule({ temperature: (value || null) as NonNullable<Module["temperature"]> | null })}
      />
      <TextField
        label="Port set to"
        width="84px"
        mono
        suffix="G"
        value={port.set_gbps == null ? "" : String(port.set_gbps)}
        invalid={(text) => (text.trim() === "" || typed(text) !== null ? null : `“${text}” is not a speed in Gb/s`)}
        onCommit={(text) => setPort({ set_gbps: typed(text) })}
      />
      {(!device || port.settable != null) && <YesNo label="Can be set" value={port.settable} onChange={(settable) => setPort({ settable })} />}
      {(!device || port.own_coding_only != null) && (
        <YesNo label="Own coding only" value={port.own_coding_only} onChange={(own_coding_only) => setPort({ own_coding_only })} />
      )}
      {(!device || port.surroundings != null) && (
        <Choice
          label="Surroundings"
          width="112px"
          value={port.surroundings ?? ""}
          options={[UNKNOWN, ...options(["indoor", "unheated", "outdoor"])]}
          onChange={(value) => setPort({ surroundings: (value || null) as NonNullable<Port["surroundings"]> | null })}
        />
      )}
      <Choice
        label="FEC set to"
        width="128px"
        value={port.fec == null ? "" : port.fec === true ? "on" : port.fec === false ? "none" : port.fec}
        options={[UNKNOWN, ...FEC]}
        onChange={(told) => setPort({ fec: told === "" ? null : told === "on" ? true : told === "none" ? false : (told as NonNullable<Port["fec"]>) })}
      />
    </Flex>
  );
}

/** One end of the link: application, cage, receptacle, and figures from a data sheet. */
import { Button, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { Edit, EndDoc, Reference, Side } from "../api/client";
import { useSettings } from "../app/settings";
import { Choice, options, TextField } from "./Field";
import { fromUnit, lengthField, typed } from "./figures";

interface Props {
  side: Side;
  end: EndDoc;
  places: string[];
  reference: Reference;
  onEdit: (edits: Edit[]) => Promise<unknown>;
}

type Module = NonNullable<EndDoc["module"]>;

const FIGURES = [
  ["tx_min_dbm", "Launch min", "dBm"],
  ["tx_max_dbm", "Launch max", "dBm"],
  ["rx_min_dbm", "Receiver min", "dBm"],
  ["rx_max_dbm", "Receiver max", "dBm"],
  ["tx_wavelength_nm", "Sends", "nm"],
  ["rx_wavelength_nm", "Receives", "nm"],
  ["reach_m", "Reach", "m"],
  ["penalty_db", "Penalty", "dB"],
] as const;

export function EndEditor({ side, end, places, reference, onEdit }: Props) {
  const { unit } = useSettings();
  const [sheetOpen, setSheetOpen] = useState(false);
  const module: Module = end.module ?? ({});
  const hasFigures = FIGURES.some(([key]) => module[key] != null);
  const set = (next: Partial<EndDoc>) =>
    onEdit([{ op: "set-end", side, end: { ...end, ...next } }]);
  const setModule = (change: Partial<Module>) => set({ module: { ...module, ...change } });
  const applications = reference.applications.map((a) => a.name);
  return (
    <Flex direction="column" gap="2" data-end-editor={side}>
      <Flex gap="3" wrap="wrap" align="start">
        <Text fontWeight="700" alignSelf="center" minW="84px">
          End {side}
        </Text>
        <Choice
          label="Place"
          width="160px"
          value={end.place ?? ""}
          options={[{ value: "", label: "not recorded" }, ...options(places)]}
          onChange={(place) => set({ place: place || null })}
        />
        <Choice
          label="Application"
          width="210px"
          value={end.application}
          options={options(end.application === "custom" ? ["custom", ...applications] : applications)}
          onChange={(application) => set({ application })}
        />
        <Choice
          label="Cage"
          width="110px"
          value={end.cage ?? ""}
          options={[{ value: "", label: "not recorded" }, ...options(reference.cages)]}
          onChange={(cage) => set({ cage: cage || null })}
        />
        <Choice
          label="Receptacle"
          width="140px"
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
          Data sheet …
        </Button>
      </Flex>
      {(sheetOpen || hasFigures) && (
        <Flex gap="3" wrap="wrap" align="start">
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
                invalid={(text) =>
                  text.trim() === "" || typed(text) !== null ? null : `“${text}” is not a number`
                }
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

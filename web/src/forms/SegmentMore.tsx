/** Fields of a segment that are needed now and then: what is there already, and parts by table. */
import type { PartDoc, SegmentDoc } from "../api/client";
import type { Choices } from "./choices";
import { Choice, options, TextField } from "./Field";

export const RECORDED = [{ value: "", label: "not recorded" }];

interface PartProps {
  part: SegmentDoc;
  set: (next: PartDoc) => Promise<unknown>;
}

/** How a duplex cord can be crossed by hand, and which port of a cassette the link uses. */
export function StrandFields({ part, set }: PartProps) {
  const duplex = part.segment === "cord" && (part.wiring === "A-B" || part.wiring === "A-A");
  return (
    <>
      {duplex && (
        <Choice
          label="Plugs are held by"
          width="150px"
          value={part.clip ?? ""}
          options={[
            ...RECORDED,
            { value: "splits", label: "a clip that splits" },
            { value: "opens", label: "a body that opens" },
            { value: "single", label: "nothing: single plugs" },
            { value: "fixed", label: "a fixed body" },
          ]}
          onChange={(clip) => set({ ...part, clip: (clip || null) as NonNullable<SegmentDoc["clip"]> | null })}
        />
      )}
      {part.segment === "cassette" && (
        <Choice
          label="Duplex port"
          width="96px"
          value={part.port == null ? "" : String(part.port)}
          options={[...RECORDED, ...options(["1", "2", "3", "4", "5", "6"])]}
          onChange={(port) => set({ ...part, port: port === "" ? null : Number(port) })}
        />
      )}
    </>
  );
}

/** How an existing cable is known: what is only guessed or not measured is said as a finding. */
export function RecordFields({ part, set }: PartProps) {
  return (
    <>
      <Choice
        label="Is there already"
        width="104px"
        value={part.existing ? "yes" : "no"}
        options={options(["no", "yes"])}
        onChange={(value) => set({ ...part, existing: value === "yes" })}
      />
      <Choice
        label="Length is from"
        width="112px"
        value={part.length_from ?? ""}
        options={[...RECORDED, { value: "measured", label: "a measurement" }, { value: "drawing", label: "a drawing" }, { value: "guess", label: "a guess" }]}
        onChange={(from) => set({ ...part, length_from: (from || null) as NonNullable<SegmentDoc["length_from"]> | null })}
      />
      <Choice
        label="Grade is from"
        width="112px"
        value={part.fiber_from ?? ""}
        options={[...RECORDED, { value: "print", label: "the print" }, { value: "record", label: "a record" }, { value: "guess", label: "a guess" }]}
        onChange={(from) => set({ ...part, fiber_from: (from || null) as NonNullable<SegmentDoc["fiber_from"]> | null })}
      />
    </>
  );
}

/** A cassette or inline part from the tables or from a data sheet; a multiplexer's channel. */
export function BoxFields({ part, reference, set }: PartProps & { reference: Choices }) {
  const inline = part.segment === "inline";
  const own = reference.boxes.filter((box) => (box.kind === "cassette") !== inline);
  const names = [...(inline ? reference.inline_parts : []), ...own.map((box) => box.name)];
  const box = own.find((one) => one.name === part.part);
  const channels = box?.kind === "multiplexer" ? box.channels : [];
  if (names.length === 0) return null;
  const take = (name: string) => {
    if (name === "") return set({ ...part, part: null, channels: [], line: null, loss_db: part.loss_db ?? (inline ? 0 : null) });
    const chosen = own.find((one) => one.name === name);
    const entered = chosen && "what" in chosen && typeof chosen.what === "string" ? chosen.what : null;
    const what = entered ?? (inline ? (name.split(" ")[0] ?? null) : (part.what ?? null));
    return set({ ...part, part: name, what, loss_db: null, source: null, channels: [], line: null });
  };
  return (
    <>
      <Choice
        label={inline ? "Part, by table or sheet" : "Own cassette"}
        width="160px"
        value={part.part ?? ""}
        options={[{ value: "", label: "none: figure below" }, ...options(names)]}
        onChange={take}
      />
      {channels.length > 0 && (
        <>
          <Choice
            label="Channel"
            width="92px"
            value={part.channels[0] ?? ""}
            options={[...RECORDED, ...options(channels.map((c) => c.name))]}
            onChange={(channel) => set({ ...part, channels: channel ? [channel] : [] })}
          />
          <TextField label="Shared strand or pair" width="136px" value={part.line ?? ""} onCommit={(text) => set({ ...part, line: text.trim() || null })} />
        </>
      )}
    </>
  );
}

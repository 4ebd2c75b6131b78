/** Form fields bound to one key of a document; each stores when it is left. */
import { useSettings } from "../app/settings";
import { Choice, options, TextField } from "./Field";
import { lengthField, typed, typedArea, typedLength, typedMillimetres } from "../words/figures";

type Store = (change: Record<string, unknown>) => Promise<unknown>;

interface Props<Doc> {
  doc: Doc;
  store: Store;
  at: keyof Doc & string;
  label: string;
  width?: string;
}

const NOT_RECORDED = { value: "", label: "not recorded" };

export function TextOf<Doc>({ doc, store, at, label, width, list }: Props<Doc> & { list?: string }) {
  const value = doc[at];
  return (
    <TextField
      label={label}
      width={width}
      list={list}
      value={typeof value === "string" ? value : ""}
      onCommit={(text) => store({ [at]: text.trim() || null })}
    />
  );
}

export function ChoiceOf<Doc>({ doc, store, at, label, width, values, needed }: Props<Doc> & { values: readonly string[]; needed?: boolean }) {
  const value = doc[at];
  return (
    <Choice
      label={label}
      width={width}
      value={typeof value === "string" ? value : ""}
      options={[...(needed ? [] : [NOT_RECORDED]), ...options(values)]}
      onChange={(next) => store({ [at]: next || null })}
    />
  );
}

export function YesNoOf<Doc>({ doc, store, at, label, width }: Props<Doc>) {
  const value = doc[at];
  return (
    <Choice
      label={label}
      width={width}
      value={value === true ? "yes" : value === false ? "no" : ""}
      options={[NOT_RECORDED, ...options(["yes", "no"])]}
      onChange={(next) => store({ [at]: next === "" ? null : next === "yes" })}
    />
  );
}

export function NumberOf<Doc>({ doc, store, at, label, width, suffix, needed, whole }: Props<Doc> & { suffix?: string; needed?: boolean; whole?: boolean }) {
  const value = doc[at];
  const read = suffix === "mm" ? typedMillimetres : typed;
  return (
    <TextField
      label={label}
      width={width ?? "84px"}
      mono
      suffix={suffix}
      value={typeof value === "number" ? String(value) : ""}
      invalid={(text) => wrongNumber(read(text), text, needed, whole)}
      onCommit={(text) => store({ [at]: text.trim() === "" ? null : read(text) })}
    />
  );
}

/** A length, in the units that are shown. */
export function LengthOf<Doc>({ doc, store, at, label, width, needed }: Props<Doc> & { needed?: boolean }) {
  const { unit } = useSettings();
  const value = doc[at];
  return (
    <TextField
      label={label}
      width={width ?? "104px"}
      mono
      suffix={unit}
      value={typeof value === "number" ? lengthField(value, unit) : ""}
      invalid={(text) => {
        if (text.trim() === "") return needed ? "A length is needed here." : null;
        return typedLength(text, unit) === null ? `“${text}” is not a length in ${unit}` : null;
      }}
      onCommit={(text) => {
        const metres = typedLength(text, unit);
        return store({ [at]: metres === null ? null : Math.round(metres * 1000) / 1000 });
      }}
    />
  );
}

/** A conductor's cross-section, in mm² or as an American gauge: "1.5", "16 AWG". */
export function AreaOf<Doc>({ doc, store, at, label, width }: Props<Doc>) {
  const value = doc[at];
  return (
    <TextField
      label={label}
      width={width ?? "96px"}
      mono
      suffix="mm²"
      value={typeof value === "number" ? String(value) : ""}
      invalid={(text) => (text.trim() === "" || typedArea(text) !== null ? null : `“${text}” is not a cross-section; write 1.5 or 16 AWG`)}
      onCommit={(text) => store({ [at]: typedArea(text) })}
    />
  );
}

function wrongNumber(number: number | null, text: string, needed?: boolean, whole?: boolean): string | null {
  if (text.trim() === "") return needed ? "A number is needed here." : null;
  if (number === null) return `“${text}” is not a number`;
  return whole && !Number.isInteger(number) ? `“${text}” is not a whole number` : null;
}

/** An own part as it is being typed: texts first, a document when every figure is a number. */
import type { OwnPart } from "../../api/client";
import { typed } from "../../words/figures";

export type Kind = OwnPart["kind"];
export type Draft = { kind: Kind } & Record<string, unknown>;

export const KIND_WORDS: Record<Kind, string> = {
  module: "module",
  fiber: "fiber",
  cable: "cable",
  grade: "connector grade",
  cassette: "cassette",
  multiplexer: "multiplexer",
  inline: "inline part",
};

export const MODULE_FIGURES = [
  ["tx_min_dbm", "Launch min, dBm"],
  ["tx_max_dbm", "Launch max, dBm"],
  ["rx_min_dbm", "Receiver min, dBm"],
  ["rx_max_dbm", "Receiver max, dBm"],
  ["tx_wavelength_nm", "Sends, nm"],
  ["rx_wavelength_nm", "Receives, nm"],
  ["reach_m", "Reach, m"],
  ["rate_gbps", "Rate, Gb/s"],
  ["penalty_db", "Penalty, dB"],
  ["dispersion_ps_nm", "Dispersion, ps/nm"],
] as const;

/** The texts of the form, by field. */
export type Texts = Record<string, string>;

export function textsOf(draft: Draft): Texts {
  const texts: Texts = { kind: draft.kind };
  for (const [key, value] of Object.entries(draft)) {
    if (typeof value === "string" || typeof value === "number") texts[key] = String(value);
  }
  const sheet = (draft.sheet ?? {}) as Record<string, string>;
  for (const key of ["document", "page", "date"]) texts[key] = sheet[key] ?? "";
  texts.pairs_included = draft.pairs_included ? "yes" : "no";
  const ends = (draft.ends ?? []) as (string | null)[];
  texts.near = ends[0] ?? "";
  texts.far = ends[1] ?? "";
  const rows = (draft.attenuation ?? []) as Record<string, number | null>[];
  rows.forEach((row, i) => {
    texts[`nm${i}`] = String(row.wavelength_nm ?? "");
    texts[`worst${i}`] = String(row.worst_case_db_per_km ?? "");
    texts[`typical${i}`] = row.typical_db_per_km == null ? "" : String(row.typical_db_per_km);
  });
  const channels = (draft.channels ?? []) as { name: string; wavelength_nm: number }[];
  const wires = (draft.map ?? []) as number[][];
  texts.map = wires.map(([a, b, c, d]) => `${a}.${b}=${c}.${d}`).join(", ");
  texts.channels = channels.map((c) => c.wavelength_nm).join(", ");
  return texts;
}

class Wrong extends Error {}

/** The document that the texts say, or the sentence that says what is missing. */
export function partOf(texts: Texts): OwnPart | string {
  const text = (key: string) => (texts[key] ?? "").trim();
  const need = (key: string, label: string) => {
    if (!text(key)) throw new Wrong(`${label} is needed.`);
    return text(key);
  };
  const number = (key: string, label: string) => {
    const value = typed(need(key, label));
    if (value === null) throw new Wrong(`${label}: “${text(key)}” is not a number.`);
    return value;
  };
  const maybe = (key: string, label: string) => (text(key) ? number(key, label) : null);
  try {
    const base = {
      name: need("name", "A name"),
      sheet: { document: need("document", "The document's name"), page: text("page") || null, date: text("date") || null },
    };
    const losses = () => ({
      worst_case_db: number("worst_case_db", "Worst case, dB"),
      typical_db: number("typical_db", "Typical, dB"),
    });
    const kind = texts.kind as Kind;
    let part: unknown;
    if (kind === "fiber" || kind === "cable") {
      const rows = [0, 1, 2].filter((i) => text(`nm${i}`));
      if (rows.length === 0) throw new Wrong("At least one wavelength with its attenuation is needed.");
      part = {
        ...base,
        kind,
        base: text("base") || "OS2",
        glass: text("glass") || null,
        strands: kind === "cable" ? maybe("strands", "Strands") : null,
        attenuation: rows.map((i) => ({
          wavelength_nm: number(`nm${i}`, "Wavelength, nm"),
          worst_case_db_per_km: number(`worst${i}`, `Worst case at ${text(`nm${i}`)} nm`),
          typical_db_per_km: maybe(`typical${i}`, `Typical at ${text(`nm${i}`)} nm`),
        })),
      };
    } else if (kind === "grade") {
      part = { ...base, kind, connector: text("connector") || "LC", ...losses() };
    } else if (kind === "module") {
      const figures = Object.fromEntries(MODULE_FIGURES.map(([key, label]) => [key, maybe(key, label)]));
      part = {
        ...base,
        kind,
        application: need("application", "The application"),
        connector: text("connector") || null,
        form: text("form") || null,
        temperature: text("temperature") || null,
        rates_gbps: text("rates_gbps")
          .split(/[;\s]+|,(?=\s)/)
          .filter(Boolean)
          .map((one) => {
            const rate = typed(one);
            if (rate === null) throw new Wrong(`Rates that the sheet lists: “${one}” is not a number of Gb/s.`);
            return rate;
          }),
        fiber_mode: text("fiber_mode") || null,
        ...figures,
      };
    } else {
      const channels = text("channels")
        .split(/[,;\s]+/)
        .filter(Boolean)
        .map((one) => {
          const wavelength_nm = typed(one);
          if (wavelength_nm === null) throw new Wrong(`Channels: “${one}” is not a wavelength in nm.`);
          return { name: one, wavelength_nm };
        });
      if (kind === "multiplexer" && channels.length === 0) throw new Wrong("The channels are needed, as wavelengths in nm.");
      part = {
        ...base,
        kind,
        ...losses(),
        what: kind === "cassette" ? null : text("what") || kind,
        channels: kind === "multiplexer" ? channels : null,
        grid: kind === "multiplexer" ? text("grid") || null : null,
        passband_nm: kind === "multiplexer" ? maybe("passband_nm", "Pass band of a channel, nm") : null,
        pairs_included: kind === "cassette" ? texts.pairs_included === "yes" : null,
        map: kind === "cassette" ? wiresOf(text("map")) : null,
        fiber: kind === "cassette" ? text("fiber") || null : null,
        ends: text("near") || text("far") ? [text("near") || null, text("far") || null] : null,
      };
    }
    return part as OwnPart;
  } catch (error) {
    if (error instanceof Wrong) return error.message;
    throw error;
  }
}

/** '1.1=1.2, 1.2=1.1' as strands: plug.position in front = plug.position behind. */
function wiresOf(text: string): number[][] | null {
  const said = text.split(/[,;\s]+/).filter(Boolean);
  if (said.length === 0) return null;
  return said.map((one) => {
    const found = /^(\d+)\.(\d+)=(\d+)\.(\d+)$/.exec(one);
    if (!found) throw new Wrong(`Map: “${one}” is not plug.position=plug.position, as in 1.1=1.12.`);
    return found.slice(1).map(Number);
  });
}

/** The figures of a part in one line. */
export function figuresOf(part: OwnPart): string {
  if (part.kind === "fiber" || part.kind === "cable") {
    const rows = part.attenuation.map((a) => `${a.worst_case_db_per_km} dB/km at ${a.wavelength_nm}`);
    return [part.base, ...rows].join(" · ");
  }
  if (part.kind === "module") {
    const said = MODULE_FIGURES.filter(([key]) => part[key] != null).map(([key, label]) => {
      const [what, unit] = label.split(", ");
      return `${what} ${part[key]} ${unit}`;
    });
    const rates = part.rates_gbps.length ? [`runs at ${part.rates_gbps.join(", ")} Gb/s`] : [];
    return [part.application, ...rates, ...said].join(" · ");
  }
  if (part.kind === "grade") return `${part.connector} · ${part.worst_case_db} / ${part.typical_db} dB`;
  const box = part as Extract<OwnPart, { kind: "cassette" | "inline" | "multiplexer" }>;
  const channels = box.channels.map((c) => c.name).join(", ");
  return [`${box.worst_case_db} / ${box.typical_db} dB`, channels && `channels ${channels}`, box.pairs_included && "its pairs included"]
    .filter(Boolean)
    .join(" · ");
}

/** How figures are written on screen. Units are converted here and nowhere else. */
import type { Unit } from "../app/settings";

const METRES_PER_FOOT = 0.3048;
const MINUS = "−";

function signed(text: string): string {
  return text.replace("-", MINUS);
}

export function toUnit(metres: number, unit: Unit): number {
  return unit === "ft" ? metres / METRES_PER_FOOT : metres;
}

export function fromUnit(value: number, unit: Unit): number {
  return unit === "ft" ? value * METRES_PER_FOOT : value;
}

/** A length with a thin gap between thousands: `2 917 m`, `1.5 m`, `9 570 ft`. */
export function length(metres: number, unit: Unit): string {
  return `${lengthNumber(metres, unit)} ${unit}`;
}

export function lengthNumber(metres: number, unit: Unit): string {
  const value = toUnit(metres, unit);
  const digits = value >= 100 || Number.isInteger(value) ? 0 : 1;
  const [whole = "0", part] = value.toFixed(digits).split(".");
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, "\u202f");
  return part && part !== "0" ? `${grouped}.${part}` : grouped;
}

/** The other system's unit for each unit that the core's sentences use, its worth in it, and its decimals. */
const OTHER: Record<string, [unit: string, each: number, digits: number, zero?: number]> = {
  m: ["ft", 1 / METRES_PER_FOOT, 0],
  mm: ["in", 1 / 25.4, 2],
  N: ["lbf", 1 / 4.4482216, 0],
  "N/m": ["lbf/ft", METRES_PER_FOOT / 4.4482216, 0],
  kg: ["lb", 1 / 0.45359237, 1],
  "kg/km": ["lb/1000 ft", METRES_PER_FOOT / 0.45359237, 1],
  "°C": ["°F", 1.8, 0, 32],
};

/** A quantity of a sentence in the units of the screen: `1 177 N` or `265 lbf`. */
export function quantity(figure: string, given: string, unit: Unit): string {
  const other = OTHER[given];
  if (unit === "m" || !other) return `${figure} ${given}`;
  const [name, each, digits, zero = 0] = other;
  const value = Number(figure.replaceAll(" ", "").replace(MINUS, "-"));
  if (given === "m") return length(value, unit);
  return `${signed(String(Number((value * each + zero).toFixed(digits))))} ${name}`;
}

/** A sentence of the core: a quantity in it stands between word joiners, and is said in the units of the screen. */
export function said(sentence: string, unit: Unit): string {
  return sentence.replace(/\u2060(\u2212?[\d ]+(?:\.\d+)?) ([^\u2060\d]+)\u2060/g, (_, figure: string, given: string) => quantity(figure, given, unit));
}

/** A length as it stands in a form field: no grouping, as exact as it was entered. */
export function lengthField(metres: number, unit: Unit): string {
  return String(Math.round(toUnit(metres, unit) * 1000) / 1000);
}

export function db(value: number | null | undefined, digits = 2): string {
  return value == null ? "?" : signed(value.toFixed(digits));
}

/** With its sign always, for margins. */
export function plus(value: number | null | undefined, digits = 2): string {
  if (value == null) return "?";
  return (value > 0 ? "+" : "") + db(value, digits);
}

export function dbm(value: number | null | undefined): string {
  return value == null ? "?" : signed(value.toFixed(1));
}

export function rate(gbps: number): string {
  return gbps < 1 ? `${Number((gbps * 1000).toPrecision(6))}M` : `${gbps}G`;
}

/** Units that people write behind a number in a field that says its unit already. */
const UNIT_BEHIND = /\s*(dBm?|nm|mm|Gb\/s|%|Wh|W|V|N|°?C|min|pcs?|strands?|ports?)$/i;

/** A number that a person typed, with comma or point, its unit behind it or not; null where it is none, or could be two. */
export function typed(text: string): number | null {
  const plain = text
    .trim()
    .replace(UNIT_BEHIND, "")
    .replace(/[\s\u202f]/g, "")
    .replace(MINUS, "-");
  if (/^[+-]?\d{1,3}(,\d{3})+$/.test(plain)) return null; // 1,200 may be 1200 or 1.2
  const cleaned = plain.replace(",", ".");
  if (!/^[+-]?(\d+\.?\d*|\.\d+)$/.test(cleaned)) return null;
  return Number(cleaned);
}

/** Millimetres as a person typed them: '40', '40 mm', '1.5 in', '1.5"'. */
export function typedMillimetres(text: string): number | null {
  const inches = /^(.*?)\s*(?:in|inch|inches|"|″)$/i.exec(text.trim());
  const value = typed(inches?.[1] ?? text);
  return value === null ? null : inches ? Math.round(value * 25.4 * 100) / 100 : value;
}

/** A length in metres as a person typed it: '180 m', '16 ft', or a bare number in the unit of the screen. */
export function typedLength(text: string, unit: Unit): number | null {
  const parts = /^(.*?)\s*(m|ft)?$/i.exec(text.trim());
  const value = typed(parts?.[1] ?? "");
  return value === null ? null : fromUnit(value, (parts?.[2]?.toLowerCase() as Unit | undefined) ?? unit);
}

/** The loss basis in words, and the name that its figure has in the explanations. */
export const BASIS = {
  "worst-case": { word: "worst case", figure: "loss.worst-case" },
  typical: { word: "typical", figure: "loss.typical" },
  statistical: { word: "statistical", figure: "loss.statistical" },
} as const;

/** '+2 warnings', '−1 stop', or nothing where nothing changes. */
export const change = (n: number, one: string, many: string) => (n === 0 ? null : `${n > 0 ? "+" : "−"}${Math.abs(n)} ${Math.abs(n) === 1 ? one : many}`);

/** A sum on a bill, to the hundredth, so that the lines add up to the total as they are read. */
export const exactly = (value: number | null) => (value === null ? "no price" : value.toFixed(2).replace(/\B(?=(\d{3})+\.)/g, "\u202f"));

/** A sum of money in the plan's currency; null is no price, never zero. */
/** A sum to the hundredth, thousands apart. */
export function cents(value: number): string {
  const [whole = "0", part = "00"] = value.toFixed(2).split(".");
  return `${whole.replace(/\B(?=(\d{3})+$)/g, "\u202f")}.${part}`;
}

export const money = (value: number | null, currency: string) =>
  value === null
    ? "no price"
    : `${Math.round(value)
        .toString()
        .replace(/\B(?=(\d{3})+$)/g, "\u202f")} ${currency}`.trim();

/** A conductor's cross-section in mm²: as typed, or from an American gauge (ASTM B258); null where it is neither. */
export function typedArea(text: string): number | null {
  const gauge = /^\s*(?:awg\s*(\d{1,2})|(\d{1,2})\s*awg)\s*$/i.exec(text);
  if (gauge) {
    const diameter = 0.127 * 92 ** ((36 - Number(gauge[1] ?? gauge[2])) / 39);
    return Math.round((Math.PI / 4) * diameter ** 2 * 1000) / 1000;
  }
  return typed(text.replace(/\s*mm(²|2)?\s*$/i, ""));
}

/** A speed as it is typed, in Gb/s: a bare number is Gb/s, "40 Mb/s" is 0.04. */
export function typedSpeed(text: string): number | null {
  const mega = /^(.*?)\s*m(?:b|bit)?(?:\/?s|ps)?$/i.exec(text.trim());
  const giga = /^(.*?)\s*(?:g(?:b|bit)?(?:\/?s|ps)?)?$/i.exec(text.trim());
  const value = typed(mega ? mega[1]! : giga![1]!);
  if (value === null || value <= 0) return null;
  return mega ? value / 1000 : value;
}

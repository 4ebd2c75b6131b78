/** Readings in words: bands looked up, order of cells, the headline. Nothing of the job is worked out here. */
import type { AtView, Band, CellView, RunView, SheetView, TestFinding, TestsView, TestVerdict } from "../../api/testing";
import { typed } from "../../words/figures";

export type Tone = "fine" | "warn" | "stop" | "note";

/** The band that a reading falls into: the server says where each begins and ends. */
export const bandOf = (loss: number, bands: Band[]): Band | undefined => bands.find((band) => band.until_db === null || loss <= band.until_db);

const TONES: Record<TestVerdict, Tone> = {
  "too good": "warn",
  passes: "fine",
  "passes, far from expected": "warn",
  "passes within uncertainty": "warn",
  "fails within uncertainty": "stop",
  fails: "stop",
  ask: "warn",
  "not judged": "note",
};
export const toneOf = (verdict: TestVerdict): Tone => TONES[verdict];

/** What was typed into a cell: decibels, no light, skipped, nothing, or what is wrong with it. */
export type Entry = { loss: number } | { result: "no light" | "skipped" } | { problem: string } | null;

export function entryOf(text: string): Entry {
  const plain = text.trim().toLowerCase();
  if (plain === "") return null;
  if (["no light", "dark", "x", "n"].includes(plain)) return { result: "no light" };
  if (["skipped", "skip", "s", "-"].includes(plain)) return { result: "skipped" };
  if (/dbm$/.test(plain)) return { problem: `“${text}” is a level; a loss is the reference's level less this one.` };
  const loss = typed(plain);
  if (loss === null) return { problem: `“${text}” is not a number of decibels, no light or skipped.` };
  return Math.abs(loss) > 60 ? { problem: `${loss} dB is beyond −60 to 60.` } : { loss };
}

/** Lines that were pasted, each for the next strand. */
export const pastedLines = (text: string): string[] =>
  text
    .replace(/\r/g, "")
    .replace(/\n+$/, "")
    .split("\n")
    .map((line) => line.split("\t")[0] ?? "");

export interface Place {
  row: number;
  cell: number;
}

/** Cells in the order of the test: one way all strands, each wavelength, then back. */
export function inOrder(rows: RunView[]): Place[] {
  const places = rows.flatMap((row, r) => row.cells.map((cell, c) => ({ row: r, cell: c, direction: cell.direction, nm: cell.nm })));
  return places.sort((x, y) => x.direction.localeCompare(y.direction) || x.row - y.row || x.nm - y.nm).map(({ row, cell }) => ({ row, cell }));
}

export const nextOf = (order: Place[], here: Place, step = 1): Place | undefined =>
  order[order.findIndex((one) => one.row === here.row && one.cell === here.cell) + step];

export const isOpen = (cell: CellView) => cell.reading === null;

/** How a cell says what was read. */
export function cellText(cell: CellView, decimal: "," | "." = "."): string {
  if (cell.reading === null) return "";
  if (cell.reading.loss_db === null) return cell.reading.result;
  return cell.reading.loss_db.toFixed(2).replace("-", "−").replace(".", decimal);
}

export const STATE_WORD: Record<RunView["state"], string> = {
  passes: "passes",
  fails: "fails",
  again: "again",
  open: "to read",
  skipped: "skipped",
  "not judged": "not judged",
};

export const stateTone = (state: RunView["state"]): Tone | null =>
  state === "passes" ? "fine" : state === "fails" ? "stop" : state === "again" ? "warn" : state === "not judged" ? "note" : null;

/** The answer of a sheet in a line. */
export function headline(sheet: SheetView, lead: TestFinding | undefined): string {
  const read = sheet.rows.filter((row) => row.cells.some((cell) => cell.reading !== null)).length;
  const passed = sheet.rows.filter((row) => row.state === "passes").length;
  const failed = sheet.rows.filter((row) => row.state === "fails");
  const again = sheet.rows.filter((row) => row.state === "again").length;
  const parts: string[] = [];
  if (failed.length) parts.push(`${named(failed)} ${failed.length === 1 ? "fails" : "fail"}`);
  if (again) parts.push(`${again === 1 ? "1 strand" : `${again} strands`} to read again`);
  if (parts.length) return parts.join("; ");
  if (read === 0) return `${sheet.name}: nothing read yet`;
  if (passed === sheet.rows.length) return lead && lead.severity !== "note" ? `All ${passed} pass; ${lead.title.toLowerCase()}` : `All ${passed} pass`;
  return `${passed} of ${sheet.rows.length} pass so far`;
}

function named(rows: RunView[]): string {
  const numbers = rows.map((row) => row.strand).filter((one) => one !== null);
  if (numbers.length !== rows.length || numbers.length > 4) return `${rows.length} ${rows.length === 1 ? "run" : "runs"}`;
  return numbers.length === 1 ? `Strand ${numbers[0]}` : `Strands ${numbers.slice(0, -1).join(", ")} and ${numbers.at(-1)}`;
}

export const ends = (places: (string | null)[]) => places.map((place) => place ?? "place not recorded").join(" to ");

export const towards = (sheet: Pick<SheetView, "places">, direction: string) => sheet.places[direction === "a-b" ? 1 : 0] ?? "the other end";

/** The least and the most that the drawing shows. */
export function range(sheet: SheetView): [number, number] {
  const limits = sheet.limits.flat();
  const read = sheet.rows.flatMap((row) => row.cells.map((cell) => cell.reading?.loss_db ?? 0));
  const top = Math.max(0.5, ...limits.map((at) => at.limit_db ?? at.expected_to_db ?? 0));
  const most = Math.min(top * 1.9, Math.max(top * 1.15, ...read.map((loss) => loss * 1.04)));
  return [Math.min(0, Math.max(-0.5, ...[Math.min(0, ...read) - 0.05])), most];
}

export const limitsOf = (sheet: SheetView, row: RunView): AtView[] => sheet.limits[row.limits] ?? [];

export const percent = (share: number) => (share > 0.995 ? "over 99 %" : share < 0.005 ? "under 1 %" : `${Math.round(100 * share)} %`);

/** What is known of the whole plan's tests, in a line. */
export function sums(view: TestsView): string {
  const rows = view.sheets.reduce((n, one) => n + one.rows, 0);
  const passed = view.sheets.reduce((n, one) => n + one.passed, 0);
  const minutes = view.sheets.reduce((n, one) => n + one.minutes, 0) + view.walked_min;
  if (rows === 0) return "";
  const parts = [`${passed} of ${rows} runs pass`];
  if (minutes > 0) parts.push(`about ${minutes < 90 ? `${Math.round(minutes)} min` : `${(minutes / 60).toFixed(1)} h`} for two people to read the rest`);
  return parts.join(" · ");
}

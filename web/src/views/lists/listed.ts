/** A list that is being brought in, kept while the page lives: leaving the view loses nothing. */
import type { ListColumn, ListKind, ListSheet } from "../../api/lists";

export interface Listed {
  kind: ListKind;
  kinds: ListSheet["kinds"];
  head: string[];
  columns: ListColumn[];
  rows: string[][];
  /** Of each row in the file. */
  lines: number[];
  /** Of a workbook: all of them, the one that is read, and the file, to read another. */
  sheets: string[];
  sheet: string | null;
  file: Blob | null;
}

export const kept = new Map<number, Listed>();

export function listedOf(read: ListSheet, file: Blob | null = null): Listed {
  const { kind, kinds, head, columns, rows, first_line, sheets, sheet } = read;
  return { kind, kinds, head, columns, rows, lines: rows.map((_, at) => first_line + at), sheets, sheet, file };
}

const REMEMBERED = "passerelle.headings";
const MOST_REMEMBERED = 400;
const plain = (heading: string) => heading.trim().toLowerCase();

/** What a person said that headings mean, by kind of list; kept on this machine alone. */
function remembered(): Record<string, string | null> {
  try {
    return JSON.parse(localStorage.getItem(REMEMBERED) ?? "{}") as Record<string, string | null>;
  } catch {
    return {};
  }
}

export function remember(list: Listed, column: number, field: string | null) {
  const heading = list.head[column];
  if (!heading?.trim()) return;
  const entries = Object.entries({ ...remembered(), [`${list.kind} ${plain(heading)}`]: field }).slice(-MOST_REMEMBERED);
  localStorage.setItem(REMEMBERED, JSON.stringify(Object.fromEntries(entries)));
}

/** The list with its columns as a person once said that these headings mean. */
export function asRemembered(list: Listed): Listed {
  const said = remembered();
  return list.head.reduce((made, heading, column) => {
    const field = said[`${list.kind} ${plain(heading)}`];
    return field === undefined || made.columns[column]?.field === field ? made : remapped(made, column, field);
  }, list);
}

/** The list with one cell corrected. */
export function corrected(list: Listed, row: number, column: number, text: string): Listed {
  return { ...list, rows: list.rows.map((cells, at) => (at === row ? cells.map((cell, i) => (i === column ? text : cell)) : cells)) };
}

/** The list with a column that means another field; whatever meant it before means nothing now. */
export function remapped(list: Listed, column: number, field: string | null): Listed {
  return {
    ...list,
    columns: list.columns.map((one, at) => (at === column ? { ...one, field } : one.field === field && field !== null ? { ...one, field: null } : one)),
  };
}

/** The list with the rows at these places alone. */
export function only(list: Listed, places: number[]): Listed {
  return { ...list, rows: places.map((at) => list.rows[at]!), lines: places.map((at) => list.lines[at]!) };
}

/** Rows as a CSV that a spreadsheet shows as it is and never runs. */
export function asCsv(list: Listed): string {
  const cell = (text: string) => {
    const plain = /^[=+\-@\t\r']/.test(text) ? `'${text}` : text;
    return /[",\n\r]/.test(plain) ? `"${plain.replaceAll('"', '""')}"` : plain;
  };
  return [list.head, ...list.rows].map((row) => row.map(cell).join(",")).join("\r\n") + "\r\n";
}

/** More than one line, or cells side by side: what a spreadsheet copies. */
export function isTable(text: string): boolean {
  const lines = text.trim().split(/\r?\n/);
  return lines.length > 1 && lines[0]!.includes("\t");
}

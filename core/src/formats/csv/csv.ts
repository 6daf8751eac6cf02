/** A CSV file as rows of fields with the line each began on (RFC 4180; commas, semicolons or tabs, whichever the first line has most of). */
export type CsvRow = { readonly line: number; readonly fields: readonly string[] };

export type CsvRead =
  { readonly ok: true; readonly rows: readonly CsvRow[] } | { readonly ok: false; readonly line: number; readonly message: string };

/** Most rows and fields of a row that are read. */
const mostRows = 50_000;
const mostFields = 200;

const separatorOf = (text: string): string => {
  const first = text.split(/\r?\n/, 1)[0] ?? "";
  const count = (mark: string): number => first.split(mark).length;
  return [",", ";", "\t"].reduce((best, mark) => (count(mark) > count(best) ? mark : best));
};

/**
 * Reads CSV text. A quoted field may hold separators, line ends and doubled quotes, and keeps spaces at its ends; an unclosed quote
 * is said with its line.
 */
export const readCsvRows = (text: string): CsvRead => {
  const separator = separatorOf(text);
  const rows: CsvRow[] = [];
  let fields: string[] = [];
  let field = "";
  let quoted = false;
  let line = 1;
  let began = 1;
  const endField = (): void => {
    fields.push(quoted ? field : field.trim());
    field = "";
    quoted = false;
  };
  const endRow = (): void => {
    endField();
    if (fields.length > 1 || fields[0]?.trim() !== "") rows.push({ line: began, fields });
    fields = [];
    began = line;
  };
  for (let at = text.startsWith("﻿") ? 1 : 0; at < text.length; at += 1) {
    const character = text[at];
    if (character === '"' && !quoted && field.trim() === "") {
      field = "";
      quoted = true;
      const opened = line;
      for (at += 1; ; at += 1) {
        if (at >= text.length) return { ok: false, line: opened, message: "a quote that is never closed" };
        if (text[at] === '"' && text[at + 1] === '"') {
          field += '"';
          at += 1;
        } else if (text[at] === '"') break;
        else {
          if (text[at] === "\n") line += 1;
          field += text[at] ?? "";
        }
      }
    } else if (character === separator) {
      endField();
      if (fields.length > mostFields) return { ok: false, line, message: `more than ${mostFields} fields` };
    } else if (character === "\n") {
      line += 1;
      endRow();
      if (rows.length > mostRows) return { ok: false, line, message: `more than ${mostRows.toLocaleString("en")} rows` };
    } else if (character !== "\r" && !(quoted && (character === " " || character === "\t"))) field += character ?? "";
  }
  if (field !== "" || quoted || fields.length > 0) endRow();
  return { ok: true, rows };
};

/** What a spreadsheet may take for a formula, and what begins like that kept from it: both get an apostrophe in front. */
const kept = /^'*[=+@\t\r-]/;

/** One field of CSV: quoted if necessary, and written so that a spreadsheet does not take it for a formula. */
export const csvField = (text: string): string => {
  const safe = kept.test(text) && !/^-\d+(\.\d+)?[a-z%]*$/.test(text) ? `'${text}` : text;
  return /[",;\r\n\t]|^\s|\s$/.test(safe) ? `"${safe.replaceAll('"', '""')}"` : safe;
};

/** A field as it was before it was kept from being taken for a formula. */
export const readValue = (field: string): string => (field.startsWith("'") && kept.test(field) ? field.slice(1) : field);

export const csvText = (rows: readonly (readonly (string | number)[])[]): string =>
  rows.map((row) => `${row.map((field) => csvField(String(field))).join(",")}\r\n`).join("");

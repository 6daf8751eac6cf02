import { type Format, written } from "../types";
import { readCsv } from "./read";
import { writeLedger, writeLinesCsv, writeLinesJson } from "./write";

/** Line positions of one breakpoint. */
export const csvFormat: Format = {
  id: "csv",
  mediaType: "text/csv; charset=utf-8",
  mediaTypes: ["text/csv"],
  extension: "csv",
  ofBreakpoint: true,
  write: (layout, { breakpoint }) => writeLinesCsv(layout, breakpoint ?? ""),
  read: readCsv,
};

/** The ledger of all breakpoints; read by the same reader, which tells the two apart by their headings. */
export const ledgerFormat: Format = {
  id: "ledger",
  mediaType: "text/csv; charset=utf-8",
  mediaTypes: [],
  extension: "ledger.csv",
  ofBreakpoint: false,
  write: (layout) => written(writeLedger(layout)),
  read: readCsv,
};

export const linesFormat: Format = {
  id: "lines",
  mediaType: "application/json",
  mediaTypes: [],
  extension: "lines.json",
  ofBreakpoint: true,
  write: (layout, { breakpoint }) => writeLinesJson(layout, breakpoint ?? ""),
  read: null,
};

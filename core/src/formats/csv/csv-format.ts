import { numberList } from "../../layout/numbers";
import { type BreakpointFormat, type Held, type WholeFormat, written } from "../types";
import { writeAreas } from "./areas";
import { isAreasTable, readCsv } from "./read";
import { writeLedger, writeLinesCsv, writeLinesJson } from "./write";

const holds: Held = { breakpoint: ["name", ...numberList.map(([path]) => path)], spec: [], oneSize: false };

/** Line positions of one breakpoint. */
export const csvFormat: BreakpointFormat = {
  id: "csv",
  label: "Line positions",
  said: "a ledger or line positions",
  kind: "CSV",
  of: "breakpoint",
  before: "lines-",
  after: ".csv",
  picture: false,
  mediaType: "text/csv; charset=utf-8",
  mediaTypes: ["text/csv"],
  extension: "csv",
  options: ["breakpoint"],
  write: (layout, breakpoint) => writeLinesCsv(layout, breakpoint),
  read: readCsv,
  // Text that is of no other format may be a table without an ending to tell so.
  recognises: ({ ending }) => (ending === "csv" || ending === "tsv" ? 3 : 1),
  holds,
};

/** The areas at each breakpoint; read by the same reader, which recognises it by its headings. */
export const areasFormat: WholeFormat = {
  id: "areas",
  label: "Areas",
  said: "a table of areas",
  kind: "CSV",
  of: "layout",
  fileName: "areas.csv",
  mediaType: "text/csv; charset=utf-8",
  mediaTypes: [],
  extension: "areas.csv",
  options: [],
  write: (layout) => written(writeAreas(layout)),
  read: readCsv,
  recognises: ({ begins }) => (isAreasTable(begins) ? 4 : 0),
  holds: { breakpoint: "none", spec: ["areas"], oneSize: false },
};

/** The ledger of all breakpoints; read by the same reader, which tells the two apart by their headings. */
export const ledgerFormat: WholeFormat = {
  id: "ledger",
  label: "Ledger",
  said: "a ledger",
  kind: "CSV",
  of: "layout",
  fileName: "ledger.csv",
  mediaType: "text/csv; charset=utf-8",
  mediaTypes: [],
  extension: "ledger.csv",
  options: [],
  write: (layout) => written(writeLedger(layout)),
  read: readCsv,
  recognises: null,
  holds,
};

export const linesFormat: BreakpointFormat = {
  id: "lines",
  label: "Line positions",
  said: "line positions",
  kind: "JSON",
  of: "breakpoint",
  before: "lines-",
  after: ".json",
  picture: false,
  mediaType: "application/json",
  mediaTypes: [],
  extension: "lines.json",
  options: ["breakpoint"],
  write: (layout, breakpoint) => writeLinesJson(layout, breakpoint),
  read: null,
  recognises: null,
  holds: null,
};

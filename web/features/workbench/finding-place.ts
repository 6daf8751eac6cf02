import type { Finding } from "@ypsiline/core";
import type { Facet } from "./view";

/** The part of a sheet, of the sums and of the ledger that a finding speaks of. */
export type FindingPlace = "width" | "margin" | "columns" | "gutter" | "container" | "rows" | "row-gutter" | "baseline" | "height" | "text";

/** Where a finding is marked, from the JSON Pointer of the number it is about. */
export const placeOf = ({ path }: Pick<Finding, "path">): FindingPlace => {
  const member = path.replace(/^\/breakpoints\/\d+\//, "");
  if (path.startsWith("/text")) return "text";
  if (member.startsWith("columns/margin")) return "margin";
  if (member.startsWith("columns/gutter")) return "gutter";
  if (member.startsWith("columns/container") || member === "columns/stated/container") return "container";
  if (member.startsWith("columns")) return "columns";
  if (member === "rows/gutter") return "row-gutter";
  if (member.startsWith("rows")) return "rows";
  if (member.startsWith("baseline")) return "baseline";
  if (member === "drawnAt/height") return "height";
  return "width";
};

/** The facet whose sum holds a place. */
export const facetOf: Readonly<Record<FindingPlace, Facet>> = {
  width: "columns",
  margin: "columns",
  columns: "columns",
  gutter: "columns",
  container: "columns",
  rows: "rows",
  "row-gutter": "rows",
  height: "rows",
  baseline: "baseline",
  text: "baseline",
};

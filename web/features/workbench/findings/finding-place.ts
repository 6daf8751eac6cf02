import { type Facet, facetOfPlace, type Finding, type Layout, placeOfPath, type SheetPlace } from "@ypsiline/core";

/** The part of a sheet, of the sums and of the ledger that a finding speaks of. */
export type FindingPlace = SheetPlace | "text" | "area";

/** Where a finding is marked, from the JSON Pointer of the number it is about. */
export const placeOf = ({ path }: Pick<Finding, "path">): FindingPlace =>
  path.startsWith("/text") ? "text" : path.startsWith("/areas") ? "area" : placeOfPath(path.replace(/^\/breakpoints\/\d+\//, ""));

/** The facet whose sum contains a place; text belongs to the baseline. */
export const facetOf = (place: FindingPlace): Facet => (place === "text" ? "baseline" : place === "area" ? "areas" : facetOfPlace(place));

/** The area of a finding; null if there is none. */
export const areaOf = ({ areas }: Layout, { path }: Pick<Finding, "path">): string | null =>
  areas[Number(/^\/areas\/(\d+)/.exec(path)?.[1] ?? -1)]?.id ?? null;

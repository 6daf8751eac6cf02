import { type Facet, facetOfPlace, type Finding, placeOfPath, type SheetPlace } from "@ypsiline/core";

/** The part of a sheet, of the sums and of the ledger that a finding speaks of. */
export type FindingPlace = SheetPlace | "text";

/** Where a finding is marked, from the JSON Pointer of the number it is about. */
export const placeOf = ({ path }: Pick<Finding, "path">): FindingPlace =>
  path.startsWith("/text") ? "text" : placeOfPath(path.replace(/^\/breakpoints\/\d+\//, ""));

/** The facet whose sum holds a place: text stands on the baseline. */
export const facetOf = (place: FindingPlace): Facet => (place === "text" ? "baseline" : facetOfPlace(place));

import {
  type Box,
  type BoxList,
  type Fit,
  fit,
  type GridFound,
  grids,
  type Layout,
  type OtherNumber,
  otherNumbers,
  type Exact,
  readBoxesCsv,
  readBoxesJson,
  widthOfBoxes,
  add,
} from "@ypsiline/core";
import { expose } from "comlink";

/** Boxes as they came: text of a JSON box list or of CSV, which says no width. */
export type FitText = { readonly text: string; readonly width: number | null };

type Issues = readonly { readonly path: string; readonly message: string }[];
export type ReadBoxes =
  { readonly ok: true; readonly list: BoxList; readonly says: boolean } | { readonly ok: false; readonly issues: Issues };

export type FitQuestion = {
  readonly layout: Layout;
  readonly list: BoxList;
  readonly breakpoint: string | null;
  readonly tolerance: Exact;
};
export type FitAnswer =
  | { readonly ok: true; readonly fit: Fit; readonly others: readonly OtherNumber[]; readonly grids: readonly GridFound[] }
  | { readonly ok: false; readonly issues: Issues };

const api = {
  /** Reads boxes; `says` tells whether the text says the width itself. */
  read: (text: string): ReadBoxes => {
    if (text.trimStart().startsWith("{")) {
      const read = readBoxesJson(text);
      return read.ok ? { ok: true, list: read.value, says: true } : read;
    }
    const read = readBoxesCsv(text);
    if (!read.ok) return read;
    const boxes: readonly Box[] = read.value;
    return { ok: true, list: { width: widthOfBoxes(boxes), height: null, boxes }, says: false };
  },
  fit: ({ layout, list, breakpoint, tolerance }: FitQuestion): FitAnswer => {
    const held = fit(layout, list, { tolerance, ...(breakpoint === null ? {} : { breakpoint }) });
    if (!held.ok) return held;
    const across = list.boxes.map(({ x, width }) => ({ left: x, right: add(x, width) }));
    return {
      ok: true,
      fit: held.value,
      others: otherNumbers(layout, list, held.value),
      grids: grids(list.width, across, { tolerance }),
    };
  },
};
export type FitWorker = typeof api;

expose(api);

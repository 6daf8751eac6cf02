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
  readBoxesSvg,
  widthOfBoxes,
  withGrid,
  add,
} from "@ypsiline/core";
import { expose } from "comlink";

type Issues = readonly { readonly path: string; readonly message: string }[];
export type ReadBoxes =
  | { readonly ok: true; readonly list: BoxList; readonly says: boolean; readonly notes: readonly string[] }
  | { readonly ok: false; readonly issues: Issues };

export type FitQuestion = {
  readonly layout: Layout;
  readonly list: BoxList;
  readonly breakpoint: string | null;
  readonly tolerance: Exact;
};
export type FitAnswer =
  | {
      readonly ok: true;
      readonly fit: Fit;
      readonly others: readonly OtherNumber[];
      readonly grids: readonly GridFound[];
      /** The boxes against the likeliest of the grids in place of the spec's own. */
      readonly asFound: Fit | null;
    }
  | { readonly ok: false; readonly issues: Issues };

const api = {
  /** Reads boxes; `says` tells whether the text says the width itself. */
  read: (text: string): ReadBoxes => {
    if (text.trimStart().startsWith("<")) {
      const read = readBoxesSvg(text);
      if (!read.ok) return read;
      const { list, left, turned } = read;
      const notes = [
        ...(left.length > 0 ? [`Left out: ${left.join("; ")}.`] : []),
        ...(turned.length > 0
          ? [
              `Turned or slanted, told as their bounds: ${turned.slice(0, 12).join(", ")}${turned.length > 12 ? ` and ${turned.length - 12} more` : ""}.`,
            ]
          : []),
      ];
      return { ok: true, list, says: true, notes };
    }
    if (text.trimStart().startsWith("{")) {
      const read = readBoxesJson(text);
      return read.ok ? { ok: true, list: read.value, says: true, notes: [] } : read;
    }
    const read = readBoxesCsv(text);
    if (!read.ok) return read;
    const boxes: readonly Box[] = read.value;
    return { ok: true, list: { width: widthOfBoxes(boxes), height: null, boxes }, says: false, notes: [] };
  },
  fit: ({ layout, list, breakpoint, tolerance }: FitQuestion): FitAnswer => {
    const held = fit(layout, list, { tolerance, ...(breakpoint === null ? {} : { breakpoint }) });
    if (!held.ok) return held;
    const across = list.boxes.map(({ x, width }) => ({ left: x, right: add(x, width) }));
    const found = grids(list.width, across, { tolerance });
    const [best] = found;
    const { id } = held.value.breakpoint;
    const asFound = best
      ? fit({ ...layout, breakpoints: layout.breakpoints.map((one) => (one.id === id ? withGrid(one, best) : one)) }, list, {
          tolerance,
          breakpoint: id,
        })
      : null;
    return {
      ok: true,
      fit: held.value,
      others: otherNumbers(layout, list, held.value),
      grids: found,
      asFound: asFound?.ok ? asFound.value : null,
    };
  },
};
export type FitWorker = typeof api;

expose(api);

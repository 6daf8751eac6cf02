import {
  type Box,
  type BoxList,
  type BoxSource,
  type Fit,
  fit,
  type GapRun,
  gapRuns,
  type GridFound,
  gridsOfList,
  type Layout,
  type OtherNumber,
  otherNumbers,
  type Exact,
  pictureEdges,
  readBoxesCsv,
  readBoxesJson,
  readBoxesSvg,
  type VerticalFound,
  verticalGrid,
  uprightEdges,
  widthOfBoxes,
  withGrid,
} from "@ypsiline/core";
import { expose } from "comlink";
import { imageSize } from "image-size";

type Issues = readonly { readonly path: string; readonly message: string }[];
export type ReadBoxes =
  | { readonly ok: true; readonly list: BoxList; readonly says: boolean; readonly source: BoxSource; readonly notes: readonly string[] }
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
      readonly down: VerticalFound;
      /** Gaps among neighbours of a kind, unequal ones first, up to the number that is shown. */
      readonly gaps: readonly GapRun[];
      /** How many of them there are, and how many are unequal. */
      readonly runs: { readonly all: number; readonly unequal: number };
      /** The boxes against the likeliest of the grids in place of the spec's own. */
      readonly asFound: Fit | null;
    }
  | { readonly ok: false; readonly issues: Issues };

/** The number of runs of gaps that are shown. */
const mostRuns = 8;

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
      return { ok: true, list, says: true, source: "drawing", notes };
    }
    if (text.trimStart().startsWith("{")) {
      const read = readBoxesJson(text);
      return read.ok ? { ok: true, list: read.value, says: true, source: read.value.source ?? "boxes", notes: [] } : read;
    }
    const read = readBoxesCsv(text);
    if (!read.ok) return read;
    const boxes: readonly Box[] = read.value;
    return { ok: true, list: { width: widthOfBoxes(boxes), height: null, boxes }, says: false, source: "boxes", notes: [] };
  },
  /** The size of a picture, read from its first bytes without decoding it. */
  size: async (file: Blob): Promise<{ readonly width: number; readonly height: number } | null> => {
    try {
      const { width, height, type } = imageSize(new Uint8Array(await file.arrayBuffer()));
      return ["png", "jpg", "webp"].includes(type ?? "") && width > 0 && height > 0 ? { width, height } : null;
    } catch {
      // It is none of those formats, or too short to tell.
      return null;
    }
  },
  /** Finds the edges of a picture whose size has been checked. */
  picture: async (file: Blob, density: number): Promise<ReadBoxes> => {
    let bitmap: ImageBitmap;
    try {
      bitmap = await createImageBitmap(file, { colorSpaceConversion: "none" });
    } catch {
      return { ok: false, issues: [{ path: "", message: "The picture cannot be read: it is damaged or ends too early." }] };
    }
    const { width, height } = bitmap;
    const context = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true });
    if (!context) throw new Error("no canvas in this worker");
    context.drawImage(bitmap, 0, 0);
    bitmap.close();
    const list = pictureEdges(context.getImageData(0, 0, width, height), density);
    if (!list) return { ok: false, issues: [{ path: "", message: "No straight edge of 24 px or more was found in the picture." }] };
    const count = uprightEdges(list).length;
    const notes = [
      `Edges without boxes, read from ${width} × ${height} px at density ${density}: ${count.toLocaleString("en")} upright and ${(list.boxes.length - count).toLocaleString("en")} level. An edge may begin or end a box, so each is held against the nearest start or end of a column.`,
    ];
    return { ok: true, list, says: true, source: "picture", notes };
  },
  fit: ({ layout, list, breakpoint, tolerance }: FitQuestion): FitAnswer => {
    const held = fit(layout, list, { tolerance, ...(breakpoint === null ? {} : { breakpoint }) });
    if (!held.ok) return held;
    const found = gridsOfList(list, { tolerance });
    const [best] = found;
    const runs = gapRuns(list, tolerance);
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
      down: verticalGrid(list),
      gaps: runs.slice(0, mostRuns),
      runs: { all: runs.length, unequal: runs.filter(({ equal }) => !equal).length },
      asFound: asFound?.ok ? asFound.value : null,
    };
  },
};
export type FitWorker = typeof api;

expose(api);

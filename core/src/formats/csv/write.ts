import { add, type Exact, subtract, zero } from "../../exact/exact";
import { toDecimal, toJson } from "../../exact/show";
import { drawnAtSize } from "../../grid/drawn";
import { breakpointRanges } from "../../grid/breakpoint-at";
import { ledgerHeadings, numberAt, pathsOfHeading } from "../../layout/numbers";
import type { Layout } from "../../layout/schema";
import type { Written } from "../types";
import { csvText } from "./csv";

/** One line or box of a sheet along one axis, CSS px from the top left; lines have no size. */
export type LinePosition = {
  readonly layer: "margin" | "container" | "column" | "row" | "baseline" | "mesh-upright" | "mesh-level";
  /** Counted from 1. */
  readonly index: number;
  readonly start: Exact;
  readonly end: Exact;
};

/** Every line position of a breakpoint at its drawn-at size, by layer and then along the sheet. */
export const linePositions = (
  layout: Layout,
  id: string,
): { readonly ok: true; readonly positions: readonly LinePosition[] } | Extract<Written, { ok: false }> => {
  const drawn = drawnAtSize(layout, id);
  if (!drawn.ok) return drawn;
  const { resolution, baseline, mesh } = drawn.value;
  const { terms, width, columns, rows } = resolution;
  const end = add(terms.container.start, terms.container.width);
  const lines = (layer: LinePosition["layer"], all: readonly { readonly at: Exact }[]): readonly LinePosition[] =>
    all.map(({ at }, index) => ({ layer, index: index + 1, start: at, end: at }));
  return {
    ok: true,
    positions: [
      { layer: "margin", index: 1, start: zero, end: terms.container.start },
      { layer: "margin", index: 2, start: end, end: width },
      { layer: "container", index: 1, start: terms.container.start, end },
      ...columns.map((track, index) => ({
        layer: "column" as const,
        index: index + 1,
        start: track.start,
        end: add(track.start, track.width),
      })),
      ...(rows?.tracks ?? []).map((track, index) => ({
        layer: "row" as const,
        index: index + 1,
        start: track.start,
        end: add(track.start, track.height),
      })),
      ...lines("baseline", baseline),
      ...lines("mesh-upright", mesh.upright),
      ...lines("mesh-level", mesh.level),
    ],
  };
};

export const linesHeader = ["layer", "index", "start", "end", "size"] as const;

/** Line positions as CSV, px to 4 decimals. */
export const writeLinesCsv = (layout: Layout, id: string): Written => {
  const found = linePositions(layout, id);
  if (!found.ok) return found;
  const rows = found.positions.map(({ layer, index, start, end }) => [
    layer,
    index,
    ...[start, end, subtract(end, start)].map((px) => toDecimal(px, 4)),
  ]);
  return { ok: true, text: csvText([linesHeader, ...rows]) };
};

/** Line positions as JSON with exact numbers ("233/3") beside their decimals. */
export const writeLinesJson = (layout: Layout, id: string): Written => {
  const found = linePositions(layout, id);
  if (!found.ok) return found;
  const breakpoint = layout.breakpoints.find((one) => one.id === id);
  const positions = found.positions.map(({ layer, index, start, end }) => ({
    layer,
    index,
    start: toJson(start),
    end: toJson(end),
    px: { start: Number(toDecimal(start, 4)), end: Number(toDecimal(end, 4)) },
  }));
  return { ok: true, text: `${JSON.stringify({ name: layout.name, breakpoint: id, drawnAt: breakpoint?.drawnAt, positions }, null, 2)}\n` };
};

/** The ledger: a row for each breakpoint with every declared number, in the open format's lengths. */
export const writeLedger = (layout: Layout): string =>
  csvText([
    ledgerHeadings,
    ...breakpointRanges(layout).map(({ breakpoint }) => [
      breakpoint.id,
      breakpoint.name,
      ...ledgerHeadings.slice(2).map(
        (heading) =>
          pathsOfHeading(heading)
            .map((path) => numberAt(breakpoint, path))
            .find((value) => value !== undefined) ?? "",
      ),
    ]),
  ]);

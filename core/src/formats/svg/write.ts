import { add, compare, divide, exact, type Exact, floor, fromJsonNumber, multiply, subtract, zero } from "../../exact/exact";
import { toDecimal } from "../../exact/show";
import { type Drawn, drawnAtSize } from "../../grid/drawn";
import type { DrawnLine } from "../../grid/lines";
import type { Layout } from "../../layout/schema";
import type { Written } from "../types";
import type { OverlayLayer, OverlayOptions } from "./options";

/** Decimals an overlay is written with: a fiftieth of the browser's layout unit. */
const places = 4;
const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (character) => `&#${character.charCodeAt(0)};`).replace(/[\p{Cc}￾￿]/gu, " ");

type Box = { readonly x: Exact; readonly y: Exact; readonly width: Exact; readonly height: Exact };

/** To the nearest 1/per, halves up. */
const rounded = (x: Exact, per: Exact): Exact => divide(floor(add(multiply(x, per), exact(1, 2))), per);

/** How positions are written: exact to so many decimals, or for a picture every edge and line on a whole device px. */
const penOf = (snap: number | null) => {
  const per = snap === null ? null : fromJsonNumber(snap);
  const put = (x: Exact): Exact => (per ? rounded(x, per) : x);
  const number = (x: Exact): string => toDecimal(put(x), places);
  const seen = (size: string): boolean => size !== "0" && !size.startsWith("-");
  const rect = ({ x, y, width, height }: Box): string => {
    const [w, h] = [subtract(put(add(x, width)), put(x)), subtract(put(add(y, height)), put(y))].map((size) => toDecimal(size, places));
    return seen(w ?? "0") && seen(h ?? "0") ? `<rect x="${number(x)}" y="${number(y)}" width="${w}" height="${h}"/>` : "";
  };
  /** Boxes with nothing in them are left out: a margin of 0, a column that the gutters have eaten. */
  const rects = (boxes: readonly Box[]): string => boxes.map(rect).join("");
  // A line is as wide as whole px of the picture, and its middle half of that below its position, so that it covers them and no others.
  const middle = (at: Exact, wide: number): string => (per ? toDecimal(add(put(at), exact(wide, 2)), places) : number(at));
  const strokes = (lines: readonly DrawnLine[], path: (middle: string) => string): string =>
    lines
      .map(({ at, emphasised }) => {
        const wide = emphasised ? 2 : 1;
        return `<path d="${path(middle(at, wide))}" stroke-width="${wide}"/>`;
      })
      .join("");
  return {
    number,
    rects,
    level: (lines: readonly DrawnLine[], width: Exact): string => strokes(lines, (at) => `M0 ${at}H${number(width)}`),
    upright: (lines: readonly DrawnLine[], height: Exact): string => strokes(lines, (at) => `M${at} 0V${number(height)}`),
  };
};
type Pen = ReturnType<typeof penOf>;

const content = ({ resolution, baseline, mesh }: Drawn, layer: OverlayLayer, { rects, level, upright }: Pen): string => {
  const { width, height, terms, columns, rows, areas } = resolution;
  const end = add(terms.container.start, terms.container.width);
  switch (layer) {
    case "margins":
      return rects([
        { x: zero, y: zero, width: terms.container.start, height },
        { x: end, y: zero, width: subtract(width, end), height },
      ]);
    case "columns":
      return rects(columns.map((track) => ({ x: track.start, y: zero, width: track.width, height })));
    case "rows":
      return rects((rows?.tracks ?? []).map((track) => ({ x: zero, y: track.start, width, height: track.height })));
    case "baseline":
      return level(baseline, width);
    case "mesh":
      return upright(mesh.upright, height) + level(mesh.level, width);
    case "areas":
      // Where rows are bands their heights are the content's, and nothing is drawn of them.
      return areas
        .flatMap(({ area, left, width: wide, top, height: tall }) =>
          top && tall
            ? [`<g id="area-${area.id}"><title>${escaped(area.name)}</title>${rects([{ x: left, y: top, width: wide, height: tall }])}</g>`]
            : [],
        )
        .join("");
    default:
      return layer satisfies never;
  }
};

/** Areas are outlines in ink, whatever the other layers are drawn in. */
const areaColour = "#16262d";

const paint = (layer: OverlayLayer, { draw, opacity, colours }: OverlayOptions): string => {
  if (layer === "areas") return ` fill="none" stroke="${areaColour}"`;
  const filled = draw === "fill" && layer !== "baseline" && layer !== "mesh";
  return filled
    ? ` fill="${colours[layer]}" fill-opacity="${opacity}"`
    : ` fill="none" stroke="${colours[layer]}" stroke-opacity="${opacity}"`;
};

/**
 * The overlay of one breakpoint at its drawn-at size (docs/format.md, "Overlay SVG"): user unit 1 px, origin at the top
 * left, a named group for each layer, one `rect` for each column. `metadata` has the declared numbers, so that they can
 * be read back.
 */
export const writeSvg = (layout: Layout, id: string, options: OverlayOptions): Written => {
  const drawn = drawnAtSize(layout, id);
  if (!drawn.ok) return drawn;
  const { breakpoint, resolution } = drawn.value;
  const pen = penOf(options.snap);
  const { number } = pen;
  const [w, h] = [number(resolution.width), number(resolution.height)];
  const declared = { base: layout.base, rootFontSize: layout.rootFontSize, breakpoint };
  return {
    ok: true,
    text: [
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w} ${h}" width="${w}" height="${h}">`,
      `<title>${escaped(`${layout.name}, ${breakpoint.name}, ${w} × ${h}`)}</title>`,
      `<metadata>${escaped(JSON.stringify(declared))}</metadata>`,
      ...options.layers.map((layer) => `<g id="${layer}"${paint(layer, options)}>${content(drawn.value, layer, pen)}</g>`),
      "</svg>",
      "",
    ].join("\n"),
  };
};

/**
 * A tile for repeating backgrounds: one column with its gutter wide (P = c + g), one row pitch high, or the lines of the
 * baseline between two emphasised ones, or the base unit. Repeats exactly where P does not depend on the width.
 */
export const writeTile = (layout: Layout, id: string, options: OverlayOptions): Written => {
  const drawn = drawnAtSize(layout, id);
  if (!drawn.ok) return drawn;
  const { breakpoint, resolution } = drawn.value;
  const { terms, rows, baseline } = resolution;
  const { number, rects, level } = penOf(options.snap);
  const width = add(terms.column, terms.gutter);
  const emphasis = breakpoint.baseline?.emphasis ?? 1;
  const height = rows ? rows.pitch : baseline ? multiply(exact(emphasis), baseline.step) : terms.column;
  const rowHeight = rows?.tracks[0]?.height;
  const [w, h] = [number(width), number(height)];
  const layers: readonly (readonly [OverlayLayer, string])[] = [
    ["columns", rects([{ x: zero, y: zero, width: terms.column, height }])],
    ["rows", rowHeight ? rects([{ x: zero, y: zero, width, height: rowHeight }]) : ""],
    [
      "baseline",
      baseline
        ? level(
            drawn.value.baseline
              .map(({ at, emphasised }) => ({ at: subtract(at, baseline.offset), emphasised }))
              .filter(({ at }) => compare(at, height) < 0),
            width,
          )
        : "",
    ],
  ];
  return {
    ok: true,
    text: [
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w} ${h}" width="${w}" height="${h}">`,
      `<title>${escaped(`${layout.name}, ${breakpoint.name}: tile`)}</title>`,
      ...layers
        .filter(([layer, text]) => text !== "" && options.layers.includes(layer))
        .map(([layer, text]) => `<g id="${layer}"${paint(layer, options)}>${text}</g>`),
      "</svg>",
      "",
    ].join("\n"),
  };
};

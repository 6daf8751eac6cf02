import { add, exact, type Exact, multiply, subtract, zero } from "../../exact/exact";
import { toDecimal } from "../../exact/show";
import { type Drawn, drawnAtSize, type DrawnLine } from "../../grid/drawn";
import type { Layout } from "../../layout/schema";
import type { Written } from "../types";
import type { OverlayLayer, OverlayOptions } from "./options";

/** Decimals an overlay is written with: a fiftieth of the browser's layout unit. */
const places = 4;
const number = (x: Exact): string => toDecimal(x, places);

export const escaped = (text: string): string =>
  text.replace(/[&<>"']/g, (character) => `&#${character.charCodeAt(0)};`).replace(/[\p{Cc}￾￿]/gu, " ");

type Box = { readonly x: Exact; readonly y: Exact; readonly width: Exact; readonly height: Exact };

const rect = ({ x, y, width, height }: Box): string =>
  `<rect x="${number(x)}" y="${number(y)}" width="${number(width)}" height="${number(height)}"/>`;

/** Boxes with nothing in them are left out: a margin of 0, a column that the gutters have eaten. */
const rects = (boxes: readonly Box[]): string =>
  boxes
    .filter(
      ({ width, height }) =>
        number(width) !== "0" && number(height) !== "0" && !number(width).startsWith("-") && !number(height).startsWith("-"),
    )
    .map(rect)
    .join("");

const level = (lines: readonly DrawnLine[], width: Exact): string =>
  lines.map(({ at, emphasised }) => `<path d="M0 ${number(at)}H${number(width)}" stroke-width="${emphasised ? 2 : 1}"/>`).join("");
const upright = (lines: readonly DrawnLine[], height: Exact): string =>
  lines.map(({ at, emphasised }) => `<path d="M${number(at)} 0V${number(height)}" stroke-width="${emphasised ? 2 : 1}"/>`).join("");

const content = ({ resolution, baseline, mesh }: Drawn, layer: OverlayLayer): string => {
  const { width, height, terms, columns, rows } = resolution;
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
      return "";
    default:
      return layer satisfies never;
  }
};

const paint = (layer: OverlayLayer, { draw, opacity, colours }: OverlayOptions): string => {
  if (layer === "areas") return "";
  const filled = draw === "fill" && layer !== "baseline" && layer !== "mesh";
  return filled
    ? ` fill="${colours[layer]}" fill-opacity="${opacity}"`
    : ` fill="none" stroke="${colours[layer]}" stroke-opacity="${opacity}"`;
};

/**
 * The overlay of one breakpoint at its drawn-at size (docs/format.md, "Overlay SVG"): user unit 1 px, origin at the top
 * left, a named group for each layer, one `rect` for each column. The declared numbers stand in `metadata`, so that
 * an overlay of ours comes back as it was declared.
 */
export const writeSvg = (layout: Layout, id: string, options: OverlayOptions): Written => {
  const drawn = drawnAtSize(layout, id);
  if (!drawn.ok) return drawn;
  const { breakpoint, resolution } = drawn.value;
  const [w, h] = [number(resolution.width), number(resolution.height)];
  const declared = { base: layout.base, rootFontSize: layout.rootFontSize, breakpoint };
  return {
    ok: true,
    text: [
      `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${w} ${h}" width="${w}" height="${h}">`,
      `<title>${escaped(`${layout.name}, ${breakpoint.name}, ${w} × ${h}`)}</title>`,
      `<metadata>${escaped(JSON.stringify(declared))}</metadata>`,
      ...options.layers.map((layer) => `<g id="${layer}"${paint(layer, options)}>${content(drawn.value, layer)}</g>`),
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
        ? drawn.value.baseline
            .filter(
              ({ at }) =>
                number(subtract(add(baseline.offset, height), at)) !== "0" &&
                !number(subtract(add(baseline.offset, height), at)).startsWith("-"),
            )
            .map(
              ({ at, emphasised }) => `<path d="M0 ${number(subtract(at, baseline.offset))}H${w}" stroke-width="${emphasised ? 2 : 1}"/>`,
            )
            .join("")
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

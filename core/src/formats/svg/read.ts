import { toNumber } from "../../exact/exact";
import { drawnAtSize } from "../../grid/drawn";
import { limits } from "../../layout/limits";
import { type Issue, nestsPast, parseLayout } from "../../layout/parse";
import type { Members } from "../../layout/member";
import type { Layout } from "../../layout/schema";
import { breakpointFromLines, type Edge } from "../from-lines";
import type { Read } from "../types";
import { all, type Element, openDrawing } from "./xml";

/** Elements a drawing may hold; an overlay needs no others, and these run nothing and load nothing. */
const harmless = [
  "svg",
  "title",
  "desc",
  "metadata",
  "g",
  "rect",
  "path",
  "line",
  "defs",
  "polyline",
  "polygon",
  "circle",
  "ellipse",
  "text",
  "tspan",
];
const refused = (message: string): { readonly ok: false; readonly issues: readonly Issue[] } => ({
  ok: false,
  issues: [{ path: "", message }],
});

/** The place of a drawing's px after the transforms around them. Only transforms without rotation keep columns. */
type Placed = { readonly x: (px: number) => number; readonly y: (px: number) => number };
const asDrawn: Placed = { x: (px) => px, y: (px) => px };

/** The transform of an element (SVG 2, 8.5: translate, scale, matrix) inside another; null if it rotates or skews. */
const transformed = (text: string | undefined, outer: Placed): Placed | null => {
  if (text === undefined || text.trim() === "") return outer;
  if (text.length > 1_000 || !/^(?:\s*[a-zA-Z]+\s*\([^()]*\)[\s,]*)+$/.test(text)) return null;
  let placed = outer;
  for (const [, name = "", list = ""] of text.matchAll(/([a-zA-Z]+)\s*\(([^()]*)\)/g)) {
    const [a = NaN, b, c, d, e, f] = list
      .trim()
      .split(/[\s,]+/)
      .map(Number);
    const by = ((): readonly [number, number, number, number] | null => {
      switch (name) {
        case "translate":
          return [1, a, 1, b ?? 0];
        case "scale":
          return [a, 0, b ?? a, 0];
        case "matrix":
          return b === 0 && c === 0 && d !== undefined && e !== undefined && f !== undefined ? [a, e, d, f] : null;
        case "rotate":
          return a === 0 ? [1, 0, 1, 0] : null;
        default:
          return null;
      }
    })();
    if (!by || by.some((part) => !Number.isFinite(part)) || by[0] === 0 || by[2] === 0) return null;
    const [sx, tx, sy, ty] = by;
    const before = placed;
    placed = { x: (px) => before.x(sx * px + tx), y: (px) => before.y(sy * px + ty) };
  }
  return placed;
};

/** Every element with the place of its px; rotated and skewed ones are counted and left out. */
const placedIn = (list: readonly Element[], outer: Placed, turned: { count: number }): readonly (readonly [Element, Placed])[] =>
  list.flatMap((one) => {
    const placed = transformed(one.attributes["transform"], outer);
    if (!placed) {
      turned.count += 1;
      return [];
    }
    return [[one, placed] as const, ...placedIn(one.children, placed, turned)];
  });

/** A number of an attribute, in px if it has a unit; null if it is not a number. */
const number = (text: string | undefined): number | null => {
  const found = /^\s*(-?\d{1,7}(?:\.\d{1,10})?)(?:px)?\s*$/.exec(text ?? "");
  return found ? Number(found[1]) : null;
};

type Rect = { readonly x: Edge; readonly y: Edge };

const rectOf = ([{ name, attributes }, placed]: readonly [Element, Placed]): readonly Rect[] => {
  const width = number(attributes["width"]);
  const height = number(attributes["height"]);
  if (name !== "rect" || width === null || height === null || width <= 0 || height <= 0) return [];
  const along = (at: (px: number) => number, start: number, size: number): Edge => {
    const [from, to] = [at(start), at(start + size)];
    return { start: Math.min(from, to), size: Math.abs(to - from) };
  };
  return [{ x: along(placed.x, number(attributes["x"]) ?? 0, width), y: along(placed.y, number(attributes["y"]) ?? 0, height) }];
};

/** The height of a level line of a path "M0 8H1280", or of a line. */
const levelOf = ([{ name, attributes }, placed]: readonly [Element, Placed]): readonly number[] => {
  const path = name === "path" ? /^M\s*-?[\d.]+[\s,]+(-?[\d.]+)\s*H/.exec((attributes["d"] ?? "").slice(0, 200)) : null;
  const y = name === "line" && attributes["y1"] === attributes["y2"] ? number(attributes["y1"]) : path ? number(path[1]) : null;
  return y === null ? [] : [placed.y(y)];
};

/** How far a drawn edge may be from the declared one, px: overlays are written with 4 decimals. */
const drawnBlur = 0.001;

/** Whether the declared columns are the drawn ones, with none moved, narrowed, added or removed. */
const areDrawn = (layout: Layout, columns: readonly Edge[]): boolean => {
  const drawn = drawnAtSize(layout, layout.breakpoints[0]?.id ?? "");
  if (!drawn.ok) return false;
  const tracks = drawn.value.resolution.columns.filter(({ width }) => toNumber(width) > drawnBlur);
  return (
    tracks.length === columns.length &&
    tracks.every(({ start, width }, index) => {
      const edge = columns[index];
      return edge && Math.abs(edge.start - toNumber(start)) <= drawnBlur && Math.abs(edge.size - toNumber(width)) <= drawnBlur;
    })
  );
};

/** The declared numbers in our own overlays; null if there are none, or if the drawing was changed later. */
const declared = (root: readonly Element[], columns: readonly Edge[], lost: string[]): Read | null => {
  const text = root.find(({ name }) => name === "metadata")?.text;
  if (!text || nestsPast(text, 64)) return null;
  try {
    const { base, rootFontSize, breakpoint } = JSON.parse(text) as Members;
    const parsed = parseLayout({
      format: "ypsiline-layout",
      formatVersion: 1,
      name: "From an overlay",
      base,
      rootFontSize,
      breakpoints: [breakpoint],
    });
    if (!parsed.ok) return null;
    if (columns.length > 0 && !areDrawn(parsed.value, columns)) {
      lost.push("the declared numbers in its metadata: the columns were changed since, and what is drawn was read");
      return null;
    }
    return {
      ok: true,
      layout: parsed.value,
      lost: ["the other breakpoints, spacing, text roles and notes: an overlay holds one breakpoint"],
    };
  } catch {
    return null;
  }
};

/**
 * Reads an overlay: ours by the declared numbers it carries, any other by its `viewBox` and the rectangles of the group
 * `columns` (or all upright rectangles of one size). Drawings that declare entities, hold scripts, handlers or links, or
 * nest too deeply are refused; what is read is numbers, and nothing of the file is ever shown.
 */
export const readSvg = (text: string): Read => {
  const opened = openDrawing(text);
  if (!opened.ok) return refused(opened.message);
  const { root } = opened;
  for (const { name, attributes } of [root, ...all(root.children)]) {
    if (!harmless.includes(name))
      return refused(`must not hold the element ${name.slice(0, 40)}; an overlay is made of rectangles and lines`);
    const unwanted = Object.entries(attributes).find(
      ([key, value]) => /^on/i.test(key) || /(^|:)href$/i.test(key) || /url\s*\(|javascript:|expression/i.test(value),
    );
    if (unwanted)
      return refused(`must not hold the attribute ${unwanted[0].slice(0, 40)} on ${name}; nothing of a drawing is run or loaded`);
  }
  const box = (root.attributes["viewBox"] ?? "")
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const width = box.length === 4 ? (box[2] ?? NaN) : (number(root.attributes["width"]) ?? NaN);
  const height = box.length === 4 ? (box[3] ?? NaN) : (number(root.attributes["height"]) ?? NaN);
  if (!(width >= 1 && height >= 1)) return refused("must have a viewBox, or a width and height, of at least 1 × 1");
  const turned = { count: 0 };
  // A viewBox of another size than the drawing's width only scales it: positions are in its own units.
  const drawnIn = (list: readonly Element[]) => placedIn(list, asDrawn, turned);
  const everything = drawnIn(root.children);
  const group = (id: string): readonly (readonly [Element, Placed])[] => {
    const found = everything.find(([{ name, attributes }]) => name === "g" && attributes["id"] === id);
    return found ? placedIn(found[0].children, found[1], { count: 0 }) : [];
  };
  const lost: string[] = [];
  const inColumns = group("columns").flatMap(rectOf);
  const drawn = inColumns.map(({ x }) => x).sort((a, b) => a.start - b.start);
  const own = declared(root.children, drawn, lost);
  if (own) return own;
  if (turned.count > 0) lost.push(`${turned.count} elements that are turned or slanted, or whose transform cannot be read`);
  const columns = drawn.length > 0 ? drawn : alike(everything.flatMap(rectOf), height);
  if (columns.length > limits.columns)
    return refused(`must hold at most ${limits.columns} columns; it holds ${columns.length.toLocaleString("en")}`);
  if (drawn.length === 0 && columns.length > 0) lost.push("no group named columns: the upright rectangles of one size were taken for them");
  const left = box.length === 4 ? (box[0] ?? 0) : 0;
  const size = { width: Math.round(width * 1000) / 1000, height: Math.round(height * 1000) / 1000 };
  const breakpoint = breakpointFromLines(
    size,
    columns.map(({ start, size: wide }) => ({ start: start - left, size: wide })),
    group("rows")
      .flatMap(rectOf)
      .map(({ y }) => y)
      .sort((a, b) => a.start - b.start),
    group("baseline").flatMap(levelOf),
    lost,
  );
  if (!breakpoint) return refused("must hold columns: a group with the id columns and one rect for each");
  lost.push("from-width, name and whether margins or the container are held: a drawing shows one size");
  const parsed = parseLayout({
    format: "ypsiline-layout",
    formatVersion: 1,
    name: "From an overlay",
    base: "8px",
    breakpoints: [breakpoint],
  });
  return parsed.ok ? { ok: true, layout: parsed.value, lost } : parsed;
};

/** Rectangles at least half as high as the sheet and of the width most of those have. */
const alike = (rects: readonly Rect[], height: number): readonly Edge[] => {
  const counts = new Map<string, Edge[]>();
  for (const { x, y } of rects) {
    if (y.size < height / 2) continue;
    const key = x.size.toFixed(1);
    const list = counts.get(key);
    if (list) list.push(x);
    else counts.set(key, [x]);
  }
  const most = [...counts.values()].reduce<readonly Edge[]>((best, list) => (list.length > best.length ? list : best), []);
  return [...most].sort((a, b) => a.start - b.start);
};

import { fromJsonNumber } from "../exact/exact";
import { all, type Element, openDrawing } from "../formats/svg/xml";
import { limits } from "../layout/limits";
import { type Box, type BoxList, boxLimits } from "./boxes";

/** Boxes of a drawing, with what of it has no box. */
export type DrawnBoxes =
  | {
      readonly ok: true;
      readonly list: BoxList;
      /** Kinds of elements that were left out, and why, with how many. */
      readonly left: readonly string[];
      /** Names of boxes that are turned or slanted: their bounds are told. */
      readonly turned: readonly string[];
    }
  | { readonly ok: false; readonly issues: readonly { readonly path: string; readonly message: string }[] };

/** Maps a point (x, y) to (a·x + c·y + e, b·x + d·y + f), as SVG 2 writes it: matrix(a b c d e f). */
type Matrix = readonly [a: number, b: number, c: number, d: number, e: number, f: number];
const asDrawn: Matrix = [1, 0, 0, 1, 0, 0];

/** The first after the second. */
const after = ([a, b, c, d, e, f]: Matrix, [g, h, i, j, k, l]: Matrix): Matrix => [
  a * g + c * h,
  b * g + d * h,
  a * i + c * j,
  b * i + d * j,
  a * k + c * l + e,
  b * k + d * l + f,
];

const numberPattern = /[+-]?(?:\d{1,12}(?:\.\d{0,12})?|\.\d{1,12})(?:e[+-]?\d{1,3})?/gi;

/** Sine and cosine of whole quarter turns, which are exact. */
const quarters = [
  [0, 1],
  [1, 0],
  [0, -1],
  [-1, 0],
] as const;

const turn = (degrees: number): Matrix => {
  const quarter = degrees / 90;
  const radians = (degrees * Math.PI) / 180;
  const whole = Number.isInteger(quarter) ? quarters[((quarter % 4) + 4) % 4] : undefined;
  const [sin, cos] = whole ?? [Math.sin(radians), Math.cos(radians)];
  return [cos, sin, -sin, cos, 0, 0];
};

/** A transform attribute (SVG 2, 8.5); null where it cannot be read. */
const transformOf = (text: string | undefined): Matrix | null => {
  if (text === undefined || text.trim() === "") return asDrawn;
  if (text.length > 10_000 || !/^(?:[\s,]*[a-zA-Z]+\s*\([^()]*\))+[\s,]*$/.test(text)) return null;
  let matrix = asDrawn;
  for (const [, name = "", list = ""] of text.matchAll(/([a-zA-Z]+)\s*\(([^()]*)\)/g)) {
    const numbers = (list.match(numberPattern) ?? []).map(Number);
    const [x = 0, y, z] = numbers;
    const many = numbers.length;
    const next = ((): Matrix | null => {
      switch (name) {
        case "matrix":
          return many === 6 ? (numbers as unknown as Matrix) : null;
        case "translate":
          return many === 1 || many === 2 ? [1, 0, 0, 1, x, y ?? 0] : null;
        case "scale":
          return many === 1 || many === 2 ? [x, 0, 0, y ?? x, 0, 0] : null;
        case "rotate":
          if (many === 3) return after(after([1, 0, 0, 1, y ?? 0, z ?? 0], turn(x)), [1, 0, 0, 1, -(y ?? 0), -(z ?? 0)]);
          return many === 1 ? turn(x) : null;
        case "skewX":
          return many === 1 ? [1, 0, Math.tan((x * Math.PI) / 180), 1, 0, 0] : null;
        case "skewY":
          return many === 1 ? [1, Math.tan((x * Math.PI) / 180), 0, 1, 0, 0] : null;
        default:
          return null;
      }
    })();
    if (!next?.every(Number.isFinite)) return null;
    matrix = after(matrix, next);
  }
  return matrix;
};

/** A viewport that lengths in % are of. */
type Viewport = { readonly width: number; readonly height: number };

/** A length in user units: a number, px, or a % of a side of the viewport; null for any other unit. */
const lengthOf = (text: string | undefined, of: number, initial: number): number | null => {
  if (text === undefined || text.trim() === "" || text.trim() === "auto") return initial;
  const found = /^\s*([+-]?(?:\d{1,9}(?:\.\d{0,12})?|\.\d{1,12})(?:e[+-]?\d{1,2})?)(px|%)?\s*$/i.exec(text);
  if (!found) return null;
  const value = Number(found[1]);
  return found[2] === "%" ? (value / 100) * of : value;
};

/** What a viewBox puts where in a box of a size (SVG 2, 8.6 and 8.7: preserveAspectRatio). */
const viewBoxIn = (
  { attributes }: Element,
  width: number,
  height: number,
): { readonly matrix: Matrix; readonly viewport: Viewport } | null => {
  const text = attributes["viewBox"];
  if (text === undefined) return { matrix: asDrawn, viewport: { width, height } };
  const [x = NaN, y = NaN, wide = NaN, high = NaN, ...more] = (text.match(numberPattern) ?? []).map(Number);
  if (more.length > 0 || ![x, y, wide, high].every(Number.isFinite) || wide <= 0 || high <= 0) return null;
  const [align = "xMidYMid", how = "meet"] = (attributes["preserveAspectRatio"] ?? "").trim().split(/\s+/).filter(Boolean);
  let [sx, sy] = [width / wide, height / high];
  if (align !== "none") sx = sy = how === "slice" ? Math.max(sx, sy) : Math.min(sx, sy);
  const share = (name: string): number => (name.includes("Min") ? 0 : name.includes("Max") ? 1 : 0.5);
  const [along, down] = align === "none" ? [0, 0] : [share(align.slice(0, 4)), share(align.slice(4))];
  return {
    matrix: [sx, 0, 0, sy, along * (width - wide * sx) - x * sx, down * (height - high * sy) - y * sy],
    viewport: { width: wide, height: high },
  };
};

/** Elements that are never seen where they stand. */
const unseen = new Set([
  "defs",
  "symbol",
  "clipPath",
  "mask",
  "pattern",
  "marker",
  "linearGradient",
  "radialGradient",
  "filter",
  "style",
  "script",
  "title",
  "desc",
  "metadata",
]);
const boxed = new Set(["rect", "image", "foreignObject"]);
const groups = new Set(["svg", "g", "a", "switch"]);
/** Most elements that are drawn, those that stand again by `use` among them. */
const mostDrawn = 50_000;
/** Most uses of uses. */
const deepestUse = 8;

type Bounds = { left: number; top: number; right: number; bottom: number };

const nameOf = ({ attributes, children, name }: Element): string | null =>
  children.find((child) => child.name === "title")?.text ??
  attributes["aria-label"] ??
  attributes["data-name"] ??
  attributes["data-area"] ??
  attributes["id"] ??
  (name === "text" ? "text" : null);

/** To a millionth of a px, as finely as boxes are told. */
const told = (px: number) => fromJsonNumber(Math.round(px * 1e6) / 1e6 || 0);

/**
 * Boxes of an SVG drawing (docs/fit.md): rect, image and foreignObject, what `use` repeats, and groups that have a name as the
 * bounds of what is in them. Transforms, nested svg elements and their viewBox are followed; what is turned or slanted is told
 * as its bounds. Nothing of a drawing is run, loaded or shown. What has no box is counted.
 */
export const readBoxesSvg = (text: string): DrawnBoxes => {
  const fault = (message: string): DrawnBoxes => ({ ok: false, issues: [{ path: "", message }] });
  const opened = openDrawing(text);
  if (!opened.ok) return fault(opened.message);
  const { root } = opened;
  const byId = new Map(all([root]).flatMap((one) => (one.attributes["id"] ? [[one.attributes["id"], one] as const] : [])));
  const box = (root.attributes["viewBox"] ?? "").match(numberPattern)?.map(Number) ?? [];
  const width = lengthOf(root.attributes["width"], box[2] ?? NaN, box[2] ?? NaN);
  const height = lengthOf(root.attributes["height"], box[3] ?? NaN, box[3] ?? NaN);
  if (width === null || height === null || !(width >= 1 && height >= 1 && width <= limits.size && height <= boxLimits.px))
    return fault(`must have a width and height in px, or a viewBox, from 1 to ${limits.size.toLocaleString("en")}`);
  const found: { name: string; bounds: Bounds; turned: boolean }[] = [];
  const left = new Map<string, number>();
  const leave = (what: string): void => void left.set(what, (left.get(what) ?? 0) + 1);
  let [drawn, full] = [0, false];

  const together = (a: Bounds | null, b: Bounds | null): Bounds | null =>
    a && b
      ? {
          left: Math.min(a.left, b.left),
          top: Math.min(a.top, b.top),
          right: Math.max(a.right, b.right),
          bottom: Math.max(a.bottom, b.bottom),
        }
      : (a ?? b);
  const keep = (name: string, bounds: Bounds, turned: boolean): void => {
    if (found.length >= boxLimits.boxes) full = true;
    else found.push({ name: name.slice(0, boxLimits.name), bounds, turned });
  };
  /** Draws an element in a matrix; answers the bounds of what of it has a box. */
  const draw = (one: Element, outer: Matrix, viewport: Viewport, uses: number, again: string | null): Bounds | null => {
    drawn += 1;
    if (drawn > mostDrawn || full) {
      full = true;
      return null;
    }
    const { name, attributes } = one;
    if (unseen.has(name) || attributes["display"] === "none" || /(^|;)\s*display\s*:\s*none/.test(attributes["style"] ?? "")) return null;
    const own = transformOf(attributes["transform"]);
    if (!own || /(^|;)\s*(transform|rotate|scale|translate)\s*:/.test(attributes["style"] ?? "")) {
      leave(`${name}, whose transform cannot be read`);
      return null;
    }
    let matrix = after(outer, own);
    const called = again ?? nameOf(one);
    const across = (attribute: string, initial: number): number | null => lengthOf(attributes[attribute], viewport.width, initial);
    const down = (attribute: string, initial: number): number | null => lengthOf(attributes[attribute], viewport.height, initial);
    if (boxed.has(name)) {
      const [x, y, wide, high] = [across("x", 0), down("y", 0), across("width", 0), down("height", 0)];
      if (x === null || y === null || wide === null || high === null) {
        leave(`${name}, with lengths in other units than px and %`);
        return null;
      }
      if (wide <= 0 || high <= 0) {
        leave(`${name} without a width or height`);
        return null;
      }
      const [a, b, c, d, e, f] = matrix;
      const corners = [
        [x, y],
        [x + wide, y],
        [x, y + high],
        [x + wide, y + high],
      ].map(([px = 0, py = 0]) => [a * px + c * py + e, b * px + d * py + f] as const);
      const bounds = {
        left: Math.min(...corners.map(([px]) => px)),
        top: Math.min(...corners.map(([, py]) => py)),
        right: Math.max(...corners.map(([px]) => px)),
        bottom: Math.max(...corners.map(([, py]) => py)),
      };
      const upright = (b === 0 && c === 0) || (a === 0 && d === 0);
      keep(called ?? `${name} ${found.length + 1}`, bounds, !upright);
      return bounds;
    }
    if (name === "use") {
      const target = byId.get((attributes["href"] ?? attributes["xlink:href"] ?? "").replace(/^#/, ""));
      const [x, y] = [across("x", 0), down("y", 0)];
      if (!target || x === null || y === null || uses >= deepestUse) {
        leave(target ? "use of a use, nested too deeply" : "use of what is not in the file");
        return null;
      }
      matrix = after(matrix, [1, 0, 0, 1, x, y]);
      if (target.name !== "symbol" && target.name !== "svg") return draw(target, matrix, viewport, uses + 1, called ?? nameOf(target));
      const size = (attribute: "width" | "height", of: number): number | null =>
        lengthOf(attributes[attribute] ?? target.attributes[attribute], of, of);
      return inside(target, matrix, size("width", viewport.width), size("height", viewport.height), uses + 1, called);
    }
    if (name === "svg") {
      const [x, y] = [across("x", 0), down("y", 0)];
      if (x === null || y === null) {
        leave("svg, with lengths in other units than px and %");
        return null;
      }
      return inside(one, after(matrix, [1, 0, 0, 1, x, y]), across("width", viewport.width), down("height", viewport.height), uses, called);
    }
    if (groups.has(name)) return group(one, matrix, viewport, uses, called);
    leave(name === "text" ? "text, whose size the file does not say" : name);
    return null;
  };
  const group = (one: Element, matrix: Matrix, viewport: Viewport, uses: number, called: string | null): Bounds | null => {
    const place = found.length;
    const bounds = one.children.reduce<Bounds | null>((sum, child) => together(sum, draw(child, matrix, viewport, uses, null)), null);
    if (bounds && called !== null && found.length < boxLimits.boxes) {
      const turned = found.slice(place).some((inner) => inner.turned);
      found.splice(place, 0, { name: called.slice(0, boxLimits.name), bounds, turned });
    }
    return bounds;
  };
  const inside = (
    one: Element,
    matrix: Matrix,
    wide: number | null,
    high: number | null,
    uses: number,
    called: string | null,
  ): Bounds | null => {
    const view = wide === null || high === null ? null : viewBoxIn(one, wide, high);
    if (!view) {
      leave(`${one.name}, whose size or viewBox cannot be read`);
      return null;
    }
    return group(one, after(matrix, view.matrix), view.viewport, uses, called);
  };

  const view = viewBoxIn(root, width, height);
  if (!view) return fault("has a viewBox that cannot be read: four numbers, the last two above 0");
  for (const child of root.children) draw(child, view.matrix, view.viewport, 0, null);
  if (full)
    return fault(
      `must hold at most ${boxLimits.boxes.toLocaleString("en")} boxes and ${mostDrawn.toLocaleString("en")} elements, those that use repeats among them`,
    );
  if (found.length === 0) return fault("holds no box: rect, image, foreignObject or a named group of them");
  const past = found.find(({ bounds }) => Object.values(bounds).some((at) => Math.abs(at) > boxLimits.px));
  if (past) return fault(`must keep its boxes within ${boxLimits.px.toLocaleString("en")} px; ${past.name.slice(0, 40)} is not`);
  const boxes = found.map(({ name, bounds }): Box => ({
    name,
    x: told(bounds.left),
    y: told(bounds.top),
    width: told(bounds.right - bounds.left),
    height: told(bounds.bottom - bounds.top),
    area: null,
  }));
  const limited = Math.round(width * 1000) / 1000;
  return {
    ok: true,
    list: {
      width: fromJsonNumber(limited),
      height: height <= limits.size ? fromJsonNumber(Math.round(height * 1000) / 1000) : null,
      boxes,
    },
    left: [...left].map(([what, count]) => `${count} × ${what}`),
    turned: found.filter(({ turned }) => turned).map(({ name }) => name),
  };
};

import { fromJsonNumber } from "../exact/exact";
import { attributesOf, type Given, type Style, type Styles, stylesIn } from "../formats/svg/style";
import {
  after,
  asDrawn,
  lengthPx,
  type Matrix,
  numbersOf,
  originOf,
  type ReferenceBox,
  shifted,
  transformOf,
} from "../formats/svg/transform";
import { all, type Element, openDrawing } from "../formats/svg/xml";
import { limits } from "../layout/limits";
import { type Box, type BoxList, boxLimits } from "./boxes";

/** The boxes of a drawing, and its parts without a box. */
export type DrawnBoxes =
  | {
      readonly ok: true;
      readonly list: BoxList;
      /** Kinds of elements that were left out, and why, with how many. */
      readonly left: readonly string[];
      /** Names of rotated or skewed boxes, which are given by their bounds. */
      readonly turned: readonly string[];
    }
  | { readonly ok: false; readonly issues: readonly { readonly path: string; readonly message: string }[] };

/** A viewport that lengths in % are of. */
type Viewport = { readonly width: number; readonly height: number };

/** A length in user units; null if it is not a number, or its unit has no known size. */
const lengthOf = (given: Given | undefined, of: number, initial: number): number | null =>
  given === undefined || given.text.trim() === "" || given.text.trim() === "auto" ? initial : lengthPx(given.text, of, false);

/** What a viewBox puts where in a box of a size (SVG 2, 8.6 and 8.7: preserveAspectRatio). */
const viewBoxIn = (
  { attributes }: Element,
  width: number,
  height: number,
): { readonly matrix: Matrix; readonly viewport: Viewport } | null => {
  const text = attributes["viewBox"];
  if (text === undefined) return { matrix: asDrawn, viewport: { width, height } };
  const [x = NaN, y = NaN, wide = NaN, high = NaN, ...more] = numbersOf(text) ?? [];
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

/** Elements that are never drawn where they are. */
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
/** Maximum number of drawn elements, including those repeated by `use`. */
const mostDrawn = 50_000;
/** Most uses of uses. */
const deepestUse = 8;

/** The context of an element: the viewport for its %, the `use` that repeats it, and inherited visibility. */
type Around = { readonly viewport: Viewport; readonly uses: number; readonly within: Element | null; readonly hidden: boolean };

const isHidden = (style: Style, inherited: boolean): boolean => {
  const said = style.get("visibility")?.text.toLowerCase() ?? "inherit";
  return said === "inherit" ? inherited : said !== "visible";
};

/** The elements in one that are drawn: of a switch the first whose conditions hold in English and without extensions (SVG 2, 5.7). */
const shown = ({ name, children }: Element): readonly Element[] => {
  if (name !== "switch") return children;
  const first = children.find(
    ({ attributes }) =>
      attributes["requiredExtensions"] === undefined && /(^|[\s,])en(-|[\s,]|$)/i.test(attributes["systemLanguage"] ?? "en"),
  );
  return first ? [first] : [];
};

/**
 * An element's own transform (CSS Transforms 2, 13): translate, rotate, scale and transform, one after the other,
 * around its origin, which refers to the viewport or to the element's box. Null if it cannot be read, or refers to an
 * unknown box.
 */
const ownTransform = (style: Style, viewport: Viewport, own: ReferenceBox | null): Matrix | null => {
  const [transform, origin] = [style.get("transform"), style.get("transform-origin")];
  const single = (name: string): string | null => {
    const text = style.get(name)?.text ?? "none";
    return /^none$/i.test(text) ? null : `${name}(${text.trim().split(/\s+/).join(",")})`;
  };
  const singles = ["translate", "rotate", "scale"].flatMap((name) => single(name) ?? []);
  if (!transform && singles.length === 0) return asDrawn;
  const from = (style.get("transform-box")?.text ?? "view-box").toLowerCase();
  const box = from === "view-box" ? { x: 0, y: 0, ...viewport } : from === "fill-box" || from === "content-box" ? own : null;
  if (!box) return null;
  const parts = [transformOf(singles.join(" "), true, box), transformOf(transform?.text ?? "", transform?.inStylesheet ?? true, box)];
  const about = origin ? originOf(origin.text, origin.inStylesheet, box) : ([box.x, box.y] as const);
  const [first, second] = parts;
  if (!first || !second || !about) return null;
  const [x, y] = about;
  return after(after(shifted(x, y), after(first, second)), shifted(-x, -y));
};

/**
 * The size of a drawing: its width and height, a missing one from its viewBox (SVG 2, 8.9); null if that has no size.
 */
const sizeOf = (root: Element, style: Style): { readonly width: number; readonly height: number } | null => {
  const [, , wide = NaN, high = NaN] = numbersOf(root.attributes["viewBox"] ?? "") ?? [];
  const [width, height] = [lengthOf(style.get("width"), wide, NaN), lengthOf(style.get("height"), high, NaN)];
  if (width === null || height === null) return null;
  if (Number.isNaN(width))
    return { width: Number.isNaN(height) ? wide : (height * wide) / high, height: Number.isNaN(height) ? high : height };
  return { width, height: Number.isNaN(height) ? (width * high) / wide : height };
};

type Bounds = { left: number; top: number; right: number; bottom: number };

const nameOf = ({ attributes, children, name }: Element): string | null =>
  children.find((child) => child.name === "title")?.text ??
  attributes["aria-label"] ??
  attributes["data-name"] ??
  attributes["data-area"] ??
  attributes["id"] ??
  (name === "text" ? "text" : null);

/** To a millionth of a px, the precision of boxes. */
const told = (px: number) => fromJsonNumber(Math.round(px * 1e6) / 1e6 || 0);

/**
 * Boxes of an SVG drawing (docs/fit.md): rect, image and foreignObject, what `use` repeats, and named groups as the
 * bounds of their content. Transforms, nested svg elements and their viewBox are applied; rotated and skewed elements
 * are given by their bounds. Nothing of a drawing is run, loaded or shown. Elements without a box are counted.
 */
export const readBoxesSvg = (text: string): DrawnBoxes => {
  const fault = (message: string): DrawnBoxes => ({ ok: false, issues: [{ path: "", message }] });
  const opened = openDrawing(text);
  if (!opened.ok) return fault(opened.message);
  const { root } = opened;
  const byId = new Map(all([root]).flatMap((one) => (one.attributes["id"] ? [[one.attributes["id"], one] as const] : [])));
  // Conditions on the width are those of a page that shows the drawing at its own, which a rule without any may say.
  const stylesAt = (width: number): Styles => stylesIn(root, told(width <= limits.size ? width : 0));
  const first = stylesAt(0);
  const styles = first.ok ? stylesAt(sizeOf(root, first.of(root, null))?.width ?? 0) : first;
  if (!styles.ok) return fault(styles.message);
  const { width, height } = sizeOf(root, styles.of(root, null)) ?? { width: NaN, height: NaN };
  if (!(width >= 1 && height >= 1 && width <= limits.size && height <= boxLimits.px))
    return fault(`must have a width and height in px, or a viewBox, from 1 to ${limits.size.toLocaleString("en")}`);
  const found: { name: string; bounds: Bounds; turned: boolean }[] = [];
  const left = new Map<string, number>(styles.unread.map((words) => [words, 1]));
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
  /** Draws an element in a matrix, and returns the bounds of its parts that have a box. `hidden` is inherited. */
  const draw = (one: Element, outer: Matrix, at: Around, again: string | null): Bounds | null => {
    drawn += 1;
    if (drawn > mostDrawn || full || styles.exceeded()) {
      full = true;
      return null;
    }
    const { name, attributes } = one;
    const { viewport, uses, within } = at;
    const style = styles.of(one, within);
    if (unseen.has(name) || style.get("display")?.text.toLowerCase() === "none") return null;
    const hidden = isHidden(style, at.hidden);
    // Browsers place and size an svg inside another by its attributes alone.
    const given = name === "svg" ? attributesOf(one) : style;
    const across = (property: string, initial: number): number | null => lengthOf(given.get(property), viewport.width, initial);
    const down = (property: string, initial: number): number | null => lengthOf(given.get(property), viewport.height, initial);
    const [x, y, wide, high] = [across("x", 0), down("y", 0), across("width", 0), down("height", 0)];
    const ownBox =
      boxed.has(name) && x !== null && y !== null && wide !== null && high !== null ? { x, y, width: wide, height: high } : null;
    const own = ownTransform(style, viewport, ownBox);
    if (!own) {
      leave(`${name}, whose transform cannot be read`);
      return null;
    }
    let matrix = after(outer, own);
    const called = again ?? nameOf(one);
    if (boxed.has(name)) {
      if (hidden) return null;
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
      if (!target || x === null || y === null || uses >= deepestUse) {
        leave(target ? "use of a use, nested too deeply" : "use of what is not in the file");
        return null;
      }
      matrix = after(matrix, shifted(x, y));
      const next = { viewport, uses: uses + 1, within: target, hidden };
      if (target.name !== "symbol" && target.name !== "svg") return draw(target, matrix, next, called ?? nameOf(target));
      const targetStyle = styles.of(target, target);
      const size = (property: "width" | "height", of: number): number | null =>
        lengthOf(style.get(property) ?? targetStyle.get(property), of, of);
      const inner = { ...next, hidden: isHidden(targetStyle, hidden) };
      return inside(target, matrix, size("width", viewport.width), size("height", viewport.height), inner, called);
    }
    if (name === "svg") {
      if (x === null || y === null) {
        leave("svg, with lengths in other units than px and %");
        return null;
      }
      const size = [across("width", viewport.width), down("height", viewport.height)] as const;
      return inside(one, after(matrix, shifted(x, y)), ...size, { viewport, uses, within, hidden }, called);
    }
    if (groups.has(name)) return group(one, matrix, { viewport, uses, within, hidden }, called);
    if (!hidden) leave(name === "text" ? "text, whose size the file does not say" : name);
    return null;
  };
  const group = (one: Element, matrix: Matrix, at: Around, called: string | null): Bounds | null => {
    const place = found.length;
    const bounds = shown(one).reduce<Bounds | null>((sum, child) => together(sum, draw(child, matrix, at, null)), null);
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
    at: Around,
    called: string | null,
  ): Bounds | null => {
    const view = wide === null || high === null ? null : viewBoxIn(one, wide, high);
    if (!view) {
      leave(`${one.name}, whose size or viewBox cannot be read`);
      return null;
    }
    return group(one, after(matrix, view.matrix), { ...at, viewport: view.viewport }, called);
  };

  const view = viewBoxIn(root, width, height);
  if (!view) return fault("has a viewBox that cannot be read: four numbers, the last two above 0");
  const outermost = { viewport: view.viewport, uses: 0, within: null, hidden: isHidden(styles.of(root, null), false) };
  for (const child of root.children) draw(child, view.matrix, outermost, null);
  if (styles.exceeded()) return fault("must hold fewer rules about where its elements are, or fewer elements");
  if (full)
    return fault(
      `must hold at most ${boxLimits.boxes.toLocaleString("en")} boxes and ${mostDrawn.toLocaleString("en")} elements, those that use repeats among them`,
    );
  const leftOut = [...left].map(([what, count]) => `${count} × ${what}`);
  if (found.length === 0) {
    const instead = leftOut.length > 0 ? ` It holds ${leftOut.slice(0, 3).join("; ")}.` : "";
    return fault(`holds no box: rect, image, foreignObject or a named group of them.${instead}`);
  }
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
    left: leftOut,
    turned: found.filter(({ turned }) => turned).map(({ name }) => name),
  };
};

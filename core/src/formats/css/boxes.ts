import { add, compare, divide, type Exact, exact, isZero, multiply, sign, smaller, subtract, zero } from "../../exact/exact";
import { lengthText } from "../../exact/length";
import { toDecimal } from "../../exact/show";
import type { LayoutInput } from "../../layout/schema";
import { addLengths, type CssValue, isNoLength, type Lengths, negateLengths, noLength, scaleLengths, unitsIn } from "./values";

type Columns = LayoutInput["breakpoints"][number]["columns"];

/** One box from the viewport in to the grid, as the cascade has it. `auto` is null. */
export type Box = {
  readonly what: string;
  readonly margin: { readonly left: Lengths | "auto"; readonly right: Lengths | "auto" };
  readonly padding: { readonly left: Lengths; readonly right: Lengths };
  readonly width: CssValue | null;
  readonly maxWidth: CssValue | null;
  readonly borderBox: boolean;
  /** Font size, px: what em is. */
  readonly fontSize: Exact;
};

export type Tracks =
  /** Equal shares of the grid. */
  | { readonly kind: "shares"; readonly count: number }
  /** Columns of one size of their own, placed by justify-content. */
  | { readonly kind: "sized"; readonly count: number; readonly size: Lengths; readonly place: "start" | "center" | "end" };

export type Measured =
  { readonly ok: true; readonly columns: Columns; readonly rounded: boolean } | { readonly ok: false; readonly message: string };

type Align = "start" | "center" | "end";
type Held = { readonly kind: "capped" | "fixed"; readonly size: Lengths; readonly align: Align };

/**
 * The width that is left for the boxes inside: offsets from the viewport's edges, and a limit of the content's size.
 */
type Room = { readonly start: Lengths; readonly end: Lengths; readonly held: Held | null };

const hundred = exact(100);
const half = exact(1, 2);

class Unread extends Error {}
const unread = (message: string): never => {
  throw new Unread(message);
};

/** A length without em and without %, or that it cannot be had so. */
const settled = (length: Lengths, box: Box, room: Room, what: string): Lengths => {
  const plain = { ...length, px: add(length.px, multiply(length.em, box.fontSize)), em: zero };
  if (isZero(plain.percent)) return plain;
  if (room.held === null && isNoLength(room.start) && isNoLength(room.end))
    return { ...plain, vw: add(plain.vw, plain.percent), percent: zero };
  return unread(`${what} in % of a box that does not fill the viewport`);
};

const isHeld = (length: Lengths): boolean => isZero(length.vw) && isZero(length.percent);

/** The smaller of two limits. Only lengths in one unit can be compared for certain. */
const least = (a: Lengths, b: Lengths): Lengths => {
  const unit = [...new Set([...unitsIn(a), ...unitsIn(b)])];
  const [only = "px"] = unit;
  if (unit.length > 1) return unread("widths in different units, the smaller of which depends on the font size");
  return { ...noLength, [only]: smaller(a[only], b[only]) };
};

/** What a width or most width says: less than all there is by an offset, or held to a size. */
const sizesOf = (value: CssValue, box: Box, room: Room): { readonly lessBy: Lengths | null; readonly size: Lengths | null } => {
  const lengths = value.kind === "min" ? value.of : value.kind === "length" ? [value.value] : unread("a width that is a number");
  let lessBy: Lengths | null = null;
  let size: Lengths | null = null;
  for (const length of lengths) {
    const em = { ...length, px: add(length.px, multiply(length.em, box.fontSize)), em: zero };
    if (compare(em.percent, hundred) === 0) {
      if (lessBy) return unread("two widths relative to the box around");
      lessBy = negateLengths({ ...em, percent: zero });
    } else if (isHeld(em)) size = size ? least(size, em) : em;
    else {
      const share = settled(em, box, room, "a width");
      if (lessBy || compare(share.vw, hundred) > 0 || unitsIn(share).length > 1)
        return unread("a width that is neither all there is nor a length");
      lessBy = { ...noLength, vw: subtract(hundred, share.vw) };
    }
  }
  return { lessBy, size };
};

/** The widest page that is read, px. */
const widestPage = exact(2560);

/** A length in px at a viewport width, with 16 px per rem. */
const pxAt = ({ px, rem, vw }: Lengths, viewport: Exact): Exact =>
  add(add(px, multiply(rem, exact(16))), multiply(vw, divide(viewport, hundred)));

const inside = (room: Room, box: Box): Room => {
  const padding = {
    left: settled(box.padding.left, box, room, "padding"),
    right: settled(box.padding.right, box, room, "padding"),
  };
  const bothPaddings = addLengths(padding.left, padding.right);
  const { left, right } = box.margin;
  const margin = {
    left: left === "auto" ? noLength : settled(left, box, room, "a margin"),
    right: right === "auto" ? noLength : settled(right, box, room, "a margin"),
  };
  const width = box.width && sizesOf(box.width, box, room);
  const most = box.maxWidth && sizesOf(box.maxWidth, box, room);
  // Sizes are those of the content, or of the border box, which includes the padding.
  const content = (size: Lengths): Lengths => (box.borderBox ? addLengths(size, negateLengths(bothPaddings)) : size);
  if (width?.lessBy && !box.borderBox && !isNoLength(bothPaddings) && isNoLength(width.lessBy) && !width.size)
    return unread(`${box.what} is all there is wide and its padding comes on top, so it overflows`);
  const spread = [width?.lessBy, most?.lessBy].filter((one): one is Lengths => Boolean(one) && !isNoLength(one ?? noLength));
  if (spread.length > 1) return unread("two widths relative to the box around");
  const align: Align = left === "auto" ? (right === "auto" ? "center" : "end") : "start";
  const size = width?.size && most?.size ? least(width.size, most.size) : (width?.size ?? most?.size ?? null);
  let lessBy = spread[0] ?? noLength;
  // Above this width the box is held to its size.
  const widest = size && isZero(size.vw) && isZero(lessBy.vw) ? smaller(widestPage, add(pxAt(size, zero), pxAt(lessBy, zero))) : widestPage;
  if (!isNoLength(lessBy) && !box.borderBox && !isNoLength(bothPaddings)) lessBy = addLengths(lessBy, negateLengths(bothPaddings));
  // If the box is wider than its container, auto margins are 0 and the box overflows (CSS 2, 10.3.3).
  const over = [zero, widest].some((at) => sign(pxAt(lessBy, at)) < 0);
  if (over && align !== "start") return unread(`${box.what} is wider than all there is with its padding, so it overflows`);
  const away = (share: Exact): Lengths => scaleLengths(lessBy, share);
  // A box narrower than its container is placed by its margins, which are part of the rest.
  const relative = !isNoLength(lessBy);
  const before = relative && align !== "start" ? away(align === "center" ? half : exact(1)) : margin.left;
  const behind = relative
    ? align === "end"
      ? margin.right
      : align === "center"
        ? away(half)
        : addLengths(away(exact(1)), negateLengths(margin.left))
    : margin.right;
  const start = addLengths(before, padding.left);
  const end = addLengths(behind, padding.right);
  const taken = addLengths(start, end);
  const fixed = width !== null && width.lessBy === null && width.size !== null && !most?.lessBy;
  const outer = room.held && { ...room.held, size: addLengths(room.held.size, negateLengths(taken)) };
  const next = { start: addLengths(room.start, start), end: addLengths(room.end, end) };
  if (size === null) return { ...next, held: outer };
  const own: Held = { kind: fixed ? "fixed" : "capped", size: content(size), align };
  if (!outer) return { ...next, held: own };
  if (outer.align !== own.align) return unread("two boxes held to a width, placed in different ways");
  return {
    ...next,
    held: {
      kind: outer.kind === "fixed" && own.kind === "fixed" ? "fixed" : "capped",
      size: least(outer.size, own.size),
      align: own.align,
    },
  };
};

/** Writes a length in one unit of the format: in px if px and rem are added, but never a % in px. */
const written = (length: Lengths, root: Exact, keepRem: boolean, what: string, noteRounding: () => void): string => {
  const units = unitsIn(length);
  const text = (value: Exact, unit: "px" | "rem" | "%"): string => {
    if (sign(value) < 0) return unread(`${what} comes to ${toDecimal(value)}${unit}, below 0`);
    const exactly = lengthText({ value, unit });
    if (exactly !== null) return exactly;
    noteRounding();
    return `${toDecimal(value, 6)}${unit}`;
  };
  if (units.includes("percent")) return unread(`${what} in % of the grid`);
  if (units.includes("vw")) return units.length === 1 ? text(length.vw, "%") : unread(`${what} in % and px together`);
  if (units.length === 1 && units[0] === "rem" && keepRem) return text(length.rem, "rem");
  return text(add(length.px, multiply(length.rem, root)), "px");
};

/**
 * Nested boxes, from the viewport in, as columns: margins, container and gutter of the grid in the innermost. For a box
 * with margins m, padding p and a maximum width M: container = M (content-box) or M − p (border-box), centred by auto
 * margins; everything outside the content adds up to the margins. Returns what cannot be expressed.
 */
export const measured = (boxes: readonly Box[], gap: Lengths, tracks: Tracks, root: Exact, keepRem: boolean): Measured => {
  let rounded = false;
  const round = (): void => {
    rounded = true;
  };
  try {
    const last = boxes.at(-1);
    let room: Room = { start: noLength, end: noLength, held: null };
    for (const box of boxes) room = inside(room, box);
    const gutter = { ...gap, px: add(gap.px, multiply(gap.em, last?.fontSize ?? root)), em: zero };
    if (!isZero(gutter.vw)) return { ok: false, message: "a gap in vw" };
    let { held } = room;
    if (tracks.kind === "sized") {
      const size = { ...tracks.size, px: add(tracks.size.px, multiply(tracks.size.em, last?.fontSize ?? root)), em: zero };
      if (held) return { ok: false, message: "columns of their own size in a box held to a width" };
      held = {
        kind: "fixed",
        size: addLengths(scaleLengths(size, exact(tracks.count)), scaleLengths(gutter, exact(tracks.count - 1))),
        align: tracks.place,
      };
    }
    const text = (length: Lengths, what: string): string => written(length, root, keepRem, what, round);
    const size = held && text(held.size, "the container");
    const container: Columns["container"] =
      held === null || size === null
        ? { kind: "fluid" }
        : held.kind === "capped"
          ? { kind: "capped", max: size, align: held.align }
          : { kind: "fixed", width: size, align: held.align };
    return {
      ok: true,
      rounded,
      columns: {
        count: tracks.count,
        gutter: text(gutter, "the gap"),
        margin: { start: text(room.start, "the margin"), end: text(room.end, "the margin") },
        edgeGutters: "none",
        container,
      },
    };
  } catch (error) {
    if (error instanceof Unread) return { ok: false, message: error.message };
    throw error;
  }
};

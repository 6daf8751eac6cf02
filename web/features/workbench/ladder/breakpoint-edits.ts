import {
  type Breakpoint,
  type CellId,
  carryNumbers,
  inOrder,
  type Layout,
  limits,
  newBreakpoint,
  slugOf,
  untaken,
  withCopied,
  withoutDangling,
} from "@ypsiline/core";

/** An id no other breakpoint has, made from a name; `at-width` from a name without a letter or digit of ours. */
export const freshId = (layout: Layout, name: string): string => {
  const made = slugOf(name, "at", 32);
  return untaken(made === "at" ? "at-width" : made, (one) => layout.breakpoints.some(({ id }) => id === one));
};

/** A unique name: "Wide 2" if there is a Wide already. */
const freshName = (layout: Layout, wanted: string): string =>
  untaken(wanted, (one) => layout.breakpoints.some(({ name }) => name === one), " ");

export const mayAdd = (layout: Layout): boolean => layout.breakpoints.length < limits.breakpoints;

const sorted = (layout: Layout, breakpoints: readonly Breakpoint[]): Layout => ({
  ...layout,
  breakpoints: [...inOrder({ ...layout, breakpoints: [...breakpoints] })],
});

/** A new breakpoint. `like` is the breakpoint whose numbers, placements and text sizes it starts with. */
export type NewBreakpoint = {
  readonly name: string;
  readonly from: number;
  readonly width: number;
  readonly height: number;
  readonly like: string;
};

/** Adds a breakpoint that begins as another one, in its place among the widths. */
export const insertBreakpoint = (
  layout: Layout,
  { name, from, width, height, like }: NewBreakpoint,
): { readonly layout: Layout; readonly id: string } => {
  const original = layout.breakpoints.find(({ id }) => id === like);
  if (!original) return { layout, id: like };
  const id = freshId(layout, name);
  const made: Breakpoint = { ...original, id, name, from, drawnAt: { width, height } };
  return { layout: withCopied(sorted(layout, [...layout.breakpoints, made]), like, id), id };
};

/** A name, from-width and drawn-at size for a breakpoint above the widest one (common practice). */
export const suggestedBreakpoint = (layout: Layout): Omit<NewBreakpoint, "like"> => {
  const { id, layout: added } = addBreakpoint(layout);
  const made = added.breakpoints.find((one) => one.id === id);
  return { name: made?.name ?? "", from: made?.from ?? 0, width: made?.drawnAt.width ?? 0, height: made?.drawnAt.height ?? 0 };
};

/** Adds a breakpoint above the widest one (common practice: 4, 8, 12 columns as widths grow). */
export const addBreakpoint = (layout: Layout): { readonly layout: Layout; readonly id: string } => {
  const widest = inOrder(layout).at(-1);
  const above = widest ? Math.max(Math.floor(widest.from) + 1, Math.floor(widest.drawnAt.width) + 1) : 320;
  const usualFrom = [600, 1024, 1440, 1920].find((one) => one >= above) ?? Math.ceil((above + 240) / 80) * 80;
  const from = Math.min(limits.size, usualFrom);
  const usual =
    from < 1024
      ? { name: "Tablet", width: 768, height: 1024, count: 8 }
      : from < 1440
        ? { name: "Desk", width: 1280, height: 800, count: 12 }
        : { name: "Wide", width: 1600, height: 1000, count: 12 };
  const width = usual.width >= from ? usual.width : from;
  const id = freshId(layout, usual.name);
  const name = freshName(layout, usual.name);
  const added = newBreakpoint({ ...usual, id, name, from, width: Math.min(limits.size, width), gutter: "16px", margin: "32px" });
  return {
    layout: sorted(layout, [...layout.breakpoints, { ...added, rows: widest?.rows ?? null, baseline: widest?.baseline ?? null }]),
    id,
  };
};

/**
 * Copies a breakpoint to start halfway to the next one, if there is room, with its numbers, placements and text sizes.
 */
export const copyBreakpoint = (layout: Layout, id: string): { readonly layout: Layout; readonly id: string } => {
  const ordered = inOrder(layout);
  const index = ordered.findIndex((one) => one.id === id);
  const original = ordered[index];
  if (!original) return { layout, id };
  const next = ordered[index + 1];
  const from = Math.min(
    limits.size,
    next
      ? Math.max(Math.floor((original.from + next.from) / 2), original.from + 1)
      : Math.floor(Math.max(original.from, original.drawnAt.width)) + 160,
  );
  const copyId = freshId(layout, `${original.id}-copy`);
  const inside = original.drawnAt.width >= from && (!next || original.drawnAt.width < next.from);
  const copy: Breakpoint = {
    ...original,
    id: copyId,
    name: freshName(layout, `${original.name} copy`.slice(0, limits.text - 4)),
    from,
    drawnAt: { ...original.drawnAt, width: inside ? original.drawnAt.width : from },
  };
  return { layout: withCopied(sorted(layout, [...layout.breakpoints, copy]), id, copyId), id: copyId };
};

/** Removes a breakpoint with its places of areas and its accepted findings; the last one stays. */
export const removeBreakpoint = (layout: Layout, id: string): Layout =>
  layout.breakpoints.length < 2
    ? layout
    : withoutDangling({ ...layout, breakpoints: layout.breakpoints.filter((one) => one.id !== id) }, layout);

/** Puts breakpoints in rising order of their from-widths. */
export const orderBreakpoints = (layout: Layout): Layout => sorted(layout, layout.breakpoints);

/** Carries some of one breakpoint's numbers to others. */
export const carry = (layout: Layout, from: string, to: readonly string[], what: ReadonlySet<CellId>): Layout => {
  const source = layout.breakpoints.find(({ id }) => id === from);
  if (!source) return layout;
  return { ...layout, breakpoints: layout.breakpoints.map((one) => (to.includes(one.id) ? carryNumbers(one, source, what) : one)) };
};

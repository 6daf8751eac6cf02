import {
  breakpointAt,
  type Breakpoint,
  type Exact,
  type Facet,
  facetIds,
  fromJsonNumber,
  type Layout,
  limits,
  parseDecimal,
  toDecimal,
  toNumber,
} from "@ypsiline/core";

/** What the workbench looks at. `at` is a breakpoint's id; the probe need not stand inside its widths. */
export type View = {
  readonly at: string;
  readonly facet: Facet;
  readonly width: Exact;
  /** How much of a page is drawn, px, where that is more than the breakpoint's drawn-at height; null where it is that. */
  readonly length: number | null;
};

const leastWidth = 1;

const readWidth = (text: string | null): Exact | null => {
  const width = text !== null && /^\d{1,5}(\.\d{1,3})?$/.test(text) ? parseDecimal(text) : null;
  return width && toNumber(width) >= leastWidth && toNumber(width) <= limits.size ? width : null;
};

/** The view of an address (`?at=desk&facet=columns&width=1280`); what it leaves out or gets wrong is filled in. */
export const viewOf = (query: { get: (name: string) => string | null }, layout: Layout): View => {
  const named = layout.breakpoints.find(({ id }) => id === query.get("at"));
  const asked = readWidth(query.get("width"));
  const last = layout.breakpoints.at(-1);
  const breakpoint = named ?? (asked ? breakpointAt(layout, asked) : (last ?? breakpointAt(layout, fromJsonNumber(1))));
  const facet = facetIds.find((one) => one === query.get("facet")) ?? "columns";
  const length = readWidth(query.get("length"));
  return { at: breakpoint.id, facet, width: asked ?? fromJsonNumber(breakpoint.drawnAt.width), length: length && toNumber(length) };
};

export const viewQuery = ({
  at,
  facet,
  width,
  length,
}: View): { readonly at: string; readonly facet: string; readonly width: string; readonly length?: string } => ({
  at,
  facet,
  width: toDecimal(width, 3),
  ...(length === null ? {} : { length: String(length) }),
});

/** The breakpoint a view shows; the one its width falls in where the named one is gone. */
export const shownBreakpoint = (view: View, layout: Layout): Breakpoint =>
  layout.breakpoints.find(({ id }) => id === view.at) ?? breakpointAt(layout, view.width);

/**
 * The view once a layout has changed: a probe that stood where its breakpoint is drawn goes on standing there, and one that the
 * breakpoint has left by a new from-width of its own goes to where it is drawn. Otherwise it stays where somebody put it, a
 * neighbour's boundary dragged over it as well.
 */
export const followed = (view: View, before: Layout, after: Layout): View => {
  const [was, is] = [before, after].map(({ breakpoints }) => breakpoints.find(({ id }) => id === view.at));
  if (!was || !is) return view;
  const at = toNumber(view.width);
  const drawn = at === was.drawnAt.width && is.drawnAt.width !== was.drawnAt.width;
  const left = is.from !== was.from && breakpointAt(before, view.width).id === view.at && breakpointAt(after, view.width).id !== view.at;
  return drawn || left ? { ...view, width: fromJsonNumber(is.drawnAt.width) } : view;
};

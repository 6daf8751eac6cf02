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

/** What the workbench shows. `at` is a breakpoint's id; the probe may be outside its widths. */
export type View = {
  readonly at: string;
  readonly facet: Facet;
  readonly width: Exact;
  /** How much of a page is drawn, px; null for the breakpoint's drawn-at height. */
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

/** The breakpoint of a view; the one that applies at its width if the named one was removed. */
export const shownBreakpoint = (view: View, layout: Layout): Breakpoint =>
  layout.breakpoints.find(({ id }) => id === view.at) ?? breakpointAt(layout, view.width);

/**
 * The view after a change of the layout. A probe at its breakpoint's drawn-at width follows that width, and a probe
 * that is outside after a change of its own breakpoint's from-width moves to the drawn-at width. Otherwise it stays,
 * even if a neighbour's boundary is dragged over it.
 */
export const followed = (view: View, before: Layout, after: Layout): View => {
  const [was, is] = [before, after].map(({ breakpoints }) => breakpoints.find(({ id }) => id === view.at));
  if (!was || !is) return view;
  const at = toNumber(view.width);
  const drawn = at === was.drawnAt.width && is.drawnAt.width !== was.drawnAt.width;
  const left = is.from !== was.from && breakpointAt(before, view.width).id === view.at && breakpointAt(after, view.width).id !== view.at;
  return drawn || left ? { ...view, width: fromJsonNumber(is.drawnAt.width) } : view;
};

import { blankLayout, type Breakpoint, type Columns, fromJsonNumber, type Layout, newBreakpoint, termsAt, toJson } from "../src/index";

/** A one-breakpoint layout from a few numbers, for tests. */
export const oneBreakpoint = (width: number, count: number, more: Partial<Columns> & { base?: string } = {}): Layout => {
  const { base, ...columns } = more;
  const first = newBreakpoint({
    id: "first",
    name: "First",
    from: Math.min(320, width),
    width,
    height: 800,
    count,
    gutter: "16px",
    margin: "16px",
  });
  return { ...blankLayout("Test"), base: base ?? "8px", breakpoints: [{ ...first, columns: { ...first.columns, ...columns } }] };
};

export const margin = (both: string) => ({ start: both, end: both });
export const fixed = (width: string) => ({ kind: "fixed" as const, width, align: "center" as const });
export const capped = (max: string) => ({ kind: "capped" as const, max, align: "center" as const });

/** The only breakpoint of a layout. */
export const only = (layout: Layout): Breakpoint => {
  const [breakpoint] = layout.breakpoints;
  if (!breakpoint) throw new Error("no breakpoint");
  return breakpoint;
};

/** The terms of the only breakpoint at a width. */
export const terms = (layout: Layout, width: number) => termsAt(layout, only(layout), fromJsonNumber(width));

/**
 * A clean layout of three breakpoints that passes every rule; equal margins, so that no container gets narrower at a
 * breakpoint.
 */
export const cleanLayout = (): Layout => {
  const at = (id: string, from: number, width: number, height: number, count: number, gutter: number, side: number) =>
    newBreakpoint({ id, name: id, from, width, height, count, gutter: `${gutter}px`, margin: `${side}px` });
  return {
    ...oneBreakpoint(360, 4),
    breakpoints: [at("phone", 320, 360, 800, 4, 16, 64), at("tablet", 600, 768, 1024, 8, 16, 64), at("desk", 1024, 1280, 800, 12, 24, 64)],
  };
};

/** Replaces one breakpoint of a layout. */
export const withBreakpoint = (layout: Layout, id: string, change: (breakpoint: Breakpoint) => Breakpoint): Layout => ({
  ...layout,
  breakpoints: layout.breakpoints.map((one) => (one.id === id ? change(one) : one)),
});

export const withColumns = (layout: Layout, id: string, columns: Partial<Columns>): Layout =>
  withBreakpoint(layout, id, (one) => ({ ...one, columns: { ...one.columns, ...columns } }));

export const text = toJson;

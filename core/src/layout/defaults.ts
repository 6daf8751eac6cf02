import { type Breakpoint, type Layout, layoutSchema } from "./schema";

/** Common practice: an 8 px base with the steps teams name most. */
const commonSpacing = [
  { name: "xs", multiple: 0.5 },
  { name: "s", multiple: 1 },
  { name: "m", multiple: 2 },
  { name: "l", multiple: 3 },
  { name: "xl", multiple: 4 },
  { name: "2xl", multiple: 6 },
];

export type NewBreakpoint = {
  readonly id: string;
  readonly name: string;
  readonly from: number;
  readonly width: number;
  readonly height: number;
  readonly count: number;
  readonly gutter: string;
  readonly margin: string;
};

/** A fluid breakpoint from its few numbers. */
export const newBreakpoint = ({ id, name, from, width, height, count, gutter, margin }: NewBreakpoint): Breakpoint => ({
  id,
  name,
  from,
  drawnAt: { width, height },
  columns: {
    count,
    gutter,
    margin: { start: margin, end: margin },
    edgeGutters: "none",
    container: { kind: "fluid" },
  },
  rows: null,
  baseline: null,
  mesh: null,
});

const layoutOf = (name: string, breakpoints: readonly Breakpoint[]): Layout =>
  layoutSchema.parse({
    format: "ypsiline-layout",
    formatVersion: 1,
    name,
    base: "8px",
    spacing: commonSpacing,
    breakpoints,
  });

/** A starting point with nothing decided but one phone breakpoint (common practice: 4 columns, 16 and 16). */
export const blankLayout = (name: string): Layout =>
  layoutOf(name, [
    newBreakpoint({ id: "phone", name: "Phone", from: 320, width: 360, height: 800, count: 4, gutter: "16px", margin: "16px" }),
  ]);

/** Drawn-at heights that usually go with a width (common practice); 800 otherwise. */
const usualHeight = (width: number): number => (width < 600 ? 800 : width < 1024 ? 1024 : width < 1600 ? 900 : 1000);

/**
 * A spec from the one width and column count a designer has in hand. It applies from 320 up, so that
 * every width has an answer at once; narrower breakpoints are added below it.
 */
export const layoutFromColumns = (name: string, width: number, count: number): Layout =>
  layoutOf(name, [
    newBreakpoint({
      id: "first",
      name: width < 600 ? "Phone" : width < 1024 ? "Tablet" : "Desk",
      from: Math.min(320, width),
      width,
      height: usualHeight(width),
      count,
      gutter: "16px",
      margin: "16px",
    }),
  ]);

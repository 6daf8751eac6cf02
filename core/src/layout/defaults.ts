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

/** A layout document with the usual spacing steps, not yet parsed. */
export const documentOf = (name: string, breakpoints: readonly Breakpoint[], base: string) => ({
  format: "ypsiline-layout",
  formatVersion: 1,
  name,
  base,
  spacing: commonSpacing,
  breakpoints,
});

const layoutOf = (name: string, breakpoints: readonly Breakpoint[]): Layout => layoutSchema.parse(documentOf(name, breakpoints, "8px"));

/** Breakpoints as teams usually name them (common practice): from where, drawn how high. */
const usual = [
  { id: "phone", name: "Phone", from: 320, height: 800 },
  { id: "tablet", name: "Tablet", from: 600, height: 1024 },
  { id: "desk", name: "Desk", from: 1024, height: 900 },
] as const;

const phone = (): Breakpoint =>
  newBreakpoint({ id: "phone", name: "Phone", from: 320, width: 360, height: 800, count: 4, gutter: "16px", margin: "16px" });

/** A starting point with nothing decided but one phone breakpoint (common practice: 4 columns, 16 and 16). */
export const blankLayout = (name: string): Layout => layoutOf(name, [phone()]);

/**
 * A spec from the one width and column count a designer has in hand. Wider than a phone it comes with a
 * phone breakpoint below it, so that every width from 320 up has an answer that fits.
 */
export const layoutFromColumns = (name: string, width: number, count: number): Layout => {
  const kind = usual.findLast(({ from }) => from <= width) ?? usual[0];
  const asked = newBreakpoint({ ...kind, from: Math.min(kind.from, width), width, count, gutter: "16px", margin: "16px" });
  return layoutOf(name, kind.id === "phone" ? [asked] : [phone(), asked]);
};

/** How a stylesheet is written. */
export type CssOptions = {
  /** Unit of lengths; what was declared in % or fr stays so. */
  readonly unit: "px" | "rem";
  /** Breakpoints as media queries on the viewport, or container queries on the nearest `.layout`. */
  readonly query: "media" | "container";
  /** `exact` rounds every edge to 1/64 px by CSS round(), where `plain` leaves it to the browser. */
  readonly edges: "plain" | "exact";
  /** Whether the class that lays children out on the columns is written, or the numbers alone. */
  readonly gridClass: "with" | "without";
  /** Whether classes for spans and shifts are written: `.layout-span-4`, `.layout-shift-2`, and each from a breakpoint on. */
  readonly spans: "with" | "without";
} & Naming;

/** What a stylesheet is asked to be called and where it applies; where that is left out, as its layout says. */
export type Naming = {
  readonly prefix?: string | undefined;
  readonly layer?: string | undefined;
  readonly scope?: string | undefined;
};

export const plainCss: CssOptions = { unit: "px", query: "media", edges: "plain", gridClass: "with", spans: "without" };

import type { Breakpoint, Exact, Facet as FacetId, Layout, Resolution } from "@ypsiline/core";
import type { ReactNode } from "react";

/** What a sheet can show beside its outline. */
export type Layer = "columns" | "rows" | "baseline" | "mesh" | "dimensions" | "areas";
export type Shown = Readonly<Record<Layer, boolean>>;

/** What the line of a facet, where its numbers are set, is given. */
export type LineProps = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly resolution: Resolution | null;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly onLayout: (layout: Layout) => string | null;
  readonly onBreakpoint: (breakpoint: Breakpoint) => string | null;
  readonly onWidth: (width: Exact) => void;
  /** Asks which other breakpoints get these numbers; null where there are no others. */
  readonly onCarry: (() => void) | null;
  /** The area that is worked on; null where none is. */
  readonly chosen: string | null;
  readonly onChoose: (id: string | null) => void;
  /** How much of a page is drawn, px; null where it is the drawn-at height. */
  readonly length: number | null;
  readonly onLength: (length: number | null) => void;
};

/** A side that a breakpoint is worked on from: all that bar, panel, sheet, keys, help and carrying over know of it. */
export type Facet = {
  readonly id: FacetId;
  readonly name: string;
  /** What is carried over from it, in a sentence. */
  readonly said: string;
  /** The layer of the sheet that stands out while it is looked at, and the key that shows or hides it. */
  readonly layer: { readonly id: Layer; readonly name: string; readonly key: string };
  /** Which way the sheet is measured. */
  readonly measures: "widths" | "heights";
  readonly Line: (props: LineProps) => ReactNode;
};

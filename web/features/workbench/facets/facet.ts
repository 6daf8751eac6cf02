import type { Breakpoint, Exact, Facet as FacetId, Layout, Resolution } from "@ypsiline/core";
import type { ReactNode } from "react";
import type { AreaWork } from "../areas/areas-overlay";
import type { Bench } from "../use-bench";
import type { Layer } from "./layers";

/** The props of a facet's sum line. */
export type LineProps = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly resolution: Resolution | null;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly onLayout: (layout: Layout) => string | null;
  readonly onBreakpoint: (breakpoint: Breakpoint) => string | null;
  readonly onWidth: (width: Exact) => void;
  /** The selected area; null if there is none. */
  readonly chosen: string | null;
  readonly onChoose: (id: string | null) => void;
};

/** A part of the page that a facet brings and that takes what it needs of the workbench. */
export type Part = (props: { readonly bench: Bench }) => ReactNode;

/**
 * A side that a breakpoint is worked on from: all that bar, panel, sheet, keys, help, ledger and copying to other
 * breakpoints know of it.
 */
export type Facet = {
  readonly id: FacetId;
  readonly name: string;
  /** What is copied from it to other breakpoints, in a sentence. */
  readonly said: string;
  /** The layer of the sheet that is emphasised for the facet. */
  readonly layer: Layer;
  /** Which way the sheet is measured. */
  readonly measures: "widths" | "heights";
  /** Whether row numbers are shown beside the sheet, instead of px. */
  readonly numbersRows: boolean;
  readonly Line: (props: LineProps) => ReactNode;
  /** What is done with its parts as a whole, under its line. */
  readonly Actions?: Part;
  readonly Ledger: Part;
  /** What can be drawn and moved on the sheet in this facet. */
  readonly areaWork?: (bench: Bench) => AreaWork;
};

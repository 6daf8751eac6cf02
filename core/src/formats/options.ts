import { z } from "zod";
import { type CssOptions, plainCss } from "./css/options";
import { overlayLayers, type OverlayOptions, plainOverlay } from "./svg/options";

const colour = z
  .string()
  .regex(/^#?[0-9a-f]{6}$/i, { error: "must be a colour of six hexadecimal digits, like 2f8a76" })
  .transform((text) => `#${text.replace("#", "").toLowerCase()}`);

/** A number of a query from least to most in steps, so that one file cannot be asked for in endless ways. */
const stepped = (least: number, most: number, perOne: number) => {
  const wanted = `must be from ${least} to ${most} in steps of ${1 / perOne}`;
  return z
    .string()
    .regex(/^\d{1,3}(\.\d{1,4})?$/, { error: wanted })
    .transform(Number)
    .refine((value) => value >= least && value <= most && Number.isInteger(Math.round(value * perOne * 1e6) / 1e6), { error: wanted });
};

/** Everything a file may be asked for with, as a query has it; each format says which of these it looks at. */
export const fileOptions = z.strictObject({
  /** For files of one breakpoint that are asked for without its id in their name: `overlay.svg?breakpoint=desk`. */
  breakpoint: z.string().max(60).optional(),
  unit: z.enum(["px", "rem"]).default(plainCss.unit),
  query: z.enum(["media", "container"]).default(plainCss.query),
  edges: z.enum(["plain", "exact"]).default(plainCss.edges),
  grid: z.enum(["with", "without"]).default(plainCss.gridClass),
  spans: z.enum(["without", "with"]).default(plainCss.spans),
  draw: z.enum(["fill", "outline"]).default(plainOverlay.draw),
  opacity: stepped(0, 1, 100).default(plainOverlay.opacity),
  layers: z
    .string()
    .max(200)
    .transform((text) => [...new Set(text.split(",").filter(Boolean))])
    .pipe(z.array(z.enum(overlayLayers)))
    .optional(),
  margins: colour.default(plainOverlay.colours.margins),
  columns: colour.default(plainOverlay.colours.columns),
  rows: colour.default(plainOverlay.colours.rows),
  baseline: colour.default(plainOverlay.colours.baseline),
  mesh: colour.default(plainOverlay.colours.mesh),
  density: stepped(1, 3, 4).default(1),
});
export type FileOptions = z.output<typeof fileOptions>;
export type OptionName = keyof FileOptions;

/** What a stylesheet may be asked for with. */
export const stylesheetOptions = ["unit", "query", "edges", "grid", "spans"] as const satisfies readonly OptionName[];
/** What a drawing may be asked for with. Forms send all of these, whichever button is pressed. */
export const drawingOptions = [
  "breakpoint",
  "draw",
  "opacity",
  "layers",
  "margins",
  "columns",
  "rows",
  "baseline",
  "mesh",
  "density",
] as const satisfies readonly OptionName[];

/** How an option is asked for: its label, and the values to choose from with their words; a colour or a text has none. */
export type OptionWords = {
  readonly label: string;
  readonly values: readonly (readonly [value: string, words: string])[] | "colour" | null;
};
export const optionWords: Readonly<Record<OptionName, OptionWords>> = {
  breakpoint: { label: "Breakpoint", values: null },
  query: {
    label: "Breakpoints by",
    values: [
      ["media", "media queries"],
      ["container", "container queries"],
    ],
  },
  unit: {
    label: "Lengths in",
    values: [
      ["px", "px"],
      ["rem", "rem"],
    ],
  },
  edges: {
    label: "Edges",
    values: [
      ["plain", "plain"],
      ["exact", "exact to 1/64 px"],
    ],
  },
  grid: {
    label: "Grid class",
    values: [
      ["with", "with it"],
      ["without", "numbers alone"],
    ],
  },
  spans: {
    label: "Classes for spans",
    values: [
      ["without", "without"],
      ["with", "with them"],
    ],
  },
  draw: {
    label: "Drawn as",
    values: [
      ["fill", "filled"],
      ["outline", "outlines"],
    ],
  },
  opacity: {
    label: "Opacity",
    values: [
      ["0.2", "20%"],
      ["0.35", "35%"],
      ["0.6", "60%"],
      ["1", "100%"],
    ],
  },
  layers: { label: "Layers", values: null },
  density: {
    label: "Density (PNG)",
    values: [
      ["1", "1"],
      ["2", "2"],
      ["3", "3"],
    ],
  },
  margins: { label: "Margins", values: "colour" },
  columns: { label: "Columns", values: "colour" },
  rows: { label: "Rows", values: "colour" },
  baseline: { label: "Baseline", values: "colour" },
  mesh: { label: "Mesh", values: "colour" },
};

/** How a file is written; each format looks at what concerns it. */
export type WriteOptions = CssOptions & { readonly overlay: OverlayOptions };

/** How files are written where nothing else is asked for. */
export const plainWriting: WriteOptions = { ...plainCss, overlay: plainOverlay };

/** The options of a file where nothing is asked for. */
export const plainFileOptions: FileOptions = fileOptions.parse({});

/** A query's options as writers take them; pictures have their edges put on device px, `snap` to the px. */
export const writingOf = (asked: FileOptions, snap: number | null = null): WriteOptions => ({
  unit: asked.unit,
  query: asked.query,
  edges: asked.edges,
  gridClass: asked.grid,
  spans: asked.spans,
  overlay: {
    draw: asked.draw,
    opacity: asked.opacity,
    layers: asked.layers ?? overlayLayers,
    snap,
    colours: { margins: asked.margins, columns: asked.columns, rows: asked.rows, baseline: asked.baseline, mesh: asked.mesh },
  },
});

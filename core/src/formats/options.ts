import * as z from "zod/mini";
import { type CssOptions, plainCss } from "./css/options";
import { layerSchema, prefixSchema, scopeSchema } from "../layout/stylesheet";
import { overlayLayers, type OverlayOptions, plainOverlay } from "./svg/options";

const colour = (plain: string) =>
  z._default(
    z.pipe(
      z.string().check(z.regex(/^#?[0-9a-f]{6}$/i, { error: "must be a colour of six hexadecimal digits, like 2f8a76" })),
      z.transform((text) => `#${text.replace("#", "").toLowerCase()}`),
    ),
    plain,
  );

/** A number of a query from least to most in steps, so that one file cannot be asked for in endless ways. */
const stepped = (least: number, most: number, perOne: number, plain: number) => {
  const wanted = `must be from ${least} to ${most} in steps of ${1 / perOne}`;
  return z._default(
    z.pipe(
      z.string().check(
        z.regex(/^\d{1,3}(\.\d{1,4})?$/, { error: wanted }),
        z.refine(
          (text) => Number(text) >= least && Number(text) <= most && Number.isInteger(Math.round(Number(text) * perOne * 1e6) / 1e6),
          { error: wanted },
        ),
      ),
      z.transform(Number),
    ),
    plain,
  );
};

/** A text that may be left out, or left empty in a form. */
const orAsUsual = (text: typeof prefixSchema) =>
  z.optional(
    z.pipe(
      z.string(),
      z.pipe(
        z.transform((typed: string) => (typed === "" ? undefined : typed)),
        z.optional(text),
      ),
    ),
  );

/** Everything a file may be asked for with, as a query has it; each format says which of these it looks at. */
export const fileOptions = z.strictObject({
  /** For files of one breakpoint that are asked for without its id in their name: `overlay.svg?breakpoint=desk`. */
  breakpoint: z.optional(z.string().check(z.maxLength(60))),
  unit: z._default(z.enum(["px", "rem"]), plainCss.unit),
  query: z._default(z.enum(["media", "container"]), plainCss.query),
  edges: z._default(z.enum(["plain", "exact"]), plainCss.edges),
  grid: z._default(z.enum(["with", "without"]), plainCss.gridClass),
  spans: z._default(z.enum(["without", "with"]), plainCss.spans),
  prefix: orAsUsual(prefixSchema),
  layer: orAsUsual(layerSchema),
  scope: orAsUsual(scopeSchema),
  draw: z._default(z.enum(["fill", "outline"]), plainOverlay.draw),
  opacity: stepped(0, 1, 100, plainOverlay.opacity),
  layers: z.optional(
    z.pipe(
      z.string().check(z.maxLength(200)),
      z.pipe(
        z.transform((text: string) => [...new Set(text.split(",").filter(Boolean))]),
        z.array(z.enum(overlayLayers)),
      ),
    ),
  ),
  margins: colour(plainOverlay.colours.margins),
  columns: colour(plainOverlay.colours.columns),
  rows: colour(plainOverlay.colours.rows),
  baseline: colour(plainOverlay.colours.baseline),
  mesh: colour(plainOverlay.colours.mesh),
  density: stepped(1, 3, 4, 1),
});
export type FileOptions = z.output<typeof fileOptions>;
export type OptionName = keyof FileOptions;

/** What a stylesheet may be asked for with. */
export const stylesheetOptions = [
  "unit",
  "query",
  "edges",
  "grid",
  "spans",
  "prefix",
  "layer",
  "scope",
] as const satisfies readonly OptionName[];
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

/** How an option is asked for: its label, and the values to choose from with their words; a colour, a text and lists that forms do not ask for have none. */
export type OptionWords = {
  readonly label: string;
  readonly values: readonly (readonly [value: string, words: string])[] | "colour" | "text" | null;
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
  prefix: { label: "Prefix of names", values: "text" },
  layer: { label: "Cascade layer", values: "text" },
  scope: { label: "Only inside", values: "text" },
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

/** How files are written by default. */
export const plainWriting: WriteOptions = { ...plainCss, overlay: plainOverlay };

/** The default options of a file. */
export const plainFileOptions: FileOptions = fileOptions.parse({});

/** A query's options as writers take them; pictures have their edges put on device px, `snap` to the px. */
export const writingOf = (asked: FileOptions, snap: number | null = null): WriteOptions => ({
  unit: asked.unit,
  query: asked.query,
  edges: asked.edges,
  gridClass: asked.grid,
  spans: asked.spans,
  prefix: asked.prefix,
  layer: asked.layer,
  scope: asked.scope,
  overlay: {
    draw: asked.draw,
    opacity: asked.opacity,
    layers: asked.layers ?? overlayLayers,
    snap,
    colours: { margins: asked.margins, columns: asked.columns, rows: asked.rows, baseline: asked.baseline, mesh: asked.mesh },
  },
});

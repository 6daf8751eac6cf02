import { overlayLayers, parseWith, plainOverlay } from "@ypsiline/core";
import { z } from "zod";
import type { Got } from "../request-body";
import { sentence } from "../request-body";

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

/** How a file may be asked for, in its query. */
export const fileQuery = z.strictObject({
  /** For files of one breakpoint that are asked for without its id in their name: `overlay.svg?breakpoint=desk`. */
  breakpoint: z.string().max(60).optional(),
  unit: z.enum(["px", "rem"]).default("px"),
  query: z.enum(["media", "container"]).default("media"),
  edges: z.enum(["plain", "exact"]).default("plain"),
  grid: z.enum(["with", "without"]).default("with"),
  spans: z.enum(["without", "with"]).default("without"),
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
export type FileQuery = z.output<typeof fileQuery>;
export type FileOption = keyof FileQuery;

/** What a stylesheet may be asked for with. */
export const stylesheetOptions = ["unit", "query", "edges", "grid", "spans"] as const satisfies readonly FileOption[];
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
] as const satisfies readonly FileOption[];

const malformed = (path: string, message: string): Got<never> => ({
  ok: false,
  problem: { code: "malformed", detail: sentence([{ path, message }]), issues: [{ path, message }] },
});

/** The members of an address's query, each of which may stand there once. */
export const queryMembers = (search: URLSearchParams): Got<Readonly<Record<string, string>>> => {
  const members = new Map<string, string>();
  for (const [name, value] of search) {
    if (members.has(name)) return malformed(`/${name.slice(0, 40)}`, "may be given once");
    members.set(name, value);
  }
  return { ok: true, value: Object.fromEntries(members) };
};

/** Reads the query of a file: what the file knows nothing of is refused, not looked past. */
export const readFileQuery = (search: URLSearchParams, taken: readonly FileOption[]): Got<FileQuery> => {
  const members = queryMembers(search);
  if (!members.ok) return members;
  for (const name of Object.keys(members.value))
    if (!(taken as readonly string[]).includes(name))
      return malformed(
        `/${name.slice(0, 40)}`,
        taken.length === 0 ? "is not asked of this file, which takes nothing" : `is not asked of this file; it takes ${taken.join(", ")}`,
      );
  const query = parseWith(fileQuery, members.value);
  return query.ok ? query : { ok: false, problem: { code: "malformed", detail: sentence(query.issues), issues: query.issues } };
};

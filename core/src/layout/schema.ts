import { z } from "zod";
import { extensionsSchema } from "./extensions";
import { lengthSchema } from "./length-schema";
import { limits } from "./limits";
import { formatVersion } from "./upgrade";

const text = z.string().max(limits.text, { error: `must be at most ${limits.text.toLocaleString("en")} characters` });
const name = text.refine((value) => value.trim() !== "", { error: "must not be empty" });

/** Ids stand in URLs, file names and custom properties. */
export const idPattern = /^[a-z][a-z0-9-]{0,39}$/;
const id = z.string().regex(idPattern, {
  error: "must be an id: a small letter, then at most 39 small letters, digits or hyphens",
});

/** True for numbers with at most three decimals, judged by their written form and not by arithmetic on floats. */
const threeDecimals = (value: number): boolean => /^\d+(\.\d{1,3})?$/.test(String(value));

export const sizeSchema = z
  .number()
  .min(1, { error: `must be from 1 to ${limits.size.toLocaleString("en")}` })
  .max(limits.size, { error: `must be from 1 to ${limits.size.toLocaleString("en")}` })
  .refine(threeDecimals, { error: "must have at most 3 decimals" });

const whole = (least: number, most: number) =>
  z
    .number()
    .int({ error: "must be a whole number" })
    .min(least, { error: `must be from ${least} to ${most}` })
    .max(most, { error: `must be from ${least} to ${most}` });

const fixedLength = lengthSchema({ units: ["px", "rem"] });
const step = lengthSchema({ units: ["px", "rem"], positive: true });
const offset = lengthSchema({ units: ["px", "rem"], negative: true }).default("0px");
const marginLength = lengthSchema({ units: ["px", "rem", "%"] });

/** `end` is the same as `start` when left out. */
const sides = (length: ReturnType<typeof lengthSchema>) =>
  z.strictObject({ start: length, end: length.optional() }).transform(({ start, end }) => ({ start, end: end ?? start }));

const align = z.enum(["center", "start", "end"]).default("center");

const containerSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("fluid") }),
  z.strictObject({ kind: z.literal("capped"), max: step, align }),
  z.strictObject({ kind: z.literal("fixed"), width: step, align }),
]);

const columnsSchema = z.strictObject({
  count: whole(1, limits.columns),
  gutter: lengthSchema({ units: ["px", "rem", "fr"] }),
  margin: sides(marginLength),
  edgeGutters: z.enum(["none", "half"]).default("none"),
  container: containerSchema,
  stated: z.strictObject({ container: fixedLength.optional(), column: fixedLength.optional() }).optional(),
});

const rowsSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("repeating"), height: step, gutter: fixedLength, offset }),
  z.strictObject({
    kind: z.literal("dividing"),
    count: whole(1, 1000),
    gutter: fixedLength,
    margin: sides(fixedLength),
    least: fixedLength.optional(),
    most: fixedLength.optional(),
  }),
]);

const baselineSchema = z.strictObject({ step, offset, emphasis: whole(1, 1000) });

export const breakpointSchema = z.strictObject({
  id,
  name,
  from: sizeSchema,
  drawnAt: z.strictObject({ width: sizeSchema, height: sizeSchema }),
  columns: columnsSchema,
  rows: rowsSchema.nullable().default(null),
  baseline: baselineSchema.nullable().default(null),
  mesh: z
    .strictObject({ step, emphasis: whole(1, 1000) })
    .nullable()
    .default(null),
});

/** The grid inside an area: the columns it stands on, or its own, whose margins may be a % of the area's width. */
const insideSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("same") }),
  z.strictObject({
    kind: z.literal("own"),
    count: whole(1, limits.columns),
    gutter: lengthSchema({ units: ["px", "rem", "fr"] }),
    margin: sides(marginLength),
    rows: rowsSchema.nullable().default(null),
    baseline: baselineSchema.nullable().default(null),
  }),
]);

/** Where an area stands at a breakpoint. Places outside the grid are let in: areas-inside speaks of them. */
const placementSchema = z.strictObject({
  column: whole(-limits.columns, 2 * limits.columns),
  span: whole(1, 2 * limits.columns),
  row: whole(-1000, 10_000).optional(),
  rowSpan: whole(1, 10_000).optional(),
  leaves: z.enum(["none", "start", "end", "both"]).default("none"),
  /** How far it leaves; to the edge of the viewport where it is left out. */
  by: fixedLength.optional(),
  reason: text.optional(),
  over: z.boolean().default(false),
  inside: insideSchema.nullable().default(null),
});

const unique =
  <T>(key: (item: T) => string, what: string) =>
  (items: readonly T[], context: z.core.$RefinementCtx) => {
    const seen = new Map<string, number>();
    items.forEach((item, index) => {
      const first = seen.get(key(item));
      if (first === undefined) seen.set(key(item), index);
      else
        context.addIssue({
          code: "custom",
          path: [index, what],
          message: `must be unique: "${key(item)}" is the ${what} of number ${first + 1} already`,
        });
    });
  };

/** Metrics in font units, as fonts state them; the descent as a distance below the baseline. */
const fontUnits = (least: number) => whole(least, 100_000);

const most = (count: number, what: string) => ({ error: `must hold at most ${count} ${what}` });

/** A list whose length is looked at before its entries are: a list of 100,000 is refused as fast as one of 100. */
const bounded = <T extends z.ZodType>(count: number, what: string, list: z.ZodArray<T>): z.ZodArray<T> =>
  z.preprocess(
    (value, context) => {
      if (!Array.isArray(value) || value.length <= count) return value;
      context.addIssue({ code: "custom", message: `must hold at most ${count} ${what}; it holds ${value.length.toLocaleString("en")}` });
      return z.NEVER;
    },
    list.max(count, most(count, what)),
  ) as unknown as z.ZodArray<T>;

/** By breakpoint; no more of them than there can be breakpoints, looked at before any of them is. */
const byBreakpoint = <T extends z.ZodType>(what: string, schema: T): z.ZodRecord<z.ZodString, T> =>
  z.preprocess(
    (value, context) => {
      if (typeof value !== "object" || value === null || Object.keys(value).length <= limits.breakpoints) return value;
      context.addIssue({ code: "custom", message: `must hold at most ${limits.breakpoints} ${what}` });
      return z.NEVER;
    },
    z.record(z.string(), schema),
  ) as unknown as z.ZodRecord<z.ZodString, T>;

const areaSchema = z.strictObject({
  id,
  name,
  kind: text.optional(),
  /** The area it stands in. */
  within: id.optional(),
  placements: byBreakpoint("placements", placementSchema),
});

const textRoleSchema = z.strictObject({
  name,
  size: step,
  lineHeight: step,
  font: text,
  /** Another size at a breakpoint: type grows with the screen. */
  at: byBreakpoint("sizes", z.strictObject({ size: step, lineHeight: step })).optional(),
});

/** Most areas in a chain of areas within areas. */
const deepest = 3;

type AreaChain = readonly { readonly id: string; readonly within?: string | undefined }[];

/** What is wrong with the area an area stands in; null where nothing is. */
const withinFault = (areas: AreaChain, index: number): string | null => {
  const byId = new Map(areas.map((area) => [area.id, area]));
  let area = areas[index];
  for (let depth = 1; area?.within !== undefined; depth += 1) {
    const outer = byId.get(area.within);
    if (!outer)
      return depth === 1
        ? `names no area; the areas are ${areas
            .map(({ id: one }) => one)
            .slice(0, 12)
            .join(", ")}`
        : null;
    if (outer.id === areas[index]?.id) return `must not lead back to the area itself: ${outer.id} stands in ${area.id}`;
    if (depth >= deepest) return `must not go deeper than ${deepest} areas in each other`;
    area = outer;
  }
  return null;
};

/**
 * The layout document, `ypsiline-layout` version 1 (docs/format.md). The one place its shape is written.
 * Parsing fills in what may be left out. Numbers that contradict each other are let in: checks speak of those.
 */
export const layoutSchema = z
  .strictObject({
    format: z.literal("ypsiline-layout", { error: 'must be "ypsiline-layout"' }),
    formatVersion: z.literal(formatVersion, { error: `must be ${formatVersion}, the version there is` }),
    name,
    base: lengthSchema({ units: ["px"], positive: true }),
    rootFontSize: lengthSchema({ units: ["px"], positive: true }).default("16px"),
    leastColumn: fixedLength.default("0px"),
    spacing: bounded(
      limits.spacingSteps,
      "spacing steps",
      z.array(
        z.strictObject({
          name,
          multiple: z
            .number()
            .min(0, { error: "must be from 0 to 1,000" })
            .max(1000, { error: "must be from 0 to 1,000" })
            .refine(threeDecimals, { error: "must have at most 3 decimals" }),
        }),
      ),
    )
      .superRefine(unique((item) => item.name, "name"))
      .default([]),
    breakpoints: bounded(
      limits.breakpoints,
      "breakpoints",
      z.array(breakpointSchema).min(1, { error: "must hold at least 1 breakpoint" }),
    ).superRefine(unique((item) => item.id, "id")),
    text: bounded(limits.textRoles, "text roles", z.array(textRoleSchema))
      .superRefine(unique((item) => item.name, "name"))
      .default([]),
    fonts: bounded(
      limits.fonts,
      "fonts",
      z.array(
        z
          .strictObject({ name, unitsPerEm: fontUnits(1), ascent: fontUnits(0), descent: fontUnits(0), capHeight: fontUnits(0) })
          .refine(({ ascent, descent }) => ascent + descent > 0, { error: "must have an ascent or a descent above 0" }),
      ),
    )
      .superRefine(unique((item) => item.name, "name"))
      .optional(),
    areas: bounded(limits.areas, "areas", z.array(areaSchema))
      .superRefine(unique((item) => item.id, "id"))
      .default([]),
    notes: bounded(limits.notes, "notes", z.array(z.strictObject({ about: z.string().max(limits.text), text: name }))).default([]),
    accepted: bounded(
      limits.accepted,
      "accepted findings",
      z.array(z.strictObject({ rule: z.string().max(100), breakpoint: z.string().max(100), reason: name })),
    )
      .superRefine(unique((item) => `${item.rule} at ${item.breakpoint}`, "rule"))
      .default([]),
    extensions: extensionsSchema.optional(),
  })
  .superRefine((layout, context) => {
    const ids = new Set(layout.breakpoints.map((breakpoint) => breakpoint.id));
    const named = (keys: object, path: readonly (string | number)[]): void => {
      for (const key of Object.keys(keys))
        if (!ids.has(key))
          context.addIssue({
            code: "custom",
            path: [...path, key],
            message: `names no breakpoint; the breakpoints are ${[...ids].join(", ")}`,
          });
    };
    layout.text.forEach((role, index) => named(role.at ?? {}, ["text", index, "at"]));
    layout.areas.forEach((area, index) => {
      named(area.placements, ["areas", index, "placements"]);
      const fault = withinFault(layout.areas, index);
      if (fault !== null) context.addIssue({ code: "custom", path: ["areas", index, "within"], message: fault });
    });
  });

/** A layout document with everything filled in. */
export type Layout = z.output<typeof layoutSchema>;
/** A layout document as it may be written, with what can be left out left out. */
export type LayoutInput = z.input<typeof layoutSchema>;
export type Breakpoint = Layout["breakpoints"][number];
export type Columns = Breakpoint["columns"];
export type Container = Columns["container"];
export type Rows = NonNullable<Breakpoint["rows"]>;
export type Baseline = NonNullable<Breakpoint["baseline"]>;
export type Area = Layout["areas"][number];
export type Placement = Area["placements"][string];
export type Inside = NonNullable<Placement["inside"]>;
export type TextRole = Layout["text"][number];

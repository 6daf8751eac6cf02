import * as z from "zod/mini";
import { costFaults } from "./cost";
import { extensionsSchema } from "./extensions";
import { lengthSchema } from "./length-schema";
import { limits } from "./limits";
import { stylesheetSchema } from "./stylesheet";
import { formatVersion } from "./upgrade";

const atMost = (count: number) => z.maxLength(count, { error: `must be at most ${count.toLocaleString("en")} characters` });
const text = z.string().check(atMost(limits.text));
const name = text.check(z.refine((value) => value.trim() !== "", { error: "must not be empty" }));

/** Ids are used in URLs, file names and custom properties. */
export const idPattern = /^[a-z][a-z0-9-]{0,39}$/;
const id = z
  .string()
  .check(z.regex(idPattern, { error: "must be an id: a small letter, then at most 39 small letters, digits or hyphens" }));

const versionSchema = z
  .string()
  .check(
    z.regex(/^(0|[1-9]\d{0,8})\.(0|[1-9]\d{0,8})\.(0|[1-9]\d{0,8})$/, { error: "must be a version number of three parts, like 2.1.0" }),
  );

/** True for numbers with at most three decimals, judged by their written form and not by arithmetic on floats. */
const threeDecimals = (value: number): boolean => /^\d+(\.\d{1,3})?$/.test(String(value));

/** From least to most, with at most three decimals. */
const measured = (least: number, most: number) => {
  const error = `must be from ${least} to ${most.toLocaleString("en")}`;
  return z
    .number()
    .check(z.minimum(least, { error }), z.maximum(most, { error }), z.refine(threeDecimals, { error: "must have at most 3 decimals" }));
};

export const sizeSchema = measured(1, limits.size);

const whole = (least: number, most: number) => {
  const error = `must be from ${least} to ${most}`;
  return z.number().check(z.int({ error: "must be a whole number" }), z.minimum(least, { error }), z.maximum(most, { error }));
};

const fixedLength = lengthSchema({ units: ["px", "rem"] });
const step = lengthSchema({ units: ["px", "rem"], positive: true });
const offset = z._default(lengthSchema({ units: ["px", "rem"], negative: true }), "0px");
const marginLength = lengthSchema({ units: ["px", "rem", "%"] });

/** `end` is the same as `start` when left out. */
const sides = (length: ReturnType<typeof lengthSchema>) =>
  z.pipe(
    z.strictObject({ start: length, end: z.optional(length) }),
    z.transform(({ start, end }) => ({ start, end: end ?? start })),
  );

const align = z._default(z.enum(["center", "start", "end"]), "center");

const containerSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("fluid") }),
  z.strictObject({ kind: z.literal("capped"), max: step, align }),
  z.strictObject({ kind: z.literal("fixed"), width: step, align }),
]);

const columnsSchema = z.strictObject({
  count: whole(1, limits.columns),
  gutter: lengthSchema({ units: ["px", "rem", "fr"] }),
  margin: sides(marginLength),
  edgeGutters: z._default(z.enum(["none", "half"]), "none"),
  container: containerSchema,
  stated: z.optional(z.strictObject({ container: z.optional(fixedLength), column: z.optional(fixedLength) })),
});

const rowsSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("repeating"), height: step, gutter: fixedLength, offset }),
  z.strictObject({
    kind: z.literal("dividing"),
    count: whole(1, 1000),
    gutter: fixedLength,
    margin: sides(fixedLength),
    least: z.optional(fixedLength),
    most: z.optional(fixedLength),
  }),
]);

const baselineSchema = z.strictObject({ step, offset, emphasis: whole(1, 1000) });

/** Null if it is left out. */
const orNull = <T extends z.ZodMiniType>(schema: T) => z._default(z.nullable(schema), null);

export const breakpointSchema = z.strictObject({
  id,
  name,
  from: sizeSchema,
  drawnAt: z.strictObject({ width: sizeSchema, height: sizeSchema }),
  columns: columnsSchema,
  rows: orNull(rowsSchema),
  baseline: orNull(baselineSchema),
  mesh: orNull(z.strictObject({ step, emphasis: whole(1, 1000) })),
});

/** The grid inside an area: the columns it covers, or its own, whose margins may be a % of the area's width. */
const insideSchema = z.discriminatedUnion("kind", [
  z.strictObject({ kind: z.literal("same") }),
  z.strictObject({
    kind: z.literal("own"),
    count: whole(1, limits.columns),
    gutter: lengthSchema({ units: ["px", "rem", "fr"] }),
    margin: sides(marginLength),
    rows: orNull(rowsSchema),
    baseline: orNull(baselineSchema),
  }),
]);

/** The place of an area at a breakpoint. Places outside the grid are valid here; areas-inside reports them. */
const placementSchema = z.strictObject({
  column: whole(-limits.columns, 2 * limits.columns),
  span: whole(1, 2 * limits.columns),
  row: z.optional(whole(-1000, 10_000)),
  rowSpan: z.optional(whole(1, 10_000)),
  leaves: z._default(z.enum(["none", "start", "end", "both"]), "none"),
  /** How far it leaves the grid; without it, to the edge of the viewport. */
  by: z.optional(fixedLength),
  reason: z.optional(text),
  over: z._default(z.boolean(), false),
  inside: orNull(insideSchema),
});

const unique = <T>(key: (item: T) => string, what: string) =>
  z.superRefine<T[]>((items, context) => {
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
  });

/** Metrics in font units, as fonts state them; the descent as a distance below the baseline. */
const fontUnits = (least: number) => whole(least, 100_000);
const fontSchema = z
  .strictObject({ name, unitsPerEm: fontUnits(1), ascent: fontUnits(0), descent: fontUnits(0), capHeight: fontUnits(0) })
  .check(z.refine(({ ascent, descent }) => ascent + descent > 0, { error: "must have an ascent or a descent above 0" }));

const most = (count: number, what: string) => ({ error: `must hold at most ${count} ${what}` });

/** A list whose length is checked before its entries, so that a list of 100,000 is refused as fast as one of 100. */
const bounded = <T extends z.ZodMiniType>(count: number, what: string, entry: T): z.ZodMiniArray<T> =>
  z.pipe(
    z.transform((value, context) => {
      if (!Array.isArray(value) || value.length <= count) return value;
      context.issues.push({
        code: "custom",
        input: value,
        message: `must hold at most ${count} ${what}; it holds ${value.length.toLocaleString("en")}`,
      });
      return z.NEVER;
    }),
    z.array(entry).check(z.maxLength(count, most(count, what))),
  ) as unknown as z.ZodMiniArray<T>;

/** Empty if omitted. */
const orNone = <T extends z.ZodMiniType>(list: z.ZodMiniArray<T>) => z._default(list, []);

/** By breakpoint; at most as many as breakpoints, which is checked first. */
const byBreakpoint = <T extends z.ZodMiniType>(what: string, schema: T): z.ZodMiniRecord<z.ZodMiniString, T> =>
  z.pipe(
    z.transform((value, context) => {
      if (typeof value !== "object" || value === null || Object.keys(value).length <= limits.breakpoints) return value;
      context.issues.push({ code: "custom", input: value, message: `must hold at most ${limits.breakpoints} ${what}` });
      return z.NEVER;
    }),
    z.record(z.string(), schema),
  ) as unknown as z.ZodMiniRecord<z.ZodMiniString, T>;

const areaSchema = z.strictObject({
  id,
  name,
  kind: z.optional(text),
  /** The containing area. */
  within: z.optional(id),
  placements: byBreakpoint("placements", placementSchema),
});

const textRoleSchema = z.strictObject({
  name,
  size: step,
  lineHeight: step,
  font: text,
  /** Another size at a breakpoint: type grows with the screen. */
  at: z.optional(byBreakpoint("sizes", z.strictObject({ size: step, lineHeight: step }))),
});

/** Most areas in a chain of areas within areas. */
const deepest = 3;

type AreaChain = readonly { readonly id: string; readonly within?: string | undefined }[];

/** What is wrong with the containing area of an area; null if nothing is. */
const withinFault = (areas: AreaChain, byId: ReadonlyMap<string, AreaChain[number]>, index: number): string | null => {
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

type References = {
  readonly breakpoints: readonly { readonly id: string }[];
  readonly text: readonly { readonly at?: object | undefined }[];
  readonly areas: readonly (AreaChain[number] & { readonly placements: object })[];
};

/** Where parts of a document name others that are not there, or themselves. */
export const referenceFaults = (
  layout: References,
): readonly { readonly path: readonly (string | number)[]; readonly message: string }[] => {
  const ids = new Set(layout.breakpoints.map((breakpoint) => breakpoint.id));
  const byId = new Map(layout.areas.map((area) => [area.id, area]));
  const named = (keys: object, path: readonly (string | number)[]) =>
    Object.keys(keys)
      .filter((key) => !ids.has(key))
      .map((key) => ({ path: [...path, key], message: `names no breakpoint; the breakpoints are ${[...ids].join(", ")}` }));
  return [
    ...layout.text.flatMap(({ at = {} }, index) => named(at, ["text", index, "at"])),
    ...layout.areas.flatMap(({ placements }, index) => {
      const fault = withinFault(layout.areas, byId, index);
      return [
        ...named(placements, ["areas", index, "placements"]),
        ...(fault === null ? [] : [{ path: ["areas", index, "within"], message: fault }]),
      ];
    }),
  ];
};

/**
 * The layout document, `ypsiline-layout` version 1 (docs/format.md), as it may have been stored: whatever it costs. The one
 * place its shape is written. Parsing fills in what may be left out. Numbers that contradict each other are let in: checks
 * speak of those.
 */
export const storedLayoutSchema = z
  .strictObject({
    format: z.literal("ypsiline-layout", { error: 'must be "ypsiline-layout"' }),
    formatVersion: z.literal(formatVersion, { error: `must be ${formatVersion}, the version there is` }),
    name,
    /** The spec whose version this was made from or has taken since: what it is called there, and the version's number. */
    follows: z.optional(z.strictObject({ spec: name, version: versionSchema })),
    /** How its stylesheets are named, and where they apply on a page; as usual where it is left out. */
    stylesheet: z.optional(stylesheetSchema),
    base: lengthSchema({ units: ["px"], positive: true }),
    rootFontSize: z._default(lengthSchema({ units: ["px"], positive: true }), "16px"),
    leastColumn: z._default(fixedLength, "0px"),
    spacing: orNone(
      bounded(limits.spacingSteps, "spacing steps", z.strictObject({ name, multiple: measured(0, 1000) })).check(
        unique((item) => item.name, "name"),
      ),
    ),
    breakpoints: bounded(limits.breakpoints, "breakpoints", breakpointSchema).check(
      z.minLength(1, { error: "must hold at least 1 breakpoint" }),
      unique((item) => item.id, "id"),
    ),
    text: orNone(bounded(limits.textRoles, "text roles", textRoleSchema).check(unique((item) => item.name, "name"))),
    fonts: z.optional(bounded(limits.fonts, "fonts", fontSchema).check(unique((item) => item.name, "name"))),
    areas: orNone(bounded(limits.areas, "areas", areaSchema).check(unique((item) => item.id, "id"))),
    notes: orNone(bounded(limits.notes, "notes", z.strictObject({ about: z.string().check(atMost(limits.text)), text: name }))),
    accepted: orNone(
      bounded(
        limits.accepted,
        "accepted findings",
        z.strictObject({ rule: z.string().check(atMost(100)), breakpoint: z.string().check(atMost(100)), reason: name }),
      ).check(unique((item) => `${item.rule} at ${item.breakpoint}`, "rule")),
    ),
    extensions: z.optional(extensionsSchema),
  })
  .check(
    z.superRefine((layout, context) => {
      for (const { path, message } of referenceFaults(layout)) context.addIssue({ code: "custom", path: [...path], message });
    }),
  );

/** The layout document as it may be sent: within the limits on what one may cost, too. */
export const layoutSchema = storedLayoutSchema.check(
  z.superRefine((layout, context) => {
    for (const { path, message } of costFaults(layout)) context.addIssue({ code: "custom", path: [...path], message });
  }),
);

/**
 * The schema without the entries of the longest lists: the part of a document that is always parsed again
 * (`parseLayout`).
 */
export const partSchema = z.strictObject({
  ...storedLayoutSchema.shape,
  breakpoints: z.array(breakpointSchema),
  areas: z.array(areaSchema),
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

import { exact, layoutSchema, limits, parseExact, sign, solveTerms, toNumber, fileOptions, formatIds } from "@ypsiline/core";
import { z } from "zod";
import { numberForms } from "./people";
import { publisherSettings, roles } from "./permissions";

/** An exact number as JSON takes it: a number or a string, "74", "12.5" or "233/3". */
const exactInput = (least: "zero" | "above-zero") =>
  z.union([z.number(), z.string().max(120)]).transform((value, context) => {
    const read = parseExact(String(value));
    const fits = read !== null && (least === "zero" ? sign(read) >= 0 : sign(read) > 0) && toNumber(read) <= 1e9;
    if (fits) return read;
    context.addIssue({
      code: "custom",
      message: `must be a number ${least === "zero" ? "from 0" : "above 0"}, as a number or as a string like "74", "12.5" or "233/3"`,
    });
    return z.NEVER;
  });

/** A viewport width or height: 1 to 20,000 with up to 3 decimals. */
const size = z.union([z.number(), z.string().max(20)]).transform((value, context) => {
  const read = /^\d{1,5}(\.\d{1,3})?$/.test(String(value)) ? parseExact(String(value)) : null;
  if (read !== null && toNumber(read) >= 1 && toNumber(read) <= limits.size) return read;
  context.addIssue({ code: "custom", message: `must be from 1 to ${limits.size.toLocaleString("en")} with at most 3 decimals` });
  return z.NEVER;
});

export const resolveRequest = z.strictObject({
  layout: layoutSchema,
  width: size,
  height: size.optional(),
  breakpoint: z.string().max(100).optional(),
});

const margins = z.union([
  exactInput("zero").transform((margin) => ({ start: margin, end: margin })),
  z.strictObject({ start: exactInput("zero"), end: exactInput("zero") }),
]);

/** A column count, as a number or a string. */
const countInput = z.union([z.number(), z.string().max(4)]).transform((value, context) => {
  const count = /^\d{1,4}$/.test(String(value)) ? Number(value) : NaN;
  if (count >= 1 && count <= limits.columns) return count;
  context.addIssue({ code: "custom", message: `must be a whole number from 1 to ${limits.columns}` });
  return z.NEVER;
});

export const solveRequest = z.strictObject({
  width: exactInput("above-zero").optional(),
  columns: countInput.optional(),
  column: exactInput("above-zero").optional(),
  gutter: exactInput("zero").optional(),
  margin: margins.optional(),
  container: exactInput("zero").optional(),
  edgeGutters: z.enum(["none", "half"]).optional(),
  givesWay: z.enum(solveTerms),
});

const stepsInput = z.strictObject({ from: exactInput("zero"), to: exactInput("zero"), step: exactInput("above-zero") });

/** Most sets one answer lists. */
const mostSets = 50_000;

/** What to look for: from margins, or from a known container. */
export const setsRequest = z
  .strictObject({
    /** May be left out with a container: the margins are then not known. */
    width: size.optional(),
    margin: stepsInput.optional(),
    container: exactInput("above-zero").optional(),
    columns: z
      .array(z.number())
      .min(1, { error: "must hold at least 1 count" })
      .max(limits.columns, { error: `must hold at most ${limits.columns} counts` }),
    gutter: stepsInput,
    edgeGutters: z.enum(["none", "half"]).default("none"),
    leastColumn: exactInput("zero").default(() => exact(1)),
    limit: z
      .number()
      .int({ error: "must be a whole number" })
      .min(1, { error: `must be from 1 to ${mostSets}` })
      .max(mostSets, { error: `must be from 1 to ${mostSets}` })
      .default(1000),
  })
  .superRefine(({ width, margin, container }, context) => {
    if (width === undefined && container === undefined)
      context.addIssue({ code: "custom", path: ["width"], message: "must be given, unless the container is" });
    if ((margin === undefined) === (container === undefined))
      context.addIssue({ code: "custom", path: ["margin"], message: "must be given, or container in its place, and not both" });
  });

export const checkRequest = z.strictObject({ layout: layoutSchema });

export const exportRequest = z.strictObject({ layout: layoutSchema, breakpoint: z.string().max(100).optional() });

/** The format and how it is written, as files of versions are asked for. */
export const exportQuery = fileOptions
  .omit({ density: true, breakpoint: true })
  .extend({ format: z.enum(formatIds) })
  .strict();
export type ExportQuery = z.output<typeof exportQuery>;

export const importQuery = z.strictObject({ format: z.enum(formatIds).optional() });

/** Changes sent to a draft; whether they fit the layout is core's to say. */
export const draftEditRequest = z.strictObject({
  revision: z.number().int().min(1),
  changes: z
    .array(z.strictObject({ path: z.array(z.string().max(200)).min(1).max(10), from: z.unknown().optional(), to: z.unknown().optional() }))
    .min(1)
    .max(2000),
});

export const publishRequest = z.strictObject({
  revision: z.number().int().min(1),
  number: z.string().max(40),
  note: z.string().max(limits.text, { error: `must be at most ${limits.text} characters` }),
});

/** Words somebody writes: a reason, a comment. */
const words = (least: 0 | 1) =>
  z
    .string()
    .trim()
    .min(least, { error: "must not be empty" })
    .max(limits.text, { error: `must be at most ${limits.text} characters` });

export const askReviewRequest = z.strictObject({ revision: z.number().int().min(1), words: words(0) });
export const decideReviewRequest = z.strictObject({ decision: z.enum(["approved", "sent-back"]), words: words(0) });
export const commentRequest = z.strictObject({
  about: z
    .string()
    .regex(/^[a-z][a-z0-9-]{0,39}( [a-z][a-z-]{0,39})?$/, { error: 'must be "spec", an id, or an id and a number, like "desk gutter"' }),
  words: words(1),
  thread: z.number().int().min(1).nullable().default(null),
});
export const resolveRequestOfComment = z.strictObject({ resolved: z.boolean() });
export const withdrawRequest = z.strictObject({ number: z.string().max(40), reason: words(1) });
export const shareRequest = z.strictObject({ public: z.boolean() });
export const presenceRequest = z.strictObject({
  tab: z.string().min(1).max(64),
  breakpoint: z.string().max(60),
  gone: z.boolean().default(false),
});

const personName = z.string().trim().min(1, { error: "must not be empty" }).max(200, { error: "must be at most 200 characters" });
export const memberRequest = z.strictObject({ role: z.enum(roles).nullable() });
export const invitationRequest = z.strictObject({
  email: z
    .string()
    .trim()
    .toLowerCase()
    .max(254, { error: "must be at most 254 characters" })
    .regex(/^[^\s@]+@[^\s@]+\.[^\s@]+$/, { error: "must be an e-mail address, like somebody@skerry.example" }),
  role: z.enum(roles),
});
export const settingsRequest = z.strictObject({ publishers: z.enum(publisherSettings) });
export const projectRequest = z.strictObject({ name: personName, owner: z.number().int().min(1).optional() });
export const useRequest = z.strictObject({ spec: z.string().max(60), number: z.string().max(40).nullable() });
export const tokenRequest = z.strictObject({ name: personName });
export const webhookRequest = z.strictObject({ url: z.string().trim().max(2000, { error: "must be at most 2,000 characters" }) });
export const nothingRequest = z.strictObject({});
export const readRequest = z.strictObject({ id: z.number().int().min(1).nullable(), read: z.boolean() });
export const joinRequest = z.strictObject({
  secret: z.string().max(100),
  name: personName.optional(),
  password: z
    .string()
    .min(12, { error: "must be at least 12 characters" })
    .max(1000, { error: "must be at most 1,000 characters" })
    .optional(),
});

export const accountRequest = z.strictObject({ numbers: z.enum(numberForms) });

export const newSpecRequest = z.strictObject({
  team: z.string().max(60),
  name: z.string().trim().min(1, { error: "must not be empty" }).max(200, { error: "must be at most 200 characters" }),
  description: z.string().trim().max(2000, { error: "must be at most 2,000 characters" }).default(""),
  start: z.discriminatedUnion("kind", [
    z.strictObject({ kind: z.literal("blank") }),
    z.strictObject({
      kind: z.literal("columns"),
      width: z
        .number({ error: `must be a width from 1 to ${limits.size.toLocaleString("en")}` })
        .min(1, { error: `must be from 1 to ${limits.size.toLocaleString("en")}` })
        .max(limits.size, { error: `must be from 1 to ${limits.size.toLocaleString("en")}` })
        .refine((width) => /^\d+(\.\d{1,3})?$/.test(String(width)), { error: "must have at most 3 decimals" }),
      columns: z
        .number({ error: `must be a whole number from 1 to ${limits.columns}` })
        .int({ error: "must be a whole number" })
        .min(1, { error: `must be from 1 to ${limits.columns}` })
        .max(limits.columns, { error: `must be from 1 to ${limits.columns}` }),
    }),
    z.strictObject({ kind: z.literal("layout"), layout: layoutSchema }),
    z.strictObject({ kind: z.literal("spec"), team: z.string().max(60), spec: z.string().max(60) }),
  ]),
});

import { boxLimits, boxSources, type Layout, limits } from "@ypsiline/core";
import { z } from "zod";
import { description, givenName, moment, rowId, slug, type TokenScope } from "./shapes";

/** Largest body of a request that holds words, a layout or changes of one, boxes, a file to import, or a picture in base64; bytes. */
export const bodies = {
  words: 64 * 1024,
  layout: 1024 * 1024,
  boxes: 1536 * 1024,
  file: 5 * 1024 * 1024,
  picture: 7 * 1024 * 1024,
} as const;

/** What one route is sent and answers. */
export type Contract = {
  /** Body; null if there is none, or if it is passed on as text (`text`). */
  readonly request: z.ZodType | null;
  /** The media types of a body that is passed on as text, for a worker to read. */
  readonly text?: readonly string[];
  /** Largest body, bytes. Default: `bodies.words`. */
  readonly limit?: number;
  /** Body of the answer; null if it is not JSON: a file, a stream, or a redirect. */
  readonly answer: z.ZodType | null;
  /** What a 409 (or 412) carries beside the members of a problem document. */
  readonly conflict?: z.ZodType;
  /** The query of a route of the public interface; without it, it takes none. */
  readonly query?: z.ZodObject;
  /** What the interface's description says about a route of the public interface. */
  readonly about?: {
    readonly id: string;
    readonly summary: string;
    /** The scopes of an access token, one of which is enough. */
    readonly scopes: readonly TokenScope[];
    readonly headers?: readonly ("If-Match" | "Idempotency-Key")[];
    readonly status?: 201;
  };
};

const columnStart = z.strictObject({
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
});

export const change = z.strictObject({
  path: z.array(z.string().max(200)).min(1).max(10).readonly(),
  from: z.unknown().optional(),
  to: z.unknown().optional(),
});

/** A layout document that is read later, away from the thread that answers everybody. */
const someDocument = z.custom<Layout>((value) => typeof value === "object" && value !== null, {
  error: "must be a layout document",
});

/** What every new spec is sent with, whatever it starts from; and the starts that need no other spec. */
export const newSpec = { team: slug, name: givenName, description: description.default("") };
export const ownStarts = [
  z.strictObject({ kind: z.literal("blank") }),
  columnStart,
  /** The document is read by a worker. */
  z.strictObject({ kind: z.literal("layout"), layout: someDocument }),
] as const;

/** The address of a spec. */
export const place = z.strictObject({ team: slug, spec: slug });

/** A comment, or an answer of its thread. */
export const comment = z.strictObject({
  id: rowId,
  /** The first comment of its thread; null for that one itself. */
  thread: rowId.nullable(),
  /** "spec", a breakpoint's or area's id, or a breakpoint's id and one of its numbers ("desk gutter"). */
  about: z.string(),
  words: z.string(),
  person: z.string(),
  at: moment,
  /** Only on the first comment of a thread. */
  resolvedAt: moment.nullable(),
  resolvedBy: z.string().nullable(),
});

/** A design kept beside a spec, without its boxes. */
export const keptDesign = z.strictObject({
  id: rowId,
  name: z.string(),
  source: z.enum(boxSources),
  width: z.number(),
  boxes: z.number().int(),
  person: z.string(),
  at: moment,
  /** The picture saved with it: its density and its height in device px; null if there is none. */
  picture: z.strictObject({ density: z.number(), height: z.number().int() }).nullable(),
});

/** What a saved design is called. */
export const designName = z
  .string()
  .trim()
  .min(1, { error: "must not be empty" })
  .max(boxLimits.name, { error: `must be at most ${boxLimits.name} characters` });

/** What a comment is about. */
export const commentAbout = z.string().regex(/^[a-z][a-z0-9-]{0,39}( [a-z][a-z-]{0,39})?$/, {
  error: 'must be "spec", an id, or an id and a number, like "desk gutter"',
});

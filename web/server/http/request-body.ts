import { type Issue, nestsPast, type Parsed, parseWith, withoutSchema } from "@ypsiline/core";
import type { z } from "zod";
import type { Problem } from "./problem";

export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem };

export const mebibyte = 1024 * 1024;

/** Time limit for a body to arrive, ms: 5 MiB over 3 Mbit/s. */
const bodyPatience = 15_000;

/** A number of bytes in words. */
const bytesWords = (bytes: number): string => (bytes >= mebibyte ? `${bytes / mebibyte} MiB` : `${bytes / 1024} KiB`);

/**
 * Reads a request's body as UTF-8 text, up to a number of bytes and within `patience`. Reading stops at the deadline, so a
 * body that trickles in occupies only its own request.
 */
export const readText = async (request: Request, limit: number, patience: number = bodyPatience): Promise<Result<string>> => {
  const tooLarge: Result<string> = {
    ok: false,
    problem: { code: "too-large", detail: `The body may be at most ${bytesWords(limit)}.` },
  };
  if (Number(request.headers.get("content-length") ?? 0) > limit) return tooLarge;
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
  let late = false;
  const timer = setTimeout(() => {
    late = true;
    // Not reported: reading has stopped, and the answer below says why.
    reader?.cancel().catch(() => undefined);
  }, patience);
  try {
    while (reader) {
      const { done, value } = await reader.read();
      if (done) break;
      size += value.byteLength;
      if (size > limit) {
        await reader.cancel();
        return tooLarge;
      }
      chunks.push(value);
    }
  } finally {
    clearTimeout(timer);
  }
  if (late) return { ok: false, problem: { code: "too-slow", detail: `The body must arrive within ${patience / 1000} seconds.` } };
  try {
    return { ok: true, value: new TextDecoder("utf-8", { fatal: true }).decode(Buffer.concat(chunks)) };
  } catch {
    return { ok: false, problem: { code: "malformed", detail: "The body must be UTF-8." } };
  }
};

const mediaType = (request: Request): string => (request.headers.get("content-type") ?? "").split(";")[0]?.trim().toLowerCase() ?? "";

/** Whether a request has one of the given media types. */
export const requireType = (request: Request, types: readonly string[]): Problem | null =>
  types.includes(mediaType(request))
    ? null
    : { code: "wrong-type", detail: `The Content-Type must be ${types.join(" or ")}, not ${mediaType(request) || "left out"}.` };

/** Maximum nesting of a body; a layout with the deepest extensions nests less. */
const deepest = 64;

/** Maximum size of a request that holds no layout: several texts of 2,000 characters. */
const smallBody = 64 * 1024;

/** Reads JSON up to a number of bytes and parses it with a schema. */
export const readJson = async <T extends z.ZodType>(
  request: Request,
  schema: T,
  limit: number = smallBody,
): Promise<Result<z.output<T>>> => {
  const wrongType = requireType(request, ["application/json"]);
  if (wrongType) return { ok: false, problem: wrongType };
  const text = await readText(request, limit);
  return text.ok ? parseJson(text.value, schema) : text;
};

/** Reads the body of a JSON request as text, to be parsed elsewhere. */
export const readJsonText = async (request: Request): Promise<Result<string>> => {
  const wrongType = requireType(request, ["application/json"]);
  return wrongType ? { ok: false, problem: wrongType } : readText(request, mebibyte);
};

/** A body whose layout, or that of whose start, may name its schema, as a layout document by itself may. */
const withoutSchemas = (data: unknown): unknown => {
  if (typeof data !== "object" || data === null || Array.isArray(data)) return data;
  const { layout, start } = data as Readonly<Record<string, unknown>>;
  return {
    ...data,
    ...(layout === undefined ? {} : { layout: withoutSchema(layout) }),
    ...(start === undefined ? {} : { start: withoutSchemas(start) }),
  };
};

/** Parses JSON text with a schema. Text that is not JSON is malformed, and so is JSON of the wrong shape outside a layout. */
export const parseJson = <T extends z.ZodType>(text: string, schema: T): Result<z.output<T>> => {
  if (nestsPast(text, deepest))
    return { ok: false, problem: { code: "malformed", detail: `The body must be JSON of at most ${deepest} levels.` } };
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch (error) {
    const reason = error instanceof Error ? error.message : "it ends too early";
    return {
      ok: false,
      problem: { code: "malformed", detail: `The body must be JSON: ${reason}.`, issues: [{ path: "", message: "must be JSON" }] },
    };
  }
  return asGot(parseWith(schema, withoutSchemas(data)), "malformed");
};

/** A fault inside a layout answers 422 (well-formed, but not a layout), a fault in the request around it 400 (malformed). */
export const asGot = <T>(parsed: Parsed<T>, code: "malformed" | "unprocessable"): Result<T> => {
  if (parsed.ok) return parsed;
  const inLayout = ({ path, message }: Issue): boolean =>
    path.startsWith("/layout/") || (path === "/layout" && !message.startsWith("is missing"));
  const layoutOnly = parsed.issues.every(inLayout);
  return {
    ok: false,
    problem: {
      code: layoutOnly ? "unprocessable" : code,
      detail: sentence(parsed.issues),
      issues: parsed.issues,
    },
  };
};

/** The first fault, and the number of others. */
export const sentence = (issues: readonly Issue[]): string => {
  const [first] = issues;
  if (!first) return "Something is wrong with the request.";
  const more = issues.length > 1 ? ` (and ${issues.length - 1} more)` : "";
  return `${first.path || "The whole"} ${first.message}${more}.`;
};

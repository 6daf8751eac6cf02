import { type Issue, nestsPast, type Parsed, parseWith } from "@ypsiline/core";
import type { z } from "zod";
import type { Problem } from "./problem";

export type Got<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: Problem };

export const mebibyte = 1024 * 1024;

/** Reads a request's body as UTF-8 text, up to a number of bytes. */
export const readText = async (request: Request, limit: number): Promise<Got<string>> => {
  const tooLarge: Got<string> = {
    ok: false,
    problem: { code: "too-large", detail: `The body may be at most ${limit / mebibyte} MiB.` },
  };
  if (Number(request.headers.get("content-length") ?? 0) > limit) return tooLarge;
  const chunks: Uint8Array[] = [];
  let size = 0;
  const reader = request.body?.getReader();
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
  try {
    return { ok: true, value: new TextDecoder("utf-8", { fatal: true }).decode(Buffer.concat(chunks)) };
  } catch {
    return { ok: false, problem: { code: "malformed", detail: "The body must be UTF-8." } };
  }
};

const mediaType = (request: Request): string => (request.headers.get("content-type") ?? "").split(";")[0]?.trim().toLowerCase() ?? "";

/** Whether a request may be read as one of some media types. */
export const requireType = (request: Request, types: readonly string[]): Problem | null =>
  types.includes(mediaType(request))
    ? null
    : { code: "wrong-type", detail: `The Content-Type must be ${types.join(" or ")}, not ${mediaType(request) || "left out"}.` };

/** Levels a body may nest; a layout with the deepest extensions has fewer. */
const deepest = 64;

/** Reads and parses JSON with a schema. Text that is no JSON is malformed; JSON of another shape is what `code` says. */
export const readJson = async <T extends z.ZodType>(
  request: Request,
  schema: T,
  code: "malformed" | "unprocessable" = "malformed",
): Promise<Got<z.output<T>>> => {
  const wrongType = requireType(request, ["application/json"]);
  if (wrongType) return { ok: false, problem: wrongType };
  const text = await readText(request, mebibyte);
  if (!text.ok) return text;
  if (nestsPast(text.value, deepest))
    return { ok: false, problem: { code: "malformed", detail: `The body must be JSON of at most ${deepest} levels.` } };
  let data: unknown;
  try {
    data = JSON.parse(text.value);
  } catch (error) {
    const reason = error instanceof Error ? error.message : "it ends too early";
    return {
      ok: false,
      problem: { code: "malformed", detail: `The body must be JSON: ${reason}.`, issues: [{ path: "", message: "must be JSON" }] },
    };
  }
  return asGot(parseWith(schema, data), code);
};

/** Faults inside a layout are well-formed but no layout (422); faults of the request around it are malformed (400). */
export const asGot = <T>(parsed: Parsed<T>, code: "malformed" | "unprocessable"): Got<T> => {
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

/** The first fault, and how many more there are. */
export const sentence = (issues: readonly Issue[]): string => {
  const [first] = issues;
  if (!first) return "Something is wrong with the request.";
  const more = issues.length > 1 ? ` (and ${issues.length - 1} more)` : "";
  return `${first.path || "The whole"} ${first.message}${more}.`;
};

import { createHash } from "node:crypto";
import { type formats, parseVersion, plainCss } from "@ypsiline/core";
import { database } from "./database";
import type { Problem } from "./problem";
import { allowedSpec } from "./viewer";
import { readVersion } from "./versions";
import { writeFile } from "./files";

export type PublishedParams = { readonly team: string; readonly spec: string; readonly version: string };

/** Files of a version by name. The stylesheet takes the options of the CSS export in its query. */
const fileNames: Readonly<Record<string, keyof typeof formats>> = { "layout.json": "layout", "layout.css": "css" };

const year = 31_536_000;

/**
 * Answers a request for a file of a published version. A numbered version never changes and may be kept
 * for a year; `latest` is asked for again each time, with its ETag.
 */
export const publishedFile = async (request: Request, params: PublishedParams, file: string): Promise<Response | Problem> => {
  const allowed = await allowedSpec(params.team, params.spec, "read-version");
  if (!allowed.ok) return allowed.problem;
  const latest = params.version === "latest";
  const number = latest ? null : parseVersion(params.version);
  if (!latest && !number) return { code: "not-found", detail: `${params.version} is no version number; it is like 2.1.0, or "latest".` };
  const version = await readVersion(database(), allowed.spec.id, number);
  const format = fileNames[file];
  if (!version) return { code: "not-found", detail: `There is no version ${params.version} of ${params.spec}.` };
  if (!format) return { code: "not-found", detail: `There is no file ${file}; there are ${Object.keys(fileNames).join(" and ")}.` };
  const query = new URL(request.url).searchParams;
  const { text, mediaType } = writeFile(version.layout, {
    format,
    unit: query.get("unit") === "rem" ? "rem" : plainCss.unit,
    query: query.get("query") === "container" ? "container" : plainCss.query,
    edges: query.get("edges") === "exact" ? "exact" : plainCss.edges,
  });
  const etag = `"${createHash("sha256").update(text).digest("base64url").slice(0, 27)}"`;
  const reach = allowed.spec.public ? "public" : "private";
  const headers = {
    "Content-Type": mediaType,
    "Cache-Control": latest ? `${reach}, no-cache` : `${reach}, max-age=${year}, immutable`,
    ETag: etag,
    "X-Ypsiline-Version": version.number,
    ...(allowed.spec.public ? {} : { Vary: "Cookie, Authorization" }),
  };
  const known = request.headers.get("if-none-match")?.split(/\s*,\s*/) ?? [];
  if (known.includes(etag) || known.includes(`W/${etag}`)) return new Response(null, { status: 304, headers });
  return new Response(text, { headers });
};

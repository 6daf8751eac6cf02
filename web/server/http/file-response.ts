import { createHash } from "node:crypto";
import type { KeptFile } from "./kept-file";

/** What is sent with what pages of any site may read: it is public, and no cookie goes along (Fetch, 3.2, CORS protocol). */
export const forAnySite = {
  "Access-Control-Allow-Origin": "*",
  "Access-Control-Expose-Headers": "ETag, Retry-After, X-Ypsiline-Version, X-Ypsiline-Withdrawn",
} as const;

/** A file as it is answered with, and the tag it is known again by. */
export type TaggedFile = { readonly body: string | Uint8Array; readonly mediaType: string; readonly etag: string };

const tagOf = (sha512: Uint8Array): string => `"${Buffer.from(sha512).toString("base64url").slice(0, 27)}"`;

export const tagged = (body: string | Uint8Array, mediaType: string): TaggedFile => ({
  body,
  mediaType,
  etag: tagOf(createHash("sha512").update(body).digest()),
});

/** A file that is kept, by the hash it is kept with. */
export const keptTagged = ({ body, mediaType, sha512 }: Pick<KeptFile, "body" | "mediaType" | "sha512">): TaggedFile => ({
  body,
  mediaType,
  etag: tagOf(sha512),
});

/** An answer as any HTTP server can send it. */
export type Answer = {
  readonly status: 200 | 302 | 304;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | Uint8Array | null;
};

/** Answers with a file and its ETag, or 304 if the client has it already. */
export const fileAnswer = (
  ifNoneMatch: string | null,
  { body, mediaType, etag }: TaggedFile,
  headers: Readonly<Record<string, string>>,
): Answer => {
  const all = { ...headers, "Content-Type": mediaType, ETag: etag };
  const known = ifNoneMatch?.split(/\s*,\s*/) ?? [];
  return known.includes(etag) || known.includes(`W/${etag}`)
    ? { status: 304, headers: all, body: null }
    : { status: 200, headers: all, body };
};

export const responseOf = ({ status, headers, body }: Answer): Response => new Response(body as BodyInit | null, { status, headers });

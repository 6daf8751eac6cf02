import { createHash } from "node:crypto";

/** A file as it is answered with, and the tag it is known again by. */
export type TaggedFile = { readonly body: string | Uint8Array; readonly mediaType: string; readonly etag: string };

export const tagged = (body: string | Uint8Array, mediaType: string): TaggedFile => ({
  body,
  mediaType,
  etag: `"${createHash("sha256").update(body).digest("base64url").slice(0, 27)}"`,
});

/** Answers with a file and its ETag, or 304 where the asker has it already. */
export const fileResponse = (
  request: Request,
  { body, mediaType, etag }: TaggedFile,
  headers: Readonly<Record<string, string>>,
): Response => {
  const all = { ...headers, "Content-Type": mediaType, ETag: etag };
  const known = request.headers.get("if-none-match")?.split(/\s*,\s*/) ?? [];
  if (known.includes(etag) || known.includes(`W/${etag}`)) return new Response(null, { status: 304, headers: all });
  return new Response(body as BodyInit, { headers: all });
};

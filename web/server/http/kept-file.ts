import { createHash } from "node:crypto";

/** A file as it is kept: its bytes and what they are known by. */
export type KeptFile = { readonly name: string; readonly mediaType: string; readonly body: Uint8Array; readonly sha512: Uint8Array };

/** A file to be kept. */
export const keptFile = (name: string, mediaType: string, text: string | Uint8Array): KeptFile => {
  const body = typeof text === "string" ? Buffer.from(text, "utf8") : text;
  return { name, mediaType, body, sha512: createHash("sha512").update(body).digest() };
};

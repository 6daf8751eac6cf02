import { createHash, randomBytes } from "node:crypto";

/** A random secret of 256 bits, to be shown once. */
export const newSecret = (): string => randomBytes(32).toString("base64url");

/** The hash that is stored of a secret: enough to recognise it, useless to sign in with. */
export const secretHash = (secret: string): Buffer => createHash("sha256").update(secret).digest();

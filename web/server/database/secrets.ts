import { createHash, randomBytes } from "node:crypto";

/** A secret nobody guesses, to be shown once. */
export const newSecret = (): string => randomBytes(32).toString("base64url");

/** What is kept of a secret: enough to know it again, not to use it. */
export const secretHash = (secret: string): Buffer => createHash("sha256").update(secret).digest();

import { randomBytes } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";

/** Argon2id (the package's default) at OWASP's first recommended setting: 19 MiB, 2 passes, 1 lane (Password Storage Cheat Sheet). */
const settings = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

export const hashPassword = (password: string): Promise<string> => hash(password, settings);

let nobody: Promise<string> | null = null;
/** Hash of no one's password: verified against when the account is unknown, so that answers take equally long. */
const nobodyHash = (): Promise<string> => (nobody ??= hashPassword(randomBytes(16).toString("hex")));

export const passwordMatches = async (storedHash: string | null, password: string): Promise<boolean> => {
  const matches = await verify(storedHash ?? (await nobodyHash()), password).catch(() => false);
  return storedHash !== null && matches;
};

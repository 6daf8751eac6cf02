import { randomBytes } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { type FairQueue, fairQueue } from "../heavy/fair-queue";
import { report } from "../settings/report";

/** Argon2id (the package's default) at OWASP's first recommended setting: 19 MiB, 2 passes, 1 lane (Password Storage Cheat Sheet). */
const settings = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** One at a time, senders in turn: hashing keeps a processor busy for tens of milliseconds. */
const shared = globalThis as { ypsilineHashing?: FairQueue };
const hashing = (): FairQueue =>
  (shared.ypsilineHashing ??= fairQueue({ slots: 1, slotsPerClient: 1, waiting: 200, waitingPerClient: 20 }));

export const hashPassword = (password: string): Promise<string> => hash(password, settings);

/** Whether a hash was made with other settings. It is replaced at the next sign-in, when the password is known. */
export const isOldHash = (stored: string): boolean => {
  const { memoryCost, timeCost, parallelism } = settings;
  return !stored.startsWith("$argon2id$") || !stored.includes(`$m=${memoryCost},t=${timeCost},p=${parallelism}$`);
};

let nobody: Promise<string> | null = null;
/** A hash to verify against when there is no such account, so that answers take equally long. */
const nobodyHash = (): Promise<string> => (nobody ??= hashPassword(randomBytes(16).toString("hex")));

/** Whether a password matches a hash; null if too many are being verified, from `sender` or in total. */
export const passwordMatches = async (storedHash: string | null, password: string, sender: string): Promise<boolean | null> => {
  const entered = await hashing().enter(sender, async () => {
    try {
      return await verify(storedHash ?? (await nobodyHash()), password);
    } catch (error) {
      report("verifying a password", error);
      return false;
    }
  });
  return entered.ok ? storedHash !== null && entered.value : null;
};

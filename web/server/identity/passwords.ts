import { randomBytes } from "node:crypto";
import { hash, verify } from "@node-rs/argon2";
import { type FairQueue, fairQueue } from "../heavy/fair-queue";
import { report } from "../settings/report";

/** Argon2id (the package's default) at OWASP's first recommended setting: 19 MiB, 2 passes, 1 lane (Password Storage Cheat Sheet). */
const settings = { memoryCost: 19_456, timeCost: 2, parallelism: 1 } as const;

/** One at a time, senders in turn: a password takes a processor for tens of milliseconds, and others want answers meanwhile. */
const shared = globalThis as { ypsilineHashing?: FairQueue };
const hashing = (): FairQueue =>
  (shared.ypsilineHashing ??= fairQueue({ slots: 1, slotsPerClient: 1, waiting: 200, waitingPerClient: 20 }));

export const hashPassword = (password: string): Promise<string> => hash(password, settings);

/** Whether a hash was made with other settings than these: it is made anew when its password is known, at the next sign-in. */
export const isOldHash = (stored: string): boolean => {
  const { memoryCost, timeCost, parallelism } = settings;
  return !stored.startsWith("$argon2id$") || !stored.includes(`$m=${memoryCost},t=${timeCost},p=${parallelism}$`);
};

let nobody: Promise<string> | null = null;
/** Hash of no one's password: verified against when the account is unknown, so that answers take equally long. */
const nobodyHash = (): Promise<string> => (nobody ??= hashPassword(randomBytes(16).toString("hex")));

/** Whether a password is the one a hash was made of; null where too much is being looked at, from `sender` or in all. */
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

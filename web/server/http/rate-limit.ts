import { setting } from "../settings/settings";

/** A bucket of tokens that fills at `rate` a second up to ten times that. */
type Bucket = { tokens: number; at: number };

/** Most addresses remembered at once; the longest idle are forgotten, and a forgotten bucket is a full one. */
const mostAddresses = 10_000;
const burst = 10;

/** A limit of `rate` requests a second for each address, bursts of ten times that; 0 switches it off. The clock is milliseconds, and never goes back (`performance.now`). */
export const rateLimit = (rate: number) => {
  const buckets = new Map<string, Bucket>();
  /** Takes one request; returns the seconds to wait, 0 when it may go on. */
  return (address: string, now: number): number => {
    if (rate <= 0) return 0;
    const before = buckets.get(address) ?? { tokens: rate * burst, at: now };
    const tokens = Math.min(rate * burst, before.tokens + ((now - before.at) / 1000) * rate);
    buckets.delete(address);
    buckets.set(address, { tokens: tokens >= 1 ? tokens - 1 : tokens, at: now });
    if (buckets.size > mostAddresses) {
      const oldest = buckets.keys().next().value;
      if (oldest !== undefined) buckets.delete(oldest);
    }
    return tokens >= 1 ? 0 : Math.max(1, Math.ceil((1 - tokens) / rate));
  };
};

const shared = globalThis as { ypsilineLimit?: ReturnType<typeof rateLimit> };

/** The instance's limit (RATE_LIMIT requests a second for each address). */
export const takeRequest = (address: string, now: number): number =>
  (shared.ypsilineLimit ??= rateLimit(setting("RATE_LIMIT")))(address, now);

/** Begins to count anew: what the server asked itself as it started is nobody's. */
export const forgetRequests = (): void => {
  delete shared.ypsilineLimit;
};

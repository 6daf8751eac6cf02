import { setting } from "../settings/settings";

/** A token bucket: it fills with `rate` tokens per second, up to ten times that number. */
type Bucket = { tokens: number; at: number };

/** Maximum number of addresses that are remembered. The longest idle is dropped first; a dropped bucket counts as full. */
const mostAddresses = 10_000;
const burst = 10;

/**
 * A limit of `rate` requests per second for each address, with bursts of ten times that number; 0 means no limit. Times
 * are milliseconds of a clock that never goes back (`performance.now`).
 */
export const rateLimit = (rate: number) => {
  const buckets = new Map<string, Bucket>();
  /** Counts one request. Returns the seconds to wait, or 0 if it may continue. */
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

/** The limit of this instance (RATE_LIMIT requests per second for each address). */
export const takeRequest = (address: string, now: number): number =>
  (shared.ypsilineLimit ??= rateLimit(setting("RATE_LIMIT")))(address, now);

/** Resets all counts: the requests the server sends itself while it starts belong to nobody. */
export const forgetRequests = (): void => {
  delete shared.ypsilineLimit;
};

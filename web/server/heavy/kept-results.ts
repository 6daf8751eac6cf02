import { LRUCache } from "lru-cache";
import type { Result } from "../http/request-body";

/** Maximum size of the results that are kept, characters. */
const most = 48 * 1024 * 1024;

/** How long a page waits for a result before it is sent without it, ms. */
const patience = 400;

type Kept = { readonly results: LRUCache<string, { readonly value: unknown }>; readonly made: Map<string, Promise<Result<unknown>>> };
const shared = globalThis as { ypsilineResults?: Kept };

const sizeOf = ({ value }: { readonly value: unknown }): number => JSON.stringify(value).length + 100;

const kept = (): Kept =>
  (shared.ypsilineResults ??= {
    results: new LRUCache({ maxSize: most, maxEntrySize: most / 4, sizeCalculation: sizeOf }),
    made: new Map(),
  });

/**
 * A result by a name that identifies everything it depends on, like a revision. It is calculated once while it is kept, and
 * once for all who ask at the same time. A failure is not kept.
 */
export const keptResult = <T>(name: string, make: () => Promise<Result<T>>): Promise<Result<T>> => {
  const { results, made } = kept();
  const known = results.get(name);
  if (known) return Promise.resolve({ ok: true, value: known.value as T });
  const underWay = made.get(name) as Promise<Result<T>> | undefined;
  if (underWay) return underWay;
  const work = make()
    .then((result) => {
      if (result.ok) results.set(name, { value: result.value });
      return result;
    })
    .finally(() => made.delete(name));
  made.set(name, work);
  return work;
};

/** A result if it is ready soon, else null. */
export const soon = async <T>(result: Promise<Result<T>>): Promise<Result<T> | null> => {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<null>((resolve) => {
    timer = setTimeout(() => resolve(null), patience);
  });
  try {
    return await Promise.race([result, late]);
  } finally {
    clearTimeout(timer);
  }
};

import { LRUCache } from "lru-cache";
import type { TaggedFile } from "../http/file-response";

/** Maximum size of the cache of files, bytes. */
const most = 32 * 1024 * 1024;

const sizeOf = ({ body }: TaggedFile): number => Math.max(1, typeof body === "string" ? 2 * body.length : body.byteLength);

const made = () => new LRUCache<string, TaggedFile>({ maxSize: most, maxEntrySize: most / 4, sizeCalculation: sizeOf });
const shared = globalThis as { ypsilineWritten?: ReturnType<typeof made> };

/**
 * Files written of versions, the latest asked for, bounded in bytes. A version never changes, so neither does a file of
 * it: it is written once while it is kept. Shared by the framework's routes and what is answered ahead of them.
 */
export const writtenFiles = (): ReturnType<typeof made> => (shared.ypsilineWritten ??= made());

import type { TaggedFile } from "./file-response";

/** Most that is kept of written files, bytes. */
const most = 32 * 1024 * 1024;

type Kept = { readonly files: Map<string, TaggedFile>; size: number };
const shared = globalThis as { ypsilineWritten?: Kept };
const kept = (): Kept => (shared.ypsilineWritten ??= { files: new Map(), size: 0 });

const sizeOf = ({ body }: TaggedFile): number => (typeof body === "string" ? 2 * body.length : body.byteLength);

/**
 * Files written of versions, the latest asked for. A version never changes, so neither does a file of it: it is written
 * once, and forgotten when others need the room.
 */
export const writtenFiles = {
  get: (key: string): TaggedFile | undefined => {
    const { files } = kept();
    const file = files.get(key);
    if (file) {
      files.delete(key);
      files.set(key, file);
    }
    return file;
  },
  keep: (key: string, file: TaggedFile): TaggedFile => {
    const all = kept();
    if (sizeOf(file) > most / 8 || all.files.has(key)) return file;
    all.files.set(key, file);
    all.size += sizeOf(file);
    for (const [oldest, one] of all.files) {
      if (all.size <= most) break;
      all.files.delete(oldest);
      all.size -= sizeOf(one);
    }
    return file;
  },
};

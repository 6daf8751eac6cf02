import { createHash } from "node:crypto";
import { buffer } from "node:stream/consumers";
import { gzipSync } from "fflate";
import { pack } from "tar-stream";

/** A package and its metadata. */
export type Tarball = {
  readonly bytes: Uint8Array;
  readonly sha512: Uint8Array;
  readonly sha1: Uint8Array;
  readonly files: number;
  /** Bytes of its files. */
  readonly unpacked: number;
};

/** The fixed time of files in packages, the same that npm uses. */
const mtime = new Date("1985-10-26T08:15:00Z");

/** Packs files under `package/`, as registry clients expect. The same files make the same bytes. */
export const tarballOf = async (
  files: readonly { readonly path: string; readonly text: string; readonly run?: boolean }[],
): Promise<Tarball> => {
  const tar = pack();
  for (const { path, text, run } of files) tar.entry({ name: `package/${path}`, mode: run ? 0o755 : 0o644, mtime, uid: 0, gid: 0 }, text);
  tar.finalize();
  const bytes = gzipSync(await buffer(tar), { level: 9, mtime: 0 });
  return {
    bytes,
    sha512: createHash("sha512").update(bytes).digest(),
    sha1: createHash("sha1").update(bytes).digest(),
    files: files.length,
    unpacked: files.reduce((sum, { text }) => sum + Buffer.byteLength(text), 0),
  };
};

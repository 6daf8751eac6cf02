import { createHash } from "node:crypto";
import { mkdir, readFile, rename, rm, writeFile } from "node:fs/promises";
import { dirname, join } from "node:path";
import { type Result, success, refused, wordsOf } from "./result";
import type { World } from "./world";

/** What a project has of one spec: the range it asked for, the version it has, and each file as it was written. */
export type Locked = {
  readonly range: string;
  readonly version: string;
  /** Of the package the files are of. */
  readonly integrity: string;
  readonly registry: string;
  /** The folder of the files, relative to the lock file's. */
  readonly into: string;
  /** The integrity of each file, by its path in that folder. */
  readonly files: Readonly<Record<string, string>>;
};

/** A file that is pushed to the draft of a spec, and the revision of the draft it holds or was made from. */
type Pushed = { readonly file: string; readonly revision: number };

/**
 * ypsiline.lock.json: the versions and files a project has, for projects without a package manager, and the drafts it writes
 * from code.
 */
export type Lock = {
  readonly lockVersion: 1;
  readonly specs: Readonly<Record<string, Locked>>;
  readonly pushed: Readonly<Record<string, Pushed>>;
};

export const lockName = "ypsiline.lock.json";

export const integrityOf = (bytes: Uint8Array): string => `sha512-${createHash("sha512").update(bytes).digest("base64")}`;

const texts = ["range", "version", "integrity", "registry", "into"] as const;
const isLocked = (data: unknown): data is Locked => {
  if (typeof data !== "object" || data === null) return false;
  const one = data as Readonly<Record<string, unknown>>;
  return texts.every((name) => typeof one[name] === "string") && typeof one["files"] === "object" && one["files"] !== null;
};

const isPushed = (data: unknown): data is Pushed => {
  if (typeof data !== "object" || data === null) return false;
  const { file, revision } = data as Partial<Pushed>;
  return typeof file === "string" && typeof revision === "number" && Number.isSafeInteger(revision) && revision > 0;
};

/** Whether a path stays in the folder it is said from. */
export const isInside = (path: string): boolean =>
  path !== "" && !path.startsWith("/") && !/^[a-z]:|\\/i.test(path) && !path.split("/").includes("..");

/** Reads the lock file of a folder; returns an empty one if there is none. */
export const readLock = async ({ cwd }: World): Promise<Result<Lock>> => {
  let text: string;
  try {
    text = await readFile(join(cwd, lockName), "utf8");
  } catch (error) {
    return (error as { code?: string }).code === "ENOENT"
      ? success({ lockVersion: 1, specs: {}, pushed: {} })
      : refused(`${lockName} cannot be read: ${wordsOf(error)}`);
  }
  try {
    const data = JSON.parse(text) as Partial<Lock>;
    if (data.lockVersion !== 1) return refused(`${lockName} /lockVersion must be 1`);
    for (const [name, one] of Object.entries(data.specs ?? {})) {
      if (!isLocked(one)) return refused(`${lockName} /specs/${name} must have range, version, integrity, registry, into and files`);
      const outside = [one.into, ...Object.keys(one.files)].find((path) => !isInside(path));
      if (outside !== undefined) return refused(`${lockName} /specs/${name} names ${outside}, which leads out of this folder`);
    }
    for (const [name, one] of Object.entries(data.pushed ?? {}))
      if (!isPushed(one)) return refused(`${lockName} /pushed/${name} must have file and revision`);
    return success({ lockVersion: 1, specs: data.specs ?? {}, pushed: data.pushed ?? {} });
  } catch (error) {
    return refused(`${lockName} must be JSON: ${wordsOf(error)}`);
  }
};

/** Writes a file in one step: readers see the old or the new file, never a part. */
export const writeWhole = async (path: string, bytes: Uint8Array | string): Promise<void> => {
  await mkdir(dirname(path), { recursive: true });
  const beside = `${path}.${process.pid}.new`;
  try {
    await writeFile(beside, bytes);
    await rename(beside, path);
  } catch (error) {
    await rm(beside, { force: true });
    throw error;
  }
};

const sorted = <T>(entries: Readonly<Record<string, T>>): Readonly<Record<string, T>> =>
  Object.fromEntries(Object.entries(entries).sort(([a], [b]) => (a < b ? -1 : 1)));

export const writeLock = async ({ cwd }: World, { lockVersion, specs, pushed }: Lock): Promise<void> => {
  const lock = { lockVersion, specs: sorted(specs), ...(Object.keys(pushed).length === 0 ? {} : { pushed: sorted(pushed) }) };
  await writeWhole(join(cwd, lockName), `${JSON.stringify(lock, null, 2)}\n`);
};

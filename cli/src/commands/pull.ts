import { readFile, rm } from "node:fs/promises";
import { join } from "node:path";
import { type Result, success, refused } from "../result";
import { integrityOf, isInside, type Lock, type Locked, lockName, readLock, writeLock, writeWhole } from "../lock";
import { fetchVersion, metadataOf, readSpecName, registryOf, type SpecName, versionIn } from "../registry/client";
import { withdrawnWords } from "../source";
import { textCommand } from "../command";
import { flag, list, text } from "../options";
import type { World } from "../world";

type PullAsked = {
  /** Specs to have, `@team/spec@range`; none for what the lock file says. */
  readonly specs: readonly string[];
  readonly into?: string | undefined;
  /** Files of the package to have; all where none are named. */
  readonly files: readonly string[];
  /** To the highest version in the range that was asked for, not the one the lock file has. */
  readonly update: boolean;
  /** Over files that were changed here. */
  readonly force: boolean;
};

/** The default folder of a spec's files. */
const usualFolder = (name: string): string => `layouts/${name.slice(1)}`;

type Wanted = SpecName & { readonly locked: Locked | null };

/** Files that would be overwritten although they were changed here, or are somebody else's. */
const changedHere = async (
  world: World,
  into: string,
  files: ReadonlyMap<string, Buffer>,
  locked: Locked | null,
): Promise<readonly string[]> => {
  const changed: string[] = [];
  for (const path of new Set([...files.keys(), ...Object.keys(locked?.into === into ? locked.files : {})])) {
    const there = await readFile(join(world.cwd, into, path)).catch((error: unknown) => {
      if ((error as { code?: string }).code === "ENOENT") return null;
      throw error;
    });
    if (there === null) continue;
    const is = integrityOf(there);
    const brought = files.get(path);
    if (is !== locked?.files[path] && !(brought && is === integrityOf(brought))) changed.push(`${into}/${path}`);
  }
  return changed;
};

/** Fetches one spec and writes its files; they are written only once all of it is here and is what it should be. */
const pulled = async (
  world: World,
  wanted: Wanted,
  asked: PullAsked,
  registry: string | undefined,
): Promise<Result<readonly [string, Locked]>> => {
  const { name, range, locked } = wanted;
  const where = await registryOf(world, registry ?? locked?.registry, name.split("/")[0] ?? "");
  if (!where.ok) return where;
  const metadata = await metadataOf(where.value, name);
  if (!metadata.ok) return metadata;
  const asLocked = locked !== null && !asked.update && asked.specs.length === 0;
  const version = asLocked ? success(locked.version) : versionIn(metadata.value, range);
  if (!version.ok) return version;
  const fetched = await fetchVersion(where.value, metadata.value, version.value, asLocked ? locked.integrity : undefined);
  if (!fetched.ok) return fetched;
  if (fetched.value.withdrawn !== null) world.warn(withdrawnWords(`${name} ${version.value}`, fetched.value.withdrawn));
  const into = asked.into ?? locked?.into ?? usualFolder(name);
  if (!isInside(into)) return refused(`--into must be a folder inside this one, not ${into}`);
  const chosen = asked.files.length > 0 ? asked.files : locked ? Object.keys(locked.files) : [...fetched.value.files.keys()];
  const files = new Map<string, Buffer>();
  for (const path of chosen) {
    const bytes = fetched.value.files.get(path);
    if (!bytes) return refused(`${name} ${version.value} has no ${path}; it has ${[...fetched.value.files.keys()].join(", ")}`);
    files.set(path, bytes);
  }
  const changed = asked.force ? [] : await changedHere(world, into, files, locked);
  if (changed.length > 0)
    return refused(
      `${changed.join(", ")} ${changed.length === 1 ? "was" : "were"} changed here and would be overwritten. Use --force to overwrite`,
    );
  for (const [path, bytes] of files) await writeWhole(join(world.cwd, into, path), bytes);
  for (const path of Object.keys(locked?.into === into ? locked.files : {}))
    if (!files.has(path)) await rm(join(world.cwd, into, path), { force: true });
  const kept = asLocked ? locked.range : range;
  return success([
    name,
    {
      range: kept === "latest" ? `^${version.value}` : kept,
      version: version.value,
      integrity: fetched.value.integrity,
      registry: where.value.url,
      into,
      files: Object.fromEntries([...files].map(([path, bytes]) => [path, integrityOf(bytes)])),
    },
  ]);
};

/** Brings published specs into a folder: those that are named, or those of its lock file. Answers what it did in words. */
const pullSpecs = async (world: World, asked: PullAsked, registry?: string): Promise<Result<string>> => {
  const lock = await readLock(world);
  if (!lock.ok) return lock;
  const wanted: Wanted[] = [];
  for (const text of asked.specs) {
    const spec = readSpecName(text);
    if (!spec) return refused(`${text} is not a spec. Name one as @team/spec or @team/spec@range`);
    wanted.push({ ...spec, locked: lock.value.specs[spec.name] ?? null });
  }
  if (asked.specs.length === 0)
    for (const [name, locked] of Object.entries(lock.value.specs)) wanted.push({ name, range: locked.range, locked });
  if (wanted.length === 0) return refused(`${lockName} has no specs. Name one: ypsiline pull @team/spec --registry https://HOST/npm/`);
  let now: Lock = lock.value;
  const lines: string[] = [];
  for (const one of wanted) {
    const done = await pulled(world, one, asked, registry);
    if (!done.ok) return refused([...lines, done.message].join("\n"));
    const [name, locked] = done.value;
    now = { ...now, specs: { ...now.specs, [name]: locked } };
    // One by one, so that downloaded specs stay in the lock file if the next one fails.
    await writeLock(world, now);
    const count = Object.keys(locked.files).length;
    lines.push(
      `${name} ${one.locked && one.locked.version !== locked.version ? `${one.locked.version} → ` : ""}${locked.version}: ${count} ${count === 1 ? "file" : "files"} in ${locked.into}`,
    );
  }
  return success(`${lines.join("\n")}\n`);
};

export const pull = textCommand({
  name: "pull",
  arguments: "[specs...]",
  example: "pull @team/spec@range",
  summary: "download published specs into this folder, each file as it was published",
  options: {
    into: text("--into <folder>", "target folder (default: layouts/TEAM/SPEC)"),
    files: list("--files <names>", "files of the package, separated by commas (default: all)"),
    update: flag("--update", "take the highest version in range, not the one in the lock file"),
    force: flag("--force", "overwrite files that were changed here"),
  },
  run: (world, specs, { into, files = [], update = false, force = false, registry }) =>
    pullSpecs(world, { specs, into, files, update, force }, registry),
});

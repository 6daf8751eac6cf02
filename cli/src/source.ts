import { readFile, stat } from "node:fs/promises";
import { type Result, success, refused, wordsOf } from "./result";
import { fetchVersion, metadataOf, readSpecName, registryOf, versionIn } from "./registry/client";
import { pathIn, type World } from "./world";

/** The content of a FILE: its name for messages, its text, and, for a withdrawn version, the reason. */
export type Source = { readonly name: string; readonly text: string; readonly withdrawn?: string };

/** Largest file, as the application imports. */
const most = 5 * 1024 * 1024;

const decoded = (name: string, bytes: Uint8Array): Result<Source> => {
  if (bytes.length > most) return refused(`${name} is larger than ${most / 1024 / 1024} MiB`);
  try {
    return success({ name, text: new TextDecoder("utf-8", { fatal: true }).decode(bytes) });
  } catch {
    return refused(`${name} is not UTF-8 text. Save it as UTF-8`);
  }
};

/** The sentence about a withdrawn version; a registry's own sentence may begin the same way. */
export const withdrawnWords = (named: string, reason: string): string =>
  `${named} was withdrawn: ${reason.replace(/^withdrawn:?\s*/i, "")}`;

/**
 * Reads a FILE: a path, `-` for what is piped in, or a published spec (`@team/spec@range`), of which `inside` names the file
 * of its package.
 */
export const readSource = async (
  world: World,
  file: string,
  registry: string | undefined,
  inside = "layout.json",
): Promise<Result<Source>> => {
  if (file === "-") {
    const text = await world.stdin();
    return text.trim() === ""
      ? refused("nothing was piped in: - reads the output of another command")
      : decoded("-", Buffer.from(text, "utf8"));
  }
  const spec = readSpecName(file);
  if (spec) {
    const where = await registryOf(world, registry, spec.name.split("/")[0] ?? "");
    if (!where.ok) return where;
    const metadata = await metadataOf(where.value, spec.name);
    if (!metadata.ok) return metadata;
    const version = versionIn(metadata.value, spec.range);
    if (!version.ok) return version;
    const package_ = await fetchVersion(where.value, metadata.value, version.value);
    if (!package_.ok) return package_;
    const bytes = package_.value.files.get(inside);
    const named = `${spec.name}@${version.value}`;
    if (!bytes) return refused(`${named} has no ${inside}`);
    const { withdrawn } = package_.value;
    if (withdrawn !== null) world.warn(withdrawnWords(named, withdrawn));
    const source = decoded(named, bytes);
    return source.ok && withdrawn !== null ? success({ ...source.value, withdrawn }) : source;
  }
  try {
    const path = pathIn(world, file);
    const { size } = await stat(path);
    if (size > most) return refused(`${file} is larger than ${most / 1024 / 1024} MiB`);
    return decoded(file, await readFile(path));
  } catch (error) {
    const code = (error as { code?: string }).code;
    return refused(
      code === "ENOENT"
        ? `there is no file ${file}`
        : code === "EISDIR"
          ? `${file} is a folder. Name a file in it`
          : `${file} cannot be read: ${wordsOf(error)}`,
    );
  }
};

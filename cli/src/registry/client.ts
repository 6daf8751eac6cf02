import { createHash, timingSafeEqual } from "node:crypto";
import { Readable } from "node:stream";
import { createGunzip } from "node:zlib";
import { maxSatisfying, rcompare, validRange } from "semver";
import { extract } from "tar-stream";
import { type Result, success, refused, wordsOf } from "../result";
import type { World } from "../world";
import { fetchThrough, type Proxies, proxiesOf } from "./proxies";
import { npmSettings, tokenFor } from "./npmrc";

/** A published spec as it is named: `@skerry/passenger-booking@^2.1.0`; the range is `latest` where none is said. */
export type SpecName = { readonly name: string; readonly range: string };

/** Reads `@team/spec@range`; null if the text is not one. */
export const readSpecName = (text: string): SpecName | null => {
  const found = /^(@[a-z][a-z0-9-]{0,59}\/[a-z][a-z0-9-]{0,59})(?:@(.+))?$/.exec(text);
  return found ? { name: found[1] ?? "", range: found[2] ?? "latest" } : null;
};

/** A registry, how it is shown who asks, and the proxies it is asked through. */
export type Registry = { readonly url: string; readonly token: string | null; readonly proxies: Proxies };

/** npm's own registry, the default of npm's settings. It has no specs. */
const notOurs = /^https?:\/\/registry\.npmjs\.org\/?$/;

/**
 * The registry of a scope: the named one, else the one in npm's settings. YPSILINE_TOKEN takes precedence over a token
 * there.
 */
export const registryOf = async (world: World, said: string | undefined, scope: string): Promise<Result<Registry>> => {
  const settings = await npmSettings(world);
  const general = settings.get("registry");
  const url = said ?? settings.get(`${scope}:registry`) ?? (general !== undefined && !notOurs.test(general) ? general : undefined);
  if (url === undefined)
    return refused(
      `the registry of ${scope} is not known. Name it with --registry https://HOST/npm/, or add ${scope}:registry=https://HOST/npm/ to .npmrc`,
    );
  if (!URL.canParse(url) || !/^https?:$/.test(new URL(url).protocol))
    return refused(`--registry must be an address like https://HOST/npm/, not ${url}`);
  const address = `${url.replace(/\/*$/, "")}/`;
  const token = world.env["YPSILINE_TOKEN"];
  return success({ url: address, token: token ? token : tokenFor(settings, address), proxies: proxiesOf(settings, world.env) });
};

/** A version as metadata has it. */
type Offered = {
  readonly dist: { readonly tarball: string; readonly integrity: string };
  readonly deprecated?: string;
};
export type Metadata = {
  readonly name: string;
  readonly "dist-tags": Readonly<Record<string, string>>;
  readonly versions: Readonly<Record<string, Offered>>;
};

const patience = 30_000;
const mebibyte = 1024 * 1024;
const most = { metadata: 50 * mebibyte, tarball: 50 * mebibyte, unpacked: 200 * mebibyte };

/** Fetches with the token, which is only sent to the registry itself. */
const fetched = async (registry: Registry, url: string, limit: number, accept: string): Promise<Result<Buffer>> => {
  try {
    const own = url.startsWith(registry.url);
    const answer = await fetchThrough(registry.proxies, url, {
      headers: { Accept: accept, ...(own && registry.token !== null ? { Authorization: `Bearer ${registry.token}` } : {}) },
      signal: AbortSignal.timeout(patience),
    });
    if (!answer.ok) {
      const text = await answer.text();
      let why = "";
      try {
        why = (JSON.parse(text) as { detail?: string }).detail ?? "";
      } catch {
        // A server that is no registry of ours says what it likes.
      }
      return refused(`${url} answered ${answer.status}${why === "" ? "" : `: ${why}`}`);
    }
    const parts: Uint8Array[] = [];
    let size = 0;
    for await (const part of answer.body ?? []) {
      size += part.length;
      if (size > limit) return refused(`${url} sent more than ${limit / mebibyte} MiB`);
      parts.push(part);
    }
    return success(Buffer.concat(parts));
  } catch (error) {
    return refused(
      `${url} cannot be reached: ${error instanceof Error && error.cause instanceof Error ? error.cause.message : wordsOf(error)}`,
    );
  }
};

/** The metadata of a package, as installing reads it. */
export const metadataOf = async (registry: Registry, name: string): Promise<Result<Metadata>> => {
  const answer = await fetched(registry, registry.url + name.replace("/", "%2f"), most.metadata, "application/vnd.npm.install-v1+json");
  if (!answer.ok) return answer;
  try {
    const data = JSON.parse(answer.value.toString("utf8")) as Partial<Metadata>;
    if (typeof data.versions !== "object" || typeof data["dist-tags"] !== "object") throw new Error("it has no versions");
    return success(data as Metadata);
  } catch (error) {
    return refused(`${registry.url} did not answer with package metadata for ${name}: ${wordsOf(error)}`);
  }
};

/**
 * The version of a range, chosen as npm does: the tag's, else the highest in range that was not withdrawn, else the
 * highest in range.
 */
export const versionIn = (metadata: Metadata, range: string): Result<string> => {
  const all = Object.keys(metadata.versions);
  const tagged = metadata["dist-tags"][range];
  if (tagged !== undefined) return success(tagged);
  if (range !== "latest" && validRange(range) === null)
    return refused(`${range} is not a version range. Use one like ^2.1.0, 2.1.0 or latest`);
  const standing = all.filter((version) => metadata.versions[version]?.deprecated === undefined);
  const wanted = range === "latest" ? "*" : range;
  const found = maxSatisfying(standing, wanted) ?? maxSatisfying(all, wanted);
  return found === null
    ? refused(`no version of ${metadata.name} is in ${range}. Published: ${all.sort(rcompare).slice(0, 10).join(", ")}`)
    : success(found);
};

/** Whether bytes match an integrity (sha512-…, Subresource Integrity). */
const isWhole = (bytes: Uint8Array, integrity: string): boolean => {
  const found = /^sha512-([A-Za-z0-9+/]{86}==)$/.exec(integrity);
  if (!found) return false;
  const wanted = Buffer.from(found[1] ?? "", "base64");
  return timingSafeEqual(createHash("sha512").update(bytes).digest(), wanted);
};

/** Files of a package by their path in it. */
type Files = ReadonlyMap<string, Buffer>;

/** Unpacks a package; plain files only, inside it, up to a size. */
const unpacked = async (bytes: Uint8Array): Promise<Result<Files>> => {
  const files = new Map<string, Buffer>();
  const tar = extract();
  const gunzip = createGunzip();
  const failed = new Promise<never>((_resolve, reject) => gunzip.on("error", reject));
  Readable.from([bytes]).pipe(gunzip).pipe(tar);
  const reading = (async (): Promise<Result<Files>> => {
    let size = 0;
    for await (const entry of tar) {
      const path = entry.header.name.replace(/^[^/]*\//, "");
      if (entry.header.type !== "file" || path === "" || path.split("/").includes("..")) {
        entry.resume();
        continue;
      }
      const parts: Buffer[] = [];
      for await (const part of entry as AsyncIterable<Buffer>) {
        size += part.length;
        if (size > most.unpacked) return refused(`the package unpacks to more than ${most.unpacked / mebibyte} MiB`);
        parts.push(part);
      }
      files.set(path, Buffer.concat(parts));
    }
    return success(files);
  })();
  try {
    return await Promise.race([reading, failed]);
  } catch (error) {
    return refused(`the package cannot be unpacked: ${wordsOf(error)}`);
  }
};

/** A version as it was fetched. */
export type Fetched = { readonly version: string; readonly integrity: string; readonly files: Files; readonly withdrawn: string | null };

/**
 * Fetches a version completely or not at all. Its integrity must be `integrity` if given, else the one in the metadata.
 */
export const fetchVersion = async (
  registry: Registry,
  metadata: Metadata,
  version: string,
  integrity?: string,
): Promise<Result<Fetched>> => {
  const offered = metadata.versions[version];
  if (!offered) return refused(`${metadata.name} has no version ${version}`);
  const wanted = integrity ?? offered.dist.integrity;
  const bytes = await fetched(registry, offered.dist.tarball, most.tarball, "*/*");
  if (!bytes.ok) return bytes;
  if (!isWhole(bytes.value, wanted))
    return refused(`${metadata.name} ${version} was damaged or replaced: its integrity is not ${wanted}. Nothing was written.`);
  const files = await unpacked(bytes.value);
  return files.ok ? success({ version, integrity: wanted, files: files.value, withdrawn: offered.deprecated ?? null }) : files;
};

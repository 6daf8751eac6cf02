import { tarballPath } from "./address";

/** A version of a package in the registry. */
export type PackedVersion = {
  readonly number: string;
  /** package.json as it is in the package. */
  readonly manifest: string;
  readonly sha512: Uint8Array;
  readonly sha1: Uint8Array;
  readonly files: number;
  readonly unpacked: number;
  readonly publishedAt: Date;
  /** Why and when it was withdrawn; null if it was not. */
  readonly withdrawn: { readonly reason: string; readonly at: Date } | null;
};

/**
 * A package with its versions, the highest first, the README of the latest, and its drafts, the latest first, for those who may
 * read them.
 */
export type Package = {
  readonly name: string;
  readonly versions: readonly PackedVersion[];
  readonly readme: string;
  readonly drafts?: readonly PackedVersion[];
};

/** Every version of a package, drafts included. */
export const allOf = ({ versions, drafts = [] }: Package): readonly PackedVersion[] => [...drafts, ...versions];

/** `full` as `npm view` reads it, `abbreviated` as installing does (application/vnd.npm.install-v1+json). */
export type MetadataForm = "full" | "abbreviated";

/** The highest version that is not withdrawn, or null. */
export const latestOf = (versions: readonly PackedVersion[]): string | null =>
  versions.find(({ withdrawn }) => withdrawn === null)?.number ?? null;

/** The members of package.json that installing needs (the npm registry's list for the abbreviated form). */
const installing = [
  "bin",
  "engines",
  "dependencies",
  "optionalDependencies",
  "bundleDependencies",
  "peerDependencies",
  "peerDependenciesMeta",
  "cpu",
  "os",
] as const;

/** The metadata of a version: package.json, whole or abbreviated, and its tarball. */
export const versionMetadata = (name: string, version: PackedVersion, registry: string, form: MetadataForm): Record<string, unknown> => {
  const { number, sha512, sha1, files, unpacked, withdrawn } = version;
  const manifest = JSON.parse(version.manifest) as Readonly<Record<string, unknown>>;
  const short = Object.fromEntries(installing.flatMap((member) => (member in manifest ? [[member, manifest[member]]] : [])));
  return {
    ...(form === "full" ? { ...manifest, _id: `${name}@${number}` } : { name, version: number, ...short }),
    dist: {
      integrity: `sha512-${Buffer.from(sha512).toString("base64")}`,
      shasum: Buffer.from(sha1).toString("hex"),
      tarball: registry + tarballPath(name, number),
      fileCount: files,
      unpackedSize: unpacked,
    },
    ...(withdrawn ? { deprecated: withdrawn.reason } : {}),
  };
};

/** `latest` is never a draft; `next` is the latest of them. */
export const tagsOf = ({ versions, drafts: [next] = [] }: Package): Readonly<Record<string, string>> => {
  const latest = latestOf(versions);
  return { ...(latest === null ? {} : { latest }), ...(next ? { next: next.number } : {}) };
};

/**
 * The metadata of a package for registry clients, with addresses of the registry that was asked. A withdrawn version is
 * deprecated with its reason, and never `latest`.
 */
export const packageMetadata = (one: Package, registry: string, form: MetadataForm): Record<string, unknown> => {
  const { name, readme } = one;
  const versions = allOf(one);
  const rising = [...versions].reverse();
  const all = Object.fromEntries(rising.map((version) => [version.number, versionMetadata(name, version, registry, form)]));
  const moments = versions.flatMap(({ publishedAt, withdrawn }) => [publishedAt, ...(withdrawn ? [withdrawn.at] : [])]);
  const modified = new Date(Math.max(...moments.map(Number))).toISOString();
  const tags = tagsOf(one);
  if (form === "abbreviated") return { name, modified, "dist-tags": tags, versions: all };
  const latest = versions.find(({ number }) => number === tags["latest"]) ?? versions[0];
  return {
    _id: name,
    name,
    description: latest && (JSON.parse(latest.manifest) as { description?: string }).description,
    "dist-tags": tags,
    versions: all,
    time: {
      created: rising[0]?.publishedAt.toISOString(),
      modified,
      ...Object.fromEntries(rising.map(({ number, publishedAt }) => [number, publishedAt.toISOString()])),
    },
    readme,
    readmeFilename: "README.md",
  };
};

import { manifestOf, packageFiles, parseVersion, plainFileOptions, versionChanges } from "@ypsiline/core";
import { packageFile } from "@/wire/files";
import { type KeptFile, keptFile } from "../http/kept-file";
import type { SheetOf } from "./pdf";
import { tarballOf } from "./tarball";
import { writeAll } from "./write-named-file";

/** What is stored about a package besides its tarball (docs/packages.md). */
type KeptPackage = {
  readonly manifest: string;
  readonly readme: string;
  readonly changes: string;
  readonly sha1: Uint8Array;
  readonly files: number;
  readonly unpacked: number;
};

/** Everything that is written when a version is published. */
export type WrittenVersion = { readonly files: readonly KeptFile[]; readonly package: KeptPackage };

/** A version to be written: its package's name, and the changes of earlier versions, the latest first. */
export type VersionToWrite = {
  readonly name: string;
  readonly description: string;
  /** The address of its page. */
  readonly home: string | null;
  readonly earlier: readonly string[];
};

/** Largest file that is written before anybody requests it, bytes. */
const mostKept = 512 * 1024;

/** Files that are usually large and rarely requested: pictures. */
const isLarge = (name: string): boolean => name.endsWith(".png");

/**
 * Writes the package of a version and its files, plain as they are asked for without a query. Pictures, what
 * is larger than `mostKept`, and what there is no time for are not among them: each is written when it is first asked for, and kept then.
 */
export const writeVersion = async (
  sheet: SheetOf,
  { name, description, home, earlier }: VersionToWrite,
  late: () => boolean,
): Promise<WrittenVersion> => {
  const { layout, version, at, note, before } = sheet;
  if (!parseVersion(version.replace(/-draft\.\d+$/, ""))) throw new RangeError(`${version} is no version number`);
  const changes = versionChanges({ number: version, day: at.toISOString().slice(0, 10), note, layout, before });
  const release = { name, version, description, layout, home, changes: [changes, ...earlier] };
  const contents = packageFiles(release);
  const { bytes, sha1, files: count, unpacked } = await tarballOf(contents);
  const files = [keptFile(packageFile, "application/gzip", bytes)];
  const all = await writeAll(sheet, plainFileOptions, { late, without: isLarge });
  for (const [file, { body, mediaType }] of all.files) {
    const written = keptFile(file, mediaType, body);
    if (written.body.byteLength <= mostKept) files.push(written);
  }
  return {
    files,
    package: {
      manifest: JSON.stringify(manifestOf(release)),
      readme: contents.find(({ path }) => path === "README.md")?.text ?? "",
      changes,
      sha1,
      files: count,
      unpacked,
    },
  };
};

import type { Level } from "@ypsiline/core";
import { diff, gt, rcompare } from "semver";
import { type Result, success } from "../result";
import { type Locked, lockName, readLock } from "../lock";
import { type Metadata, metadataOf, registryOf, versionIn } from "../registry/client";
import { withdrawnWords } from "../source";
import type { Looked, Outcome, Reported } from "../report/outcome";
import { aligned } from "../table";
import { reportCommand } from "../command";
import type { World } from "../world";

const looked: readonly Looked[] = [
  { id: "withdrawn", level: "problem", source: "the version in use was withdrawn" },
  { id: "behind", level: "caution", source: "a later version is in range" },
  { id: "out-of-range", level: "note", source: "a later version is outside the range" },
];

/** The versions of one spec: the one in use, the latest in range, and the latest of all. */
type Standing = {
  readonly name: string;
  readonly current: string;
  readonly wanted: string;
  readonly latest: string;
  readonly findings: readonly Reported[];
};

const standingOf = (name: string, { version, range }: Locked, metadata: Metadata): Result<Standing> => {
  const wanted = versionIn(metadata, range);
  if (!wanted.ok) return wanted;
  const latest = metadata["dist-tags"]["latest"] ?? Object.keys(metadata.versions).sort(rcompare)[0] ?? version;
  const said = (rule: string, level: Level, message: string): Reported => ({
    rule,
    level,
    subject: lockName,
    about: name,
    message,
    sum: "",
    pointer: `/specs/${name.replaceAll("/", "~1")}`,
    line: null,
    accepted: null,
  });
  const reason = metadata.versions[version]?.deprecated;
  const levelTo = (to: string): string => diff(version, to) ?? "";
  return success({
    name,
    current: version,
    wanted: wanted.value,
    latest,
    findings: [
      ...(reason === undefined ? [] : [said("withdrawn", "problem", withdrawnWords(version, reason))]),
      ...(gt(wanted.value, version)
        ? [said("behind", "caution", `${version} → ${wanted.value} (${levelTo(wanted.value)}) is in ${range}`)]
        : []),
      ...(gt(latest, wanted.value) ? [said("out-of-range", "note", `${latest} (${levelTo(latest)}) is outside ${range}`)] : []),
    ],
  });
};

/** Versions of what a folder has by its lock file against what is published. */
const compareLock = async (world: World, registry?: string): Promise<Result<Outcome>> => {
  const lock = await readLock(world);
  if (!lock.ok) return lock;
  const all: Standing[] = [];
  for (const [name, locked] of Object.entries(lock.value.specs)) {
    const where = await registryOf(world, registry ?? locked.registry, name.split("/")[0] ?? "");
    if (!where.ok) return where;
    const metadata = await metadataOf(where.value, name);
    if (!metadata.ok) return metadata;
    const standing = standingOf(name, locked, metadata.value);
    if (!standing.ok) return standing;
    all.push(standing.value);
  }
  const table = aligned([
    ["Spec", "has", "in range", "latest"],
    ...all.map(({ name, current, wanted, latest }) => [name, current, wanted, latest]),
  ]);
  return success({
    subjects: [lockName],
    looked,
    findings: all.flatMap(({ findings }) => findings),
    lines: all.length === 0 ? [`${lockName} has no specs yet. Add one with: ypsiline pull @team/spec`] : table.split("\n"),
    data: { specs: all.map(({ findings: _findings, ...one }) => one) },
  });
};

export const outdated = reportCommand({
  name: "outdated",
  arguments: "",
  example: "outdated",
  summary: "compare the versions in ypsiline.lock.json with what is published",
  levels: {
    problem: "the version you have was withdrawn",
    caution: "a later one is in your range",
    note: "a later one is outside it",
  },
  options: {},
  run: (world, _, { registry }) => compareLock(world, registry),
});

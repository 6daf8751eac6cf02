import { changesJson, formats, takeOver, type VersionLevel, versionLevels } from "@ypsiline/core";
import { type Result, success } from "../result";
import { type LayoutFile, readLayoutFile } from "../layout-file";
import type { Outcome, Reported } from "../report/outcome";
import { reportCommand } from "../command";
import { choice } from "../options";
import type { World } from "../world";

const rule = "version-level";

/** A layout with what its file says nothing of taken from another: a stylesheet has no areas, and takes none away. */
const filled = ({ layout, format }: LayoutFile, from: LayoutFile): LayoutFile["layout"] =>
  format === "layout" ? layout : takeOver(from.layout, layout, format, false);

/** Lines about a file whose format cannot hold all of a layout. */
const unsaid = ({ name, format, lost }: LayoutFile): readonly string[] =>
  format === "layout"
    ? []
    : [`${name} is ${formats[format].said}: only what it can hold is compared.`, ...lost.map((one) => `${name}: not read: ${one}`)];

/** The changes between two layouts in words, and the version level they need; a level above `most` is a problem. */
const diffFiles = async (
  world: World,
  a: string,
  b: string,
  most: VersionLevel | undefined,
  registry?: string,
): Promise<Result<Outcome>> => {
  const before = await readLayoutFile(world, a, registry);
  if (!before.ok) return before;
  const after = await readLayoutFile(world, b, registry);
  if (!after.ok) return after;
  const was = after.value.format === "layout" ? filled(before.value, after.value) : before.value.layout;
  const is = filled(after.value, { ...before.value, layout: was });
  const { level, changes, sentences } = changesJson(was, is);
  const subject = `${before.value.name} → ${after.value.name}`;
  const above = most !== undefined && level !== null && versionLevels.indexOf(level) > versionLevels.indexOf(most);
  const finding: Reported = {
    rule,
    level: "problem",
    subject: after.value.name,
    about: subject,
    message: `The changes need a ${level} version. At most ${most} is allowed.`,
    sum: "",
    pointer: null,
    line: null,
    accepted: null,
  };
  return success({
    subjects: [after.value.name],
    looked: [{ id: rule, level: "problem", source: "common practice: Semantic Versioning 2.0.0, section 8" }],
    findings: above ? [finding] : [],
    lines: [
      ...(level === null ? [`${subject}: no differences.`] : [`${subject}: ${level}`, ...sentences.map((one) => `- ${one}.`)]),
      ...unsaid(before.value),
      ...unsaid(after.value),
    ],
    data: { before: before.value.name, after: after.value.name, level, changes, sentences },
  });
};

export const diff = reportCommand({
  name: "diff",
  arguments: "<a> <b>",
  example: "diff A B",
  summary: "list the changes between two layouts and the version level they need",
  levels: { problem: "a level above `--most`" },
  options: { most: choice("--most <level>", "highest version level that is allowed", versionLevels) },
  run: (world, [a = "", b = ""], { most, registry }) => diffFiles(world, a, b, most, registry),
});

import { check as checkLayout, findingsJson, ruleIds, ruleOf } from "@ypsiline/core";
import { type Result, success } from "../result";
import { linesOf, type LayoutFile, readLayoutFile } from "../layout-file";
import type { Looked, Outcome, Reported } from "../report/outcome";
import { readSpecName } from "../registry/client";
import { withdrawnWords } from "../source";
import { reportCommand } from "../command";
import type { World } from "../world";

const withdrawnRule: Looked = { id: "withdrawn", level: "problem", source: "the version that is checked was withdrawn" };
/** The rules of a check. */
export const checkedRules: readonly Looked[] = ruleIds.map((id) => ({ id, ...ruleOf(id) }));

/** What core finds in one layout, and the same as JSON. */
export const checked = (file: LayoutFile) => {
  const { name, layout, lost, format } = file;
  const answer = findingsJson(checkLayout(layout), layout);
  const lineOf = linesOf(file);
  const whole = new Map(layout.breakpoints.map((one) => [one.id, one.name]));
  const findings = answer.findings.map((one): Reported => ({
    rule: one.rule,
    level: one.level,
    subject: name,
    about: whole.get(one.breakpoint) ?? one.breakpoint,
    message: one.message,
    sum: one.sum,
    pointer: one.path,
    line: lineOf(one.path),
    accepted: "accepted" in one ? (one.accepted ?? null) : null,
  }));
  if (file.withdrawn !== undefined)
    findings.unshift({
      rule: withdrawnRule.id,
      level: withdrawnRule.level,
      subject: name,
      about: name,
      message: withdrawnWords(name, file.withdrawn),
      sum: "",
      pointer: null,
      line: null,
      accepted: null,
    });
  return { findings, lost, data: { file: name, format, ...answer, lost } };
};

/** Findings of layouts, of any format that is read. */
const checkFiles = async (world: World, files: readonly string[], registry?: string): Promise<Result<Outcome>> => {
  const all = [];
  for (const file of files) {
    const read = await readLayoutFile(world, file, registry);
    if (!read.ok) return read;
    all.push({ name: read.value.name, ...checked(read.value) });
  }
  return success({
    subjects: all.map(({ name }) => name),
    looked: files.some((file) => readSpecName(file) !== null) ? [...checkedRules, withdrawnRule] : checkedRules,
    findings: all.flatMap(({ findings }) => findings),
    lines: all.flatMap(({ name, lost }) => lost.map((one) => `${name}: not read: ${one}`)),
    data: { files: all.map(({ data }) => data) },
  });
};

export const check = reportCommand({
  name: "check",
  arguments: "<file...>",
  example: "check FILE…",
  summary: "list the findings of layout documents, stylesheets, tokens or tables",
  levels: { problem: "a rule's own level; a version that was withdrawn", caution: "a rule's own level", note: "a rule's own level" },
  options: {},
  run: (world, files, { registry }) => checkFiles(world, files, registry),
});

import { readFile, stat } from "node:fs/promises";
import { join } from "node:path";
import { glob } from "tinyglobby";
import type { Level } from "@ypsiline/core";
import { reportCommand } from "../command";
import { readLayoutFile } from "../layout-file";
import { factsOf } from "../lint/facts";
import { type Levels, lintRules, lintSheet, mendedText, ownNamesOf } from "../lint/lint";
import { readSheet, type Sheet } from "../lint/sheet";
import { readLock, writeWhole } from "../lock";
import { flag, list, text } from "../options";
import type { Outcome } from "../report/outcome";
import { type Result, success, refused, wordsOf } from "../result";
import type { World } from "../world";

/** Largest stylesheet that is read, bytes, and the most files of one run. */
const most = { bytes: 5 * 1024 * 1024, files: 20_000 };

const levels: Readonly<Record<string, Level | null>> = { off: null, note: "note", caution: "caution", problem: "problem" };

/** `--rule off-base=problem`: the level of rules in this run. */
const levelsIn = (typed: readonly string[]): Result<Levels> => {
  const set: Record<string, Level | null> = {};
  for (const one of typed) {
    const [id = "", level = ""] = one.split("=");
    if (!lintRules.some((rule) => rule.id === id))
      return refused(`--rule ${id} is no rule. The rules are ${lintRules.map((rule) => rule.id).join(", ")}`);
    if (!Object.hasOwn(levels, level)) return refused(`--rule ${id} must be off, note, caution or problem, not ${level}`);
    set[id] = levels[level] ?? null;
  }
  return success(set);
};

/** The files of patterns, by name. A file that is named stands whatever it is called. */
const filesOf = async ({ cwd }: World, patterns: readonly string[]): Promise<Result<readonly string[]>> => {
  const found = await glob([...patterns], { cwd, ignore: ["**/node_modules/**"], dot: false, expandDirectories: false });
  if (found.length === 0) return refused(`${patterns.join(", ")} matches no file`);
  return found.length > most.files
    ? refused(`${patterns.join(", ")} matches more than ${most.files.toLocaleString("en")} files`)
    : success(found.sort());
};

/** The layout to hold stylesheets against: the named one, else the one that is pushed from here, else layout.json. */
const specOf = async (world: World, said: string | undefined): Promise<Result<string>> => {
  if (said !== undefined) return success(said);
  const lock = await readLock(world);
  if (!lock.ok) return lock;
  const [file, ...others] = new Set(Object.values(lock.value.pushed).map((pushed) => pushed.file));
  if (others.length > 0) return refused(`several layouts are pushed from here: ${[file, ...others].join(", ")}. Name one with --spec`);
  return success(file ?? "layout.json");
};

/** Reads files as stylesheets. One that cannot be read is said, and stops nothing. */
const sheetsOf = async (world: World, files: readonly string[]) => {
  const sheets: (Sheet & { readonly text: string })[] = [];
  const unread: string[] = [];
  for (const file of files) {
    const path = join(world.cwd, file);
    try {
      const { size } = await stat(path);
      const text = size > most.bytes ? null : await readFile(path, "utf8");
      const read = text === null ? refused(`${file} is larger than ${most.bytes / 1024 / 1024} MiB`) : readSheet(file, text);
      if (read.ok) sheets.push({ ...read.value, text: text ?? "" });
      else unread.push(read.message);
    } catch (error) {
      unread.push(`${file} cannot be read: ${wordsOf(error)}`);
    }
  }
  return { sheets, unread };
};

type LintAsked = {
  readonly patterns: readonly string[];
  readonly spec: string | undefined;
  readonly rules: readonly string[];
  readonly fix: boolean;
};

/** Holds stylesheets against a layout, and mends them first if asked to. */
const lintFiles = async (world: World, asked: LintAsked, registry: string | undefined): Promise<Result<Outcome>> => {
  const set = levelsIn(asked.rules);
  if (!set.ok) return set;
  const named = await specOf(world, asked.spec);
  const layout = named.ok ? await readLayoutFile(world, named.value, registry) : named;
  if (!layout.ok) return layout;
  const facts = factsOf(layout.value.layout);
  if (!facts.ok) return facts;
  const files = await filesOf(world, asked.patterns);
  if (!files.ok) return files;
  let { sheets, unread } = await sheetsOf(world, files.value);
  const own = ownNamesOf(sheets);
  const linted = (sheet: Sheet) => lintSheet(sheet, facts.value, own, set.value);
  let count = 0;
  for (const sheet of asked.fix ? sheets : []) {
    const mended = mendedText(sheet.text, linted(sheet));
    if (mended.count > 0) await writeWhole(join(world.cwd, sheet.name), mended.text);
    count += mended.count;
  }
  if (count > 0) ({ sheets, unread } = await sheetsOf(world, files.value));
  const findings = sheets.flatMap((sheet) =>
    linted(sheet).map(({ rule, level, message, line, column, accepted }) => ({
      rule: rule.id,
      level,
      subject: sheet.name,
      about: `${line}:${column}`,
      message,
      sum: "",
      pointer: null,
      line,
      column,
      accepted,
    })),
  );
  return success({
    subjects: sheets.map(({ name }) => name),
    looked: lintRules.map(({ id, level, source }) => ({ id, level, source })),
    findings,
    lines: [
      ...unread.map((words) => `not read: ${words}`),
      ...(asked.fix ? [`${count} ${count === 1 ? "place was" : "places were"} mended.`] : []),
    ],
    data: { spec: layout.value.name, files: sheets.length, unread, mended: count, findings },
  });
};

export const lint = reportCommand({
  name: "lint",
  arguments: "<files...>",
  example: 'lint "src/**/*.css" --spec FILE',
  summary: "hold stylesheets against a layout: widths, spacing, columns, line heights and names",
  levels: {
    problem: "`unknown-name`",
    caution: "`query-width`, `off-base`, `other-columns`, `off-baseline`",
    note: "`held-number`",
  },
  options: {
    spec: text("--spec <file>", "layout to hold them against (default: the one pushed from here, else layout.json)"),
    fix: flag("--fix", "mend what has exactly one right answer, in the files"),
    rule: list("--rule <rule=level>", "level of a rule: off, note, caution or problem"),
  },
  run: (world, patterns, { spec, rule: rules = [], fix = false, registry }) => lintFiles(world, { patterns, spec, rules, fix }, registry),
});

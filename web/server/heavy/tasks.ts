import {
  add,
  applyChanges,
  type Change,
  boxListJson,
  changesJson,
  check,
  compareLayouts,
  findingsJson,
  fit,
  formatOf,
  type FormatId,
  formats,
  grids,
  leastVersion,
  movedEdges,
  parseLayout,
  parseVersion,
  readBoxesJson,
  readStoredText,
  plainFileOptions,
  resolve,
  setAt,
  solve,
  toNumber,
  versionLevel,
  versionText,
  wholePixelSets,
  withoutFollows,
  writingOf,
} from "@ypsiline/core";
import type { z } from "zod";
import {
  type changesAnswer,
  checkRequest,
  type ExportQuery,
  exportRequest,
  fitRequest,
  gridsRequest,
  type importAnswer,
  resolveRequest,
  type setsAnswer,
  setsRequest,
  solveRequest,
} from "@/wire/api";
import { checkAnswer, fitAnswer, gridsAnswer, resolutionAnswer, setAnswer, solvedAnswer } from "../http/api-answers";
import { editedText } from "./draft-edit";
import { countedText, summaryOf } from "./draft-summary";
import { rewritten, updated } from "./rewrite";
import type { Problem } from "../http/problem";
import { type Result, parseJson, sentence } from "../http/request-body";
import type { StoredText } from "../database/stored-text";
import type {
  BegunAnswer,
  BegunTask,
  FileTask,
  HeavyAnswer,
  HeldDesign,
  KeptBoxes,
  MovedAnswer,
  PageTask,
  PublishableAnswer,
  PublishableTask,
  StoredSheet,
  Values,
  ValueTask,
  VersionTask,
} from "./kinds";
import { tagged } from "../http/file-response";
import type { KeptFile } from "../http/kept-file";
import type { AskedFile } from "../writing/named-file";
import type { SheetOf } from "../writing/pdf";
import { writeFile } from "../writing/write-file";
import { writeNamedFile } from "../writing/write-named-file";
import { writeVersion, type WrittenVersion } from "../writing/write-version";

const json = (value: unknown): HeavyAnswer => ({
  ok: true,
  file: { body: JSON.stringify(value), mediaType: "application/json", etag: "" },
});
const refused = (problem: Problem): HeavyAnswer => ({ ok: false, problem });
const unprocessable = (issues: readonly { path: string; message: string }[]): HeavyAnswer =>
  refused({ code: "unprocessable", detail: sentence(issues), issues });

const resolved = (body: string): HeavyAnswer => {
  const request = parseJson(body, resolveRequest);
  if (!request.ok) return request;
  const { layout, ...size } = request.value;
  const result = resolve(layout, size);
  return result.ok ? json(resolutionAnswer(result.value)) : unprocessable(result.issues);
};

const searched = (body: string): HeavyAnswer => {
  const request = parseJson(body, setsRequest);
  if (!request.ok) return request;
  const { margin, container, width = container, ...search } = request.value;
  const outer = margin ? { margin } : container ? { container } : null;
  if (!outer || !width) return refused({ code: "malformed", detail: "/margin must be given, or container in its place." });
  const found = wholePixelSets({ ...search, width, outer });
  if (!found.ok) return refused({ code: "malformed", detail: sentence(found.issues), issues: found.issues });
  const answer: z.output<typeof setsAnswer> = {
    total: found.total,
    sets: Array.from({ length: found.list.length }, (_, index) => {
      const set = setAnswer(setAt(found.list, index));
      return request.value.width === undefined ? { ...set, margin: null } : set;
    }),
  };
  return json(answer);
};

const exported = (query: ExportQuery, body: string): HeavyAnswer => {
  const request = parseJson(body, exportRequest);
  if (!request.ok) return request;
  const { layout, breakpoint = null } = request.value;
  const file = writeFile(layout, formats[query.format], breakpoint, writingOf({ ...plainFileOptions, ...query }));
  return file.ok ? { ok: true, file: { body: file.text, mediaType: file.mediaType, etag: "" } } : file;
};

const imported = (asked: FormatId | null, text: string): HeavyAnswer => {
  const format = asked ?? formatOf(text, "x.json");
  const { read } = formats[format];
  if (!read) return refused({ code: "malformed", detail: `A layout cannot be read back from ${format}.` });
  const result = read(text);
  if (!result.ok) return unprocessable(result.issues);
  const { layout, lost, grid, others } = result;
  const answer: z.output<typeof importAnswer> = {
    layout,
    findings: checkAnswer(check(layout), layout).findings,
    lost,
    ...(grid === undefined ? {} : { grid, others }),
  };
  return json(answer);
};

/** Files do not reveal what their spec follows. */
const sheetOf = (stored: StoredSheet): SheetOf => ({
  ...stored,
  layout: withoutFollows(readStoredText(stored.layout)),
  before: stored.before && { number: stored.before.number, layout: withoutFollows(readStoredText(stored.before.layout)) },
});

/** How long files of a version are written for, ms. What is missing then is written when it is first requested. */
const patience = 6_000;

/** Writes a version. A large version is not refused. */
export const versionWritten = async ({ sheet, release, alone }: VersionTask): Promise<Result<WrittenVersion>> => {
  const until = performance.now() + patience;
  return { ok: true, value: await writeVersion(sheetOf(sheet), release, () => alone === true || performance.now() > until) };
};

const written = async (stored: StoredSheet, file: AskedFile, kept: readonly KeptFile[]): Promise<HeavyAnswer> => {
  const named = await writeNamedFile(sheetOf(stored), file, kept);
  return named.ok ? { ok: true, file: tagged(named.body, named.mediaType) } : named;
};

const boxesRead = (text: string): HeavyAnswer => {
  const read = readBoxesJson(text);
  if (!read.ok) return unprocessable(read.issues.map(({ path, message }) => ({ path: `/list${path}`, message })));
  const { width, boxes } = read.value;
  return json({ width: toNumber(width), boxes: boxes.length, list: JSON.stringify(boxListJson(read.value)) } satisfies KeptBoxes);
};

const moved = (was: StoredText, is: StoredText, designs: readonly HeldDesign[]): HeavyAnswer => {
  const [before, after] = [readStoredText(was), readStoredText(is)];
  const left: string[] = [];
  const found = designs.flatMap(({ id, name, list, purposes }) => {
    const read = readBoxesJson(list);
    const change = read.ok ? movedEdges(before, after, read.value, new Set(Object.keys(purposes))) : null;
    if (change === null) left.push(name);
    return change === null || change.off + change.on === 0 ? [] : [{ id, name, ...change }];
  });
  return json({ designs: designs.length, moved: found.sort((a, b) => b.off - a.off || b.on - a.on), left } satisfies MovedAnswer);
};

const momentOf = (stored: StoredText, edits: readonly (readonly Change[])[]): HeavyAnswer => {
  let layout = readStoredText(stored);
  for (const [index, changes] of edits.entries()) {
    const applied = applyChanges(layout, changes);
    // Saved changes apply to the revision they were saved on.
    if (!applied.ok) throw new Error(`edit ${index + 1} of a moment does not fit`);
    ({ layout } = applied);
  }
  return json(layout);
};

const begun = ({ name, layout: text, follows }: BegunTask): Result<BegunAnswer> => {
  const parsed = parseLayout(JSON.parse(text));
  if (!parsed.ok) {
    const issues = parsed.issues.map(({ path, message }) => ({ path: `/start/layout${path}`, message }));
    return { ok: false, problem: { code: "malformed", detail: sentence(issues), issues } };
  }
  const named = { ...parsed.value, name };
  const layout = follows === null ? withoutFollows(named) : { ...named, follows: { spec: parsed.value.name, version: follows } };
  return { ok: true, value: { layout: JSON.stringify(layout), summary: summaryOf(layout) } };
};

const publishable = ({ layout: text, last }: PublishableTask): PublishableAnswer => {
  const layout = readStoredText(text);
  const number = last && parseVersion(last.number);
  const before = last && number ? { number, layout: readStoredText(last.layout) } : null;
  const problems = check(layout).findings.filter(({ level }) => level === "problem");
  return {
    name: layout.name,
    layout: JSON.stringify(layout),
    problems: findingsJson({ findings: problems, held: [] }, layout).findings,
    least: versionText(leastVersion(before, layout)),
    level: before ? versionLevel(before.layout, layout).level : null,
    same: before !== null && compareLayouts(before.layout, layout).length === 0,
  };
};

/** Does a task whose answer is a value, except those that draw pages. What a user can fix is returned as a problem. */
export const valueOf = async <T extends Exclude<ValueTask, PageTask>>(task: T): Promise<Result<Values[T["kind"]]>> => {
  const one = task;
  const value = async (): Promise<Result<Values[Exclude<ValueTask, PageTask>["kind"]]>> => {
    switch (one.kind) {
      case "version":
        return versionWritten(one);
      case "begun":
        return begun(one);
      case "save":
        return { ok: true, value: editedText(one.layout, one.changes) };
      case "rewrite":
        return rewritten(one);
      case "follow":
        return updated(one);
      case "counts":
        return { ok: true, value: countedText(one.layout, one.version) };
      case "publishable":
        return { ok: true, value: publishable(one) };
      default:
        return one satisfies never;
    }
  };
  return (await value()) as Result<Values[T["kind"]]>;
};

/** Does a task whose answer is one file. */
export const fileOf = async (task: FileTask): Promise<HeavyAnswer> => {
  switch (task.kind) {
    case "resolve":
      return resolved(task.body);
    case "solve": {
      const request = parseJson(task.body, solveRequest);
      return request.ok ? json(solvedAnswer(solve(request.value))) : request;
    }
    case "check": {
      const request = parseJson(task.body, checkRequest);
      return request.ok ? json(checkAnswer(check(request.value.layout), request.value.layout)) : request;
    }
    case "fit": {
      const request = parseJson(task.body, fitRequest);
      if (!request.ok) return request;
      const { layout, list, ...options } = request.value;
      const held = fit(layout, list, options);
      return held.ok ? json(fitAnswer(held.value)) : unprocessable(held.issues);
    }
    case "grids": {
      const request = parseJson(task.body, gridsRequest);
      if (!request.ok) return request;
      const { width, boxes, ...options } = request.value;
      return json(
        gridsAnswer(
          grids(
            width,
            boxes.map(({ x, width: wide }) => ({ left: x, right: add(x, wide) })),
            options,
          ),
        ),
      );
    }
    case "whole-pixel-sets":
      return searched(task.body);
    case "export":
      return exported(task.query, task.body);
    case "import":
      return imported(task.format, task.text);
    case "file":
      return written(task.sheet, task.file, task.kept ?? []);
    case "boxes":
      return boxesRead(task.text);
    case "moment":
      return momentOf(task.layout, task.edits);
    case "changes":
      return json(
        changesJson(withoutFollows(readStoredText(task.before)), withoutFollows(readStoredText(task.after))) satisfies z.output<
          typeof changesAnswer
        >,
      );
    case "moved":
      return moved(task.before, task.after, task.designs);
    default:
      return task satisfies never;
  }
};

import {
  add,
  applyChanges,
  type Change,
  boxListJson,
  check,
  fit,
  formatOf,
  type FormatId,
  formats,
  grids,
  type Layout,
  movedEdges,
  readBoxesJson,
  readStoredLayout,
  plainFileOptions,
  resolve,
  setAt,
  solve,
  toNumber,
  wholePixelSets,
  writingOf,
} from "@ypsiline/core";
import type { z } from "zod";
import {
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
import type { Answered } from "@/wire/routes";
import type { HeldDesign } from "../kept-designs";
import { checkAnswer, fitAnswer, gridsAnswer, resolutionAnswer, setAnswer, solvedAnswer } from "../api-answers";
import { type LatestVersion, summaryOf } from "../draft-summary";
import type { Problem } from "../problem";
import { parseJson, sentence } from "../request-body";
import { tagged, type TaggedFile } from "../writing/file-response";
import type { AskedFile } from "../writing/named-file";
import type { SheetOf } from "../writing/pdf";
import { writeFile } from "../writing/write-file";
import { writeNamedFile } from "../writing/write-named-file";
import { type VersionToWrite, writeVersion, type WrittenVersion } from "../writing/write-version";

/** A sheet with its documents as they are stored: parsing them is part of the work. */
export type StoredSheet = Omit<SheetOf, "layout" | "before"> & {
  readonly layout: unknown;
  readonly before: { readonly number: string; readonly layout: unknown } | null;
};

/** What is computed of a body that is sent, and stores nothing. */
export type ComputedKind = "resolve" | "solve" | "check" | "whole-pixel-sets" | "fit" | "grids";

/** All files of a version, its package among them. */
export type VersionTask = { readonly kind: "version"; readonly sheet: StoredSheet; readonly release: VersionToWrite };

/** Work that is done away from the thread that answers everybody. Plain data in, plain data out. */
export type HeavyTask = FileTask | VersionTask;
export type HeavyKind = HeavyTask["kind"];

/** Work whose answer is one file. */
export type FileTask =
  | { readonly kind: ComputedKind; readonly body: string }
  | { readonly kind: "export"; readonly query: ExportQuery; readonly body: string }
  /** `format` null: told by the text. */
  | { readonly kind: "import"; readonly format: FormatId | null; readonly text: string }
  | { readonly kind: "file"; readonly sheet: StoredSheet; readonly file: AskedFile }
  /** What a card shows of a draft with many areas. */
  | {
      readonly kind: "summary";
      readonly draft: { readonly revision: number; readonly layout: Layout };
      readonly latest: LatestVersion | null;
    }
  /** A box list as text, to be kept. */
  | { readonly kind: "boxes"; readonly text: string }
  /** A draft as it stood: a document that was kept, and the edits from there. */
  | { readonly kind: "moment"; readonly layout: unknown; readonly edits: readonly (readonly Change[])[] }
  /** What one stored layout does to kept designs that were held against another. */
  | { readonly kind: "moved"; readonly before: unknown; readonly after: unknown; readonly designs: readonly HeldDesign[] };
export type HeavyAnswer = { readonly ok: true; readonly file: TaggedFile } | { readonly ok: false; readonly problem: Problem };
export type VersionAnswer = { readonly ok: true; readonly version: WrittenVersion } | { readonly ok: false; readonly problem: Problem };

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

const sheetOf = (stored: StoredSheet): SheetOf => ({
  ...stored,
  layout: readStoredLayout(stored.layout),
  before: stored.before && { number: stored.before.number, layout: readStoredLayout(stored.before.layout) },
});

/** Longest that a version's files are begun for, ms; what is not written by then is written when it is asked for. */
const patience = 6_000;

/** Writes a version. It is no refusal of a version that it is large. */
export const versionWritten = async ({ sheet, release }: VersionTask): Promise<VersionAnswer> => {
  const until = performance.now() + patience;
  return { ok: true, version: await writeVersion(sheetOf(sheet), release, () => performance.now() > until) };
};

const written = async (stored: StoredSheet, file: AskedFile): Promise<HeavyAnswer> => {
  const named = await writeNamedFile(sheetOf(stored), file);
  return named.ok ? { ok: true, file: tagged(named.body, named.mediaType) } : named;
};

const boxesRead = (text: string): HeavyAnswer => {
  const read = readBoxesJson(text);
  if (!read.ok) return unprocessable(read.issues.map(({ path, message }) => ({ path: `/list${path}`, message })));
  const { width, boxes } = read.value;
  return json({ width: toNumber(width), boxes: boxes.length, list: JSON.stringify(boxListJson(read.value)) } satisfies KeptBoxes);
};

/** A box list that may be kept. */
export type KeptBoxes = { readonly width: number; readonly boxes: number; readonly list: string };

const moved = (was: unknown, is: unknown, designs: readonly HeldDesign[]): HeavyAnswer => {
  const [before, after] = [readStoredLayout(was), readStoredLayout(is)];
  const left: string[] = [];
  const found = designs.flatMap(({ id, name, list, purposes }) => {
    const read = readBoxesJson(list);
    const change = read.ok ? movedEdges(before, after, read.value, new Set(Object.keys(purposes))) : null;
    if (change === null) left.push(name);
    return change === null || change.off + change.on === 0 ? [] : [{ id, name, ...change }];
  });
  return json({ designs: designs.length, moved: found.sort((a, b) => b.off - a.off || b.on - a.on), left } satisfies MovedAnswer);
};

const momentOf = (stored: unknown, edits: readonly (readonly Change[])[]): HeavyAnswer => {
  let layout = readStoredLayout(stored);
  for (const [index, changes] of edits.entries()) {
    const applied = applyChanges(layout, changes);
    // What was saved once fits where it was saved.
    if (!applied.ok) throw new Error(`edit ${index + 1} of a moment does not fit`);
    ({ layout } = applied);
  }
  return json({ layout } satisfies MomentAnswer);
};
/** A moment of a draft. */
export type MomentAnswer = Pick<Answered<"GET /api/drafts/:team/:spec/history/:revision">, "layout">;

/** What is told of kept designs that move. */
export type MovedAnswer = Answered<"GET /api/drafts/:team/:spec/moved">;

/** Does one task. Everything a user can mend comes back as a problem. */
export const runTask = async (task: HeavyTask): Promise<HeavyAnswer | VersionAnswer> =>
  task.kind === "version" ? versionWritten(task) : fileOf(task);

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
      return written(task.sheet, task.file);
    case "summary":
      return json(summaryOf(task.draft, task.latest));
    case "boxes":
      return boxesRead(task.text);
    case "moment":
      return momentOf(task.layout, task.edits);
    case "moved":
      return moved(task.before, task.after, task.designs);
    default:
      return task satisfies never;
  }
};

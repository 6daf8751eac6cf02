import {
  add,
  applyChanges,
  type Change,
  boxListJson,
  check,
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
  type VersionLevel,
  versionLevel,
  versionText,
  wholePixelSets,
  withoutFollows,
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
import type { HandOffParts, ReviewAnswer } from "@/wire/drawn";
import type { Answered } from "@/wire/routes";
import type { HeldDesign } from "../kept-designs";
import { checkAnswer, fitAnswer, gridsAnswer, resolutionAnswer, setAnswer, solvedAnswer } from "../api-answers";
import { countedText } from "../counting";
import { editedText, type EditOutcome } from "../draft-edit";
import { type DraftCounts, type DraftSummary, summaryOf } from "../draft-summary";
import type { Problem } from "../problem";
import { type Got, parseJson, sentence } from "../request-body";
import type { StoredText } from "../stored-text";
import { tagged, type TaggedFile } from "../writing/file-response";
import type { KeptFile } from "../writing/kept-file";
import type { AskedFile } from "../writing/named-file";
import type { SheetOf } from "../writing/pdf";
import { writeFile } from "../writing/write-file";
import { writeNamedFile } from "../writing/write-named-file";
import { type VersionToWrite, writeVersion, type WrittenVersion } from "../writing/write-version";

/** A sheet with its documents as text: reading them is part of the work. */
export type StoredSheet = Omit<SheetOf, "layout" | "before"> & {
  readonly layout: StoredText;
  readonly before: { readonly number: string; readonly layout: StoredText } | null;
};

/** What is computed of a body that is sent, and stores nothing. */
export type ComputedKind = "resolve" | "solve" | "check" | "whole-pixel-sets" | "fit" | "grids";

/** All files of a version, its package among them. */
export type VersionTask = { readonly kind: "version"; readonly sheet: StoredSheet; readonly release: VersionToWrite };

/** What a new spec begins as: a document under a name of its own, and the version of another that it follows from then on. */
export type BegunTask = { readonly kind: "begun"; readonly name: string; readonly layout: StoredText; readonly follows: string | null };
export type BegunAnswer = { readonly layout: StoredText; readonly summary: Omit<DraftSummary, "revision"> };

/** Changes applied to a stored draft. */
export type SaveTask = { readonly kind: "save"; readonly layout: StoredText; readonly changes: readonly Change[] };

/** What the checks of a draft say, counted, and its changes since a version. */
export type CountsTask = { readonly kind: "counts"; readonly layout: StoredText; readonly version: StoredText | null };

type Published = { readonly number: string; readonly layout: StoredText } | null;

/** Whether a draft can be published after the highest version there is. */
export type PublishableTask = { readonly kind: "publishable"; readonly layout: StoredText; readonly last: Published };
export type PublishableAnswer = {
  readonly name: string;
  /** The document as it is published. */
  readonly layout: StoredText;
  /** Problems, as the interface for programs tells findings. */
  readonly problems: ReturnType<typeof findingsJson>["findings"];
  readonly least: string;
  /** The level its changes ask for; null for the first version. */
  readonly level: VersionLevel | null;
};

/** The review of a draft against the highest version there is. */
export type ReviewTask = { readonly kind: "review"; readonly layout: StoredText; readonly last: Published };

/** The hand-off page of a version. `member`: whether its reader may know what its spec follows. */
export type HandOffTask = {
  readonly kind: "hand-off";
  readonly layout: StoredText;
  readonly before: StoredText | null;
  readonly member: boolean;
  /** The breakpoint whose areas are looked at, where they are many. */
  readonly areas: string | null;
  readonly files: string;
  readonly stem: string;
};

/** Work whose answer is a value, by kind. */
export type Values = {
  version: WrittenVersion;
  begun: BegunAnswer;
  save: EditOutcome;
  counts: DraftCounts;
  publishable: PublishableAnswer;
  review: ReviewAnswer;
  "hand-off": HandOffParts;
};
export type ValueTask = VersionTask | BegunTask | SaveTask | CountsTask | PublishableTask | PageTask;
/** Work that draws parts of pages; done where the components are (`worker.ts`). */
export type PageTask = ReviewTask | HandOffTask;

/** Work that is done away from the thread that answers everybody. Plain data in, plain data out. */
export type HeavyTask = FileTask | ValueTask;
export type HeavyKind = HeavyTask["kind"];

/** Work whose answer is one file. */
export type FileTask =
  | { readonly kind: ComputedKind; readonly body: string }
  | { readonly kind: "export"; readonly query: ExportQuery; readonly body: string }
  /** `format` null: told by the text. */
  | { readonly kind: "import"; readonly format: FormatId | null; readonly text: string }
  /** `kept`: files of a version that were written before, which an archive of them holds as they are. */
  | { readonly kind: "file"; readonly sheet: StoredSheet; readonly file: AskedFile; readonly kept?: readonly KeptFile[] }
  /** A box list as text, to be kept. */
  | { readonly kind: "boxes"; readonly text: string }
  /** A draft as it stood: a document that was kept, and the edits from there. The answer is the document. */
  | { readonly kind: "moment"; readonly layout: StoredText; readonly edits: readonly (readonly Change[])[] }
  /** What one stored layout does to kept designs that were held against another. */
  | { readonly kind: "moved"; readonly before: StoredText; readonly after: StoredText; readonly designs: readonly HeldDesign[] };
export type HeavyAnswer = { readonly ok: true; readonly file: TaggedFile } | { readonly ok: false; readonly problem: Problem };

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

/** Files tell nobody what their spec follows. */
const sheetOf = (stored: StoredSheet): SheetOf => ({
  ...stored,
  layout: withoutFollows(readStoredText(stored.layout)),
  before: stored.before && { number: stored.before.number, layout: withoutFollows(readStoredText(stored.before.layout)) },
});

/** Longest that a version's files are begun for, ms; what is not written by then is written when it is asked for. */
const patience = 6_000;

/** Writes a version. It is no refusal of a version that it is large. */
export const versionWritten = async ({ sheet, release }: VersionTask): Promise<Got<WrittenVersion>> => {
  const until = performance.now() + patience;
  return { ok: true, value: await writeVersion(sheetOf(sheet), release, () => performance.now() > until) };
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

/** A box list that may be kept. */
export type KeptBoxes = { readonly width: number; readonly boxes: number; readonly list: string };

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
    // What was saved once fits where it was saved.
    if (!applied.ok) throw new Error(`edit ${index + 1} of a moment does not fit`);
    ({ layout } = applied);
  }
  return json(layout);
};
/** What is told of kept designs that move. */
export type MovedAnswer = Answered<"GET /api/drafts/:team/:spec/moved">;

const begun = ({ name, layout: text, follows }: BegunTask): Got<BegunAnswer> => {
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
  };
};

/** Does a task whose answer is a value, but for those that draw parts of pages. Everything a user can mend comes back as a problem. */
export const valueOf = async <T extends Exclude<ValueTask, PageTask>>(task: T): Promise<Got<Values[T["kind"]]>> => {
  const one = task as Exclude<ValueTask, PageTask>;
  const value = async (): Promise<Got<Values[Exclude<ValueTask, PageTask>["kind"]]>> => {
    switch (one.kind) {
      case "version":
        return versionWritten(one);
      case "begun":
        return begun(one);
      case "save":
        return { ok: true, value: editedText(one.layout, one.changes) };
      case "counts":
        return { ok: true, value: countedText(one.layout, one.version) };
      case "publishable":
        return { ok: true, value: publishable(one) };
      default:
        return one satisfies never;
    }
  };
  return (await value()) as Got<Values[T["kind"]]>;
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
    case "moved":
      return moved(task.before, task.after, task.designs);
    default:
      return task satisfies never;
  }
};

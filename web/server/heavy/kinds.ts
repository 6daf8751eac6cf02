import type { Change, findingsJson, FormatId, VersionLevel } from "@ypsiline/core";
import type { ExportQuery } from "@/wire/api";
import type { HandOffParts, ReviewAnswer } from "@/wire/drawn";
import type { Answered } from "@/wire/routes";
import type { EditOutcome } from "./draft-edit";
import type { DraftCounts, DraftSummary } from "./draft-summary";
import type { Problem } from "../http/problem";
import type { StoredText } from "../database/stored-text";
import type { TaggedFile } from "../http/file-response";
import type { KeptFile } from "../http/kept-file";
import type { AskedFile } from "../writing/named-file";
import type { SheetOf } from "../writing/pdf";
import type { VersionToWrite, WrittenVersion } from "../writing/write-version";

// The kinds of work that workers do: what each is given, and what it answers. `tasks.ts` does it.

/** A saved design for a review. The worker parses its list. */
export type HeldDesign = {
  readonly id: number;
  readonly name: string;
  readonly list: string;
  readonly purposes: Readonly<Record<string, string>>;
};

/** A sheet whose documents are text: parsing them is part of the work. */
export type StoredSheet = Omit<SheetOf, "layout" | "before"> & {
  readonly layout: StoredText;
  readonly before: { readonly number: string; readonly layout: StoredText } | null;
};

/** Kinds that compute something from a request's body and store nothing. */
export type ComputedKind = "resolve" | "solve" | "check" | "whole-pixel-sets" | "fit" | "grids";

/** All files of a version, including its package; `alone`: nothing but the package. */
export type VersionTask = {
  readonly kind: "version";
  readonly sheet: StoredSheet;
  readonly release: VersionToWrite;
  readonly alone?: true;
};

/** The beginning of a new spec: a document with a new name, and the version of another spec that it will follow. */
export type BegunTask = { readonly kind: "begun"; readonly name: string; readonly layout: StoredText; readonly follows: string | null };
export type BegunAnswer = { readonly layout: StoredText; readonly summary: Omit<DraftSummary, "revision"> };

/** Changes applied to a stored draft. */
type SaveTask = { readonly kind: "save"; readonly layout: StoredText; readonly changes: readonly Change[] };

/** What was sent to be made the draft: a layout document, a JSON Patch of `base`, or a file of a format (null: by its content). */
type Sent =
  | { readonly as: "layout" | "patch"; readonly text: string }
  | { readonly as: "file"; readonly format: FormatId | null; readonly text: string };
export type RewriteTask = { readonly kind: "rewrite"; readonly base: StoredText; readonly sent: Sent };
/** The changes of `base` that it makes, and what of a file could not be read. */
export type RewriteAnswer = { readonly changes: readonly Change[]; readonly lost: readonly string[] };

/** A later version of a followed spec, taken into a draft: `base` is the version taken last, `keep` whose value stands in conflict. */
export type FollowTask = {
  readonly kind: "follow";
  readonly base: StoredText;
  readonly theirs: StoredText;
  readonly mine: StoredText;
  readonly follow: { readonly spec: string; readonly version: string };
  readonly keep: "ours" | "theirs" | null;
};
/** The changes of the draft that it makes; or, if nobody said whose value stands, what both sides changed. */
export type FollowAnswer =
  | { readonly ok: true; readonly changes: readonly Change[] }
  | { readonly ok: false; readonly met: readonly { readonly change: Change; readonly ours: unknown }[] };

/** Counts the findings of a draft and its changes since a version. */
type CountsTask = { readonly kind: "counts"; readonly layout: StoredText; readonly version: StoredText | null };

type Published = { readonly number: string; readonly layout: StoredText } | null;

/** Whether a draft can be published after the highest version. */
export type PublishableTask = { readonly kind: "publishable"; readonly layout: StoredText; readonly last: Published };
export type PublishableAnswer = {
  readonly name: string;
  /** The document as it is published. */
  readonly layout: StoredText;
  /** Problems, in the shape of the HTTP API's findings. */
  readonly problems: ReturnType<typeof findingsJson>["findings"];
  readonly least: string;
  /** The level its changes ask for; null for the first version. */
  readonly level: VersionLevel | null;
  /** Whether nothing has changed since the last version. */
  readonly same: boolean;
};

/** The review of a draft against the highest version there is. */
export type ReviewTask = { readonly kind: "review"; readonly layout: StoredText; readonly last: Published };

/** The hand-off page of a version. `member` is whether its reader may see what the spec follows. */
export type HandOffTask = {
  readonly kind: "hand-off";
  readonly layout: StoredText;
  readonly before: StoredText | null;
  readonly member: boolean;
  /** The breakpoint whose areas are shown if there are many. */
  readonly areas: string | null;
  readonly files: string;
  readonly stem: string;
};

/** Work whose answer is a value, by kind. */
export type Values = {
  version: WrittenVersion;
  begun: BegunAnswer;
  save: EditOutcome;
  rewrite: RewriteAnswer;
  follow: FollowAnswer;
  counts: DraftCounts;
  publishable: PublishableAnswer;
  review: ReviewAnswer;
  "hand-off": HandOffParts;
};
export type ValueTask = VersionTask | BegunTask | SaveTask | RewriteTask | FollowTask | CountsTask | PublishableTask | PageTask;
/** Work that draws parts of pages (`worker.ts` has the components). */
export type PageTask = ReviewTask | HandOffTask;

/** Work that is done outside the thread that answers requests. Plain data in, plain data out. */
export type HeavyTask = FileTask | ValueTask;
export type HeavyKind = HeavyTask["kind"];

/** Work whose answer is one file. */
export type FileTask =
  | { readonly kind: ComputedKind; readonly body: string }
  | { readonly kind: "export"; readonly query: ExportQuery; readonly body: string }
  /** `format` is null if it is to be detected from the text. */
  | { readonly kind: "import"; readonly format: FormatId | null; readonly text: string }
  /** `kept` are files of a version that are already stored; an archive contains them unchanged. */
  | { readonly kind: "file"; readonly sheet: StoredSheet; readonly file: AskedFile; readonly kept?: readonly KeptFile[] }
  /** A box list as text, to be stored. */
  | { readonly kind: "boxes"; readonly text: string }
  /** A moment of a draft: a stored document and the edits after it. The answer is the document. */
  | { readonly kind: "moment"; readonly layout: StoredText; readonly edits: readonly (readonly Change[])[] }
  /** The changes from one layout to another, in words and values. */
  | { readonly kind: "changes"; readonly before: StoredText; readonly after: StoredText }
  /** What replacing one layout by another does to saved designs. */
  | { readonly kind: "moved"; readonly before: StoredText; readonly after: StoredText; readonly designs: readonly HeldDesign[] };
export type HeavyAnswer = { readonly ok: true; readonly file: TaggedFile } | { readonly ok: false; readonly problem: Problem };

/** A box list that can be stored. */
export type KeptBoxes = { readonly width: number; readonly boxes: number; readonly list: string };

/** Which edges of saved designs move. */
export type MovedAnswer = Answered<"GET /api/drafts/:team/:spec/moved">;

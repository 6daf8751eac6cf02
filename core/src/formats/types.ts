import type { Issue } from "../layout/parse";
import type { NumberPath } from "../layout/numbers";
import type { Layout } from "../layout/schema";
import type { OptionName, WriteOptions } from "./options";

/** One of several layouts a file can be read as, and what names it there (a selector). */
export type ReadChoice = { readonly name: string; readonly layout: Layout; readonly lost: readonly string[] };

/**
 * The result of reading a file: a layout and what was lost (with its place), or why it cannot be read. If the file has
 * several grids, `grid` names the one in the layout, and `others` are the alternatives.
 */
export type Read =
  | {
      readonly ok: true;
      readonly layout: Layout;
      readonly lost: readonly string[];
      readonly grid?: string;
      readonly others?: readonly ReadChoice[];
    }
  | { readonly ok: false; readonly issues: readonly Issue[] };

export type Written = { readonly ok: true; readonly text: string } | { readonly ok: false; readonly issues: readonly Issue[] };

/** The part of a layout that a format contains. When a file is taken into a draft, the rest is kept. */
export type Held = {
  /** Numbers of each breakpoint, and its name; none where a file says nothing of them, and which there are is the draft's. */
  readonly breakpoint: "all" | "none" | readonly ("name" | NumberPath)[];
  /** Members of the whole spec; taken where the file has spacing steps, without which it says nothing of them. */
  readonly spec: readonly (keyof Layout)[];
  /** Whether a file shows one drawn size, and so says nothing of the breakpoints it does not show. */
  readonly oneSize: boolean;
};

/** What a file is recognised by: the ending of its name in small letters, and how its text begins. */
export type FileSigns = { readonly ending: string; readonly begins: string; readonly text: string };

type FormatOf = {
  readonly id: string;
  /** What a file of it is, in a list ("Stylesheet") and in a sentence ("a stylesheet"), and the kind of file ("CSS"). */
  readonly label: string;
  readonly said: string;
  readonly kind: string;
  /** Media type of what is written. */
  readonly mediaType: string;
  /** Media types a request may name it by. */
  readonly mediaTypes: readonly string[];
  /** The ending a file is saved with. */
  readonly extension: string;
  /** The `fileOptions` that it has. */
  readonly options: readonly OptionName[];
  readonly read: ((text: string) => Read) | null;
  /** How sure it is that a file is of it, 0 where not at all; the surest format reads it. Null where it reads none. */
  readonly recognises: ((file: FileSigns) => number) | null;
  readonly holds: Held | null;
};

/** A format whose files hold a whole layout. */
export type WholeFormat = FormatOf & {
  readonly of: "layout";
  /** What its file is asked for by, beside a version. */
  readonly fileName: string;
  readonly write: (layout: Layout, options: WriteOptions) => Written;
};

/** A format whose files hold one breakpoint. */
export type BreakpointFormat = FormatOf & {
  readonly of: "breakpoint";
  /** What stands before and after the breakpoint's id in its file's name. */
  readonly before: string;
  readonly after: string;
  /** Whether a picture can be made of it as well. */
  readonly picture: boolean;
  readonly write: (layout: Layout, breakpoint: string, options: WriteOptions) => Written;
};

/** A format Ypsiline writes, and reads where a layout can be got back from it: all that downloads, detection, taking over, the interface for programs and the ZIP know of it. */
export type Format = WholeFormat | BreakpointFormat;

export const written = (text: string): Written => ({ ok: true, text });

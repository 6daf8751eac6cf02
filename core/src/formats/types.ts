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

/** The part of a layout that a format contains. When a file is applied to a draft, the rest is kept. */
export type Held = {
  /** Numbers of each breakpoint, and its name. With "none", the draft's breakpoints stay as they are. */
  readonly breakpoint: "all" | "none" | readonly ("name" | NumberPath)[];
  /**
   * Members of the whole spec. They are applied only if the file has spacing steps; without these it contains none of
   * them.
   */
  readonly spec: readonly (keyof Layout)[];
  /** Whether a file shows one drawn size, and so leaves all other breakpoints alone. */
  readonly oneSize: boolean;
};

/** What a file is recognised by: its extension in lower case, how its text begins, and all of its text. */
export type FileSigns = { readonly ending: string; readonly begins: string; readonly text: string };

type FormatOf = {
  readonly id: string;
  /** Its name in a list ("Stylesheet") and in a sentence ("a stylesheet"), and the kind of file ("CSS"). */
  readonly label: string;
  readonly said: string;
  readonly kind: string;
  /** The media type of a written file. */
  readonly mediaType: string;
  /** Media types a request may name it by. */
  readonly mediaTypes: readonly string[];
  /** The extension of a saved file. */
  readonly extension: string;
  /** The `fileOptions` it supports. */
  readonly options: readonly OptionName[];
  readonly read: ((text: string) => Read) | null;
  /**
   * How certainly a file is of this format; 0 if it is not. The most certain format reads it. Null if the format cannot
   * be read.
   */
  readonly recognises: ((file: FileSigns) => number) | null;
  readonly holds: Held | null;
};

/** A format whose files hold a whole layout. */
export type WholeFormat = FormatOf & {
  readonly of: "layout";
  /** The name of its file below a version's address. */
  readonly fileName: string;
  readonly write: (layout: Layout, options: WriteOptions) => Written;
};

/** A format whose files hold one breakpoint. */
export type BreakpointFormat = FormatOf & {
  readonly of: "breakpoint";
  /** The parts of its file's name before and after the breakpoint's id. */
  readonly before: string;
  readonly after: string;
  /** Whether it can be drawn as a picture as well. */
  readonly picture: boolean;
  readonly write: (layout: Layout, breakpoint: string, options: WriteOptions) => Written;
};

/**
 * A format that Ypsiline writes, and reads if a layout can be restored from it. Downloads, detection, import, the API
 * and the ZIP know nothing else of it.
 */
export type Format = WholeFormat | BreakpointFormat;

export const written = (text: string): Written => ({ ok: true, text });

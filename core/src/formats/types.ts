import type { Issue } from "../layout/parse";
import type { Layout } from "../layout/schema";
import type { CssOptions } from "./css/options";
import type { OverlayOptions } from "./svg/options";

/** One of several layouts a file can be read as, and what names it there (a selector). */
export type ReadChoice = { readonly name: string; readonly layout: Layout; readonly lost: readonly string[] };

/**
 * What a reader made of a file: a layout and what it had to leave out (each with where), or why it is none. Where the file
 * holds several, `grid` names the one that is the layout and `others` are those that could be taken in its place.
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

/** How a file is written; each format looks at what concerns it. */
export type WriteOptions = CssOptions & {
  /** Id of the breakpoint, for formats that hold one. */
  readonly breakpoint: string | null;
  readonly overlay: OverlayOptions;
};

export type Written = { readonly ok: true; readonly text: string } | { readonly ok: false; readonly issues: readonly Issue[] };

/** A format Ypsiline writes, and reads where a layout can be got back from it. */
export type Format = {
  readonly id: string;
  /** Media type of what is written. */
  readonly mediaType: string;
  /** Media types a request may name it by. */
  readonly mediaTypes: readonly string[];
  readonly extension: string;
  /** Whether a file holds one breakpoint, so that one must be named. */
  readonly ofBreakpoint: boolean;
  readonly write: (layout: Layout, options: WriteOptions) => Written;
  readonly read: ((text: string) => Read) | null;
};

export const written = (text: string): Written => ({ ok: true, text });

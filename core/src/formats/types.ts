import type { Issue } from "../layout/parse";
import type { Layout } from "../layout/schema";

/** What a reader made of a file: a layout and what it had to leave out (each with where), or why it is none. */
export type Read =
  | { readonly ok: true; readonly layout: Layout; readonly lost: readonly string[] }
  | { readonly ok: false; readonly issues: readonly Issue[] };

/** A format Ypsiline writes and reads. */
export type Format<Options> = {
  readonly id: string;
  /** Media type of what is written. */
  readonly mediaType: string;
  /** Media types a request may name it by. */
  readonly mediaTypes: readonly string[];
  readonly extension: string;
  readonly write: (layout: Layout, options: Options) => string;
  readonly read: (text: string) => Read;
};

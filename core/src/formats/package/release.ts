import type { Layout } from "../../layout/schema";

/** One published version of a spec, as it is packed. */
export type Release = {
  /** The package's name, `@TEAM/SPEC`. */
  readonly name: string;
  readonly version: string;
  /** What the spec is for, in its team's words; "" if empty. */
  readonly description: string;
  readonly layout: Layout;
  /** The address of the spec's page, without a slash at its end; null if the instance does not state its own. */
  readonly home: string | null;
  /** What each version changed, this one first (changelog.ts). */
  readonly changes: readonly string[];
};

/** One file of a package: its path in it, and its text. */
export type PackageFile = { readonly path: string; readonly text: string };

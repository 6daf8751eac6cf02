import type { AtRule, Declaration, Rule } from "postcss";
import type { Level } from "@ypsiline/core";
import type { Facts } from "./facts";
import type { Place } from "./sheet";

/** What is written instead of a part of a declaration's value that begins so many characters into it. */
export type Fix = { readonly from: string; readonly to: string; readonly at: number };

/** Something in a stylesheet that is not the spec's: where, what stands there, and what would be right. */
export type Offence = Place & {
  readonly message: string;
  /** Only where exactly one thing is right. `from` stands at the place of the offence. */
  readonly fix?: Fix;
};

/** What all stylesheets of a run define themselves, and are therefore no misspelled names of the spec. */
export type OwnNames = { readonly properties: ReadonlySet<string>; readonly areas: ReadonlySet<string> };

/** A rule: what it looks at, one node at a time. */
export type LintRule = {
  readonly id: string;
  readonly level: Level;
  /** What is right, for reports. */
  readonly source: string;
  readonly atRule?: (rule: AtRule, facts: Facts) => readonly Offence[];
  readonly declaration?: (declaration: Declaration, facts: Facts, own: OwnNames) => readonly Offence[];
  readonly selector?: (rule: Rule, facts: Facts, own: OwnNames) => readonly Offence[];
};

import type { Level, VersionLevel } from "@ypsiline/core";

/** Part of a page as HTML: drawn by a worker from stored documents, with every text in it escaped. */
export type DrawnHtml = string;

/** What a review shows of a draft against the highest version there is. */
export type ReviewAnswer = {
  readonly name: string;
  /** The version it is compared with; null before the first. */
  readonly last: string | null;
  /** What changes at each breakpoint, and the container over widths; before the first version, its breakpoints. */
  readonly changes: DrawnHtml;
  readonly findings: DrawnHtml;
  /** Open findings by level, those there are. */
  readonly counts: readonly { readonly level: Level; readonly count: number }[];
  /** The lowest number it may be published under, the level its changes ask for, and why: "columns change at Desk". */
  readonly offered: string;
  readonly level: VersionLevel;
  readonly because: string;
  /** Everything of the draft that can be commented on, with its name. */
  readonly commentable: readonly { readonly value: string; readonly label: string }[];
};

/** The content of a version's hand-off page, in its order. */
export type HandOffParts = {
  readonly name: string;
  readonly base: string;
  /** In rising order of widths, each with the widths at which it can be shown: to the last px below the next. */
  readonly breakpoints: readonly {
    readonly id: string;
    readonly name: string;
    readonly width: number;
    readonly from: number;
    readonly to: number;
  }[];
  /** What it follows, for members of its team. */
  readonly follows: { readonly spec: string; readonly version: string } | null;
  readonly drawings: DrawnHtml;
  readonly numbers: DrawnHtml;
  /** Each breakpoint with its drawing, spans, areas and CSS. */
  readonly sections: DrawnHtml;
  /** Rows and baseline of all breakpoints. */
  readonly rows: DrawnHtml;
  /** Text roles, and spacing steps; empty where there are none. */
  readonly text: DrawnHtml;
  readonly spacing: DrawnHtml;
  readonly downloads: DrawnHtml;
  /** What changed since the previous version; null if there is none. */
  readonly changes: DrawnHtml | null;
  /** Notes and accepted findings; empty where there are none. */
  readonly notes: DrawnHtml;
};

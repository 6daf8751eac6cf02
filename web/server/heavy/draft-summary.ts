import { check, type Columns, countChanges, type Layout, readStoredText } from "@ypsiline/core";

/** What a card shows of a draft without checking it: its name and the numbers for a small drawing. Stored with each edit. */
export type DraftSummary = {
  readonly revision: number;
  readonly name: string;
  readonly base: string;
  readonly rootFontSize: string;
  readonly breakpoints: readonly { readonly id: string; readonly from: number; readonly width: number; readonly columns: Columns }[];
};

export const summaryOf = (layout: Layout): Omit<DraftSummary, "revision"> => ({
  name: layout.name,
  base: layout.base,
  rootFontSize: layout.rootFontSize,
  breakpoints: layout.breakpoints.map(({ id, from, drawnAt, columns }) => ({ id, from, width: drawnAt.width, columns })),
});

/** Open findings of a draft, and its changes since the latest version (0 before the first). */
export type DraftCounts = { readonly problems: number; readonly cautions: number; readonly changes: number };

/** Counts them. This takes as long as checking the whole draft. */
export const countsOf = (layout: Layout, latest: Layout | null): DraftCounts => {
  const open = check(layout).findings.filter(({ accepted }) => accepted === null);
  return {
    problems: open.filter(({ level }) => level === "problem").length,
    cautions: open.filter(({ level }) => level === "caution").length,
    changes: latest ? countChanges(latest, layout) : 0,
  };
};

/** Counts a draft, from documents as JSON text. Done by a worker. */
export const countedText = (layout: string, version: string | null): DraftCounts =>
  countsOf(readStoredText(layout), version === null ? null : readStoredText(version));

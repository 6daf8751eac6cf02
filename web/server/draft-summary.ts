import { check, type Columns, countChanges, type Layout } from "@ypsiline/core";

/** What a card shows of a draft, stored beside it: for which revision and version it was worked out, and the few numbers a small drawing takes. */
export type DraftSummary = {
  readonly revision: number;
  /** The latest version that was not withdrawn; null before the first. */
  readonly versionId: number | null;
  readonly name: string;
  readonly base: string;
  readonly rootFontSize: string;
  readonly breakpoints: readonly { readonly id: string; readonly from: number; readonly width: number; readonly columns: Columns }[];
  readonly problems: number;
  readonly cautions: number;
  /** Changes of the draft since that version; 0 before the first. */
  readonly changes: number;
};

/** A version that a draft is held against. */
export type LatestVersion = { readonly id: number; readonly layout: Layout };

/** The summary of a draft against the latest version of its spec. */
export const summaryOf = (draft: { readonly revision: number; readonly layout: Layout }, latest: LatestVersion | null): DraftSummary => {
  const { layout } = draft;
  const open = check(layout).findings.filter(({ accepted }) => accepted === null);
  return {
    revision: draft.revision,
    versionId: latest?.id ?? null,
    name: layout.name,
    base: layout.base,
    rootFontSize: layout.rootFontSize,
    breakpoints: layout.breakpoints.map(({ id, from, drawnAt, columns }) => ({ id, from, width: drawnAt.width, columns })),
    problems: open.filter(({ level }) => level === "problem").length,
    cautions: open.filter(({ level }) => level === "caution").length,
    changes: latest ? countChanges(latest.layout, layout) : 0,
  };
};

/** What stands in the areas of a tried page: their names, text in the spec's roles, content of the draft's own, or a page of somebody's own. */
export const tryFills = ["plain", "text", "own", "page"] as const;
export type TryFill = (typeof tryFills)[number];

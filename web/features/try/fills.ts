/** Content of the areas in Try: their names, text in the spec's roles, the draft's own content, or an own page. */
export const tryFills = ["plain", "text", "own", "page"] as const;
export type TryFill = (typeof tryFills)[number];

import type { Layout } from "@ypsiline/core";

/** Numbers of a breakpoint that can be spoken of, by the id their ledger cell has. */
export const commentedNumbers = {
  from: "from-width",
  "drawn-at": "drawn-at size",
  columns: "columns",
  gutter: "gutter",
  margin: "margin",
  container: "container",
  rows: "rows",
  baseline: "baseline",
} as const;
export type CommentedNumber = keyof typeof commentedNumbers;

const isNumber = (id: string): id is CommentedNumber => id in commentedNumbers;

/** What a comment is about, in words: "Desk, gutter". What is no longer there is told by its id. */
export const aboutWords = (about: string, layout: Layout): string => {
  if (about === "spec") return "The whole spec";
  const [id = "", number] = about.split(" ");
  const area = layout.areas.find((one) => one.id === id);
  const name = layout.breakpoints.find((one) => one.id === id)?.name ?? area?.name ?? `${id} (gone)`;
  return number === undefined || !isNumber(number) ? name : `${name}, ${commentedNumbers[number]}`;
};

/** Everything of a layout that can be spoken of. */
export const commentable = (layout: Layout): readonly { readonly value: string; readonly label: string }[] =>
  [
    "spec",
    ...layout.breakpoints.flatMap(({ id }) => [id, ...Object.keys(commentedNumbers).map((number) => `${id} ${number}`)]),
    ...layout.areas.map(({ id }) => id),
  ].map((value) => ({ value, label: aboutWords(value, layout) }));

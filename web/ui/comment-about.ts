import { cellList, type Layout } from "@ypsiline/core";

/** What a comment is about: "Desk, gutter". Something that was removed is named by its id. */
const aboutWords = (about: string, layout: Layout): string => {
  if (about === "spec") return "The whole spec";
  const [id = "", number] = about.split(" ");
  const area = layout.areas.find((one) => one.id === id);
  const name = layout.breakpoints.find((one) => one.id === id)?.name ?? area?.name ?? `${id} (gone)`;
  const cell = cellList.find((one) => one.id === number);
  return cell ? `${name}, ${cell.said}` : name;
};

/** Everything in a layout that a comment can be about. */
export const commentable = (layout: Layout): readonly { readonly value: string; readonly label: string }[] =>
  [
    "spec",
    ...layout.breakpoints.flatMap(({ id }) => [id, ...cellList.map((cell) => `${id} ${cell.id}`)]),
    ...layout.areas.map(({ id }) => id),
  ].map((value) => ({ value, label: aboutWords(value, layout) }));

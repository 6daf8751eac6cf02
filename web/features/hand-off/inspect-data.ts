import { type Inspected, plainText } from "@ypsiline/core";

/** The text about something that is pointed at: an attribute of the drawn element. */
export type InspectedText = {
  readonly kind: string;
  readonly title: string;
  readonly facts: readonly (readonly [label: string, value: string])[];
  readonly css: string;
};

const textOf = ({ kind, title, facts, css }: Inspected): InspectedText => ({
  kind,
  title: plainText(title),
  facts: facts.map(([label, value]) => [label, plainText(value)]),
  css,
});

/** The attribute of words that can be pointed at. Scripts make them a button; all of a table are one stop of the Tab key. */
export const pointedAt = (one: Inspected): { readonly "data-inspect": string } => ({ "data-inspect": JSON.stringify(textOf(one)) });

/** The same of a shape in a drawing, which says what it is. */
export const shapePointedAt = (one: Inspected): { readonly "data-inspect": string; readonly "aria-label": string } => ({
  ...pointedAt(one),
  "aria-label": `${plainText(one.title)}: ${one.facts.map(([label, value]) => `${label} ${plainText(value)}`).join(", ")}`,
});

import type { Layout } from "../../layout/schema";
import { namesWritten } from "../css/naming";
import { plainCss } from "../css/options";
import { writeCss } from "../css/write";
import { elementNames } from "./elements";

/** What a layout's stylesheets define: custom properties with their values, at the lowest breakpoint first, and classes. */
export type Defined = {
  readonly properties: readonly { readonly name: string; readonly values: readonly string[] }[];
  readonly classes: readonly string[];
};

/** What the stylesheet with classes for spans defines; every other one defines a part of it. */
export const definedBy = (layout: Layout): Defined => namesWritten(writeCss(layout, { ...plainCss, spans: "with" }));

/** Most values of a property that an editor shows. */
const mostValues = 8;

/** `css-data.json`: the custom properties, as editors that read custom data (version 1.1) complete and explain them. */
export const cssData = (layout: Layout): string =>
  `${JSON.stringify(
    {
      version: 1.1,
      properties: definedBy(layout).properties.map(({ name, values }) => ({
        name,
        description: `${layout.name}: ${values.slice(0, mostValues).join(", then ")}`.slice(0, 300),
      })),
    },
    null,
    1,
  )}\n`;

/** `html-data.json`: classes, ids of areas and the elements of elements.js, in the same form. */
export const htmlData = (layout: Layout): string => {
  const { grid, overlay } = elementNames({ layout });
  return `${JSON.stringify(
    {
      version: 1.1,
      tags: [
        { name: grid, description: `${layout.name}: its children are placed on the columns.`, attributes: [] },
        { name: overlay, description: `${layout.name}: draws the grid over the page.`, attributes: [] },
      ],
      globalAttributes: [
        { name: "class", valueSet: "classes" },
        { name: "data-area", valueSet: "areas" },
      ],
      valueSets: [
        { name: "classes", values: definedBy(layout).classes.map((name) => ({ name })) },
        { name: "areas", values: layout.areas.map(({ id, name }) => ({ name: id, description: name })) },
      ],
    },
    null,
    1,
  )}\n`;
};

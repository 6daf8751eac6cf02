import * as z from "zod/mini";
import { layoutSchema } from "./schema";

const sides = { "": "Start and end; the end is the start where it is left out", start: "At the start of a line", end: "At its end" };
const rows = {
  "": "Rows down the sheet; none where it is null",
  kind: "repeating: rows of one height, one after the other; dividing: a number of rows that share the sheet's height",
  height: "Height of one row",
  gutter: "White space between two rows",
  offset: "How far below the top the first row begins",
  count: "How many rows share the height",
  margin: { ...sides, "": "White space above the first row (start) and below the last (end)" },
  least: "The least height that is divided",
  most: "The most height that is divided",
};
const baseline = {
  "": "Lines that text stands on; none where it is null",
  step: "From one line to the next",
  offset: "How far below the top the lines begin",
  emphasis: "Every how many lines one is drawn stronger",
};

type Words = { readonly [member: string]: string | Words };

/** Descriptions of each member, by path; "" is the member itself, the rest are parts of it or of its entries. */
const words: Words = {
  $schema: "The address of this schema, for editors",
  format: "What kind of document this is",
  formatVersion: "The version of the format",
  name: "What the layout is called",
  follows: {
    "": "The spec whose version this was made from or has taken since; stands in drafts alone",
    spec: "What that spec is called",
    version: "The number of the version",
  },
  stylesheet: {
    "": "How its stylesheets are named and where they apply, so that several layouts can be on one page",
    prefix: "What custom properties and classes begin with; layout where it is left out",
    layer: "The cascade layer of the rules",
    scope: "A class, id or data attribute of the element that the rules apply in",
  },
  base: "The base unit: what spacing steps are multiples of, and sizes are held against",
  rootFontSize: "What 1rem is",
  leastColumn: "The least width a column should have",
  spacing: { "": "Spacing steps", name: "What the step is called", multiple: "How many base units it is" },
  breakpoints: {
    "": "Breakpoints: each holds from its width up to the next one's",
    id: "Its id: stands in addresses, file names and custom properties",
    name: "What it is called",
    from: "The least width of the viewport it holds at, px",
    drawnAt: { "": "The size it is drawn and checked at, px", width: "Width of the sheet, px", height: "Height of the sheet, px" },
    columns: {
      "": "Its columns",
      count: "How many columns there are",
      gutter: "White space between two columns; in fr a share of a column",
      margin: { ...sides, "": "White space between the viewport's edges and the container; in % of the viewport's width" },
      edgeGutters: "half: half a gutter stands before the first and after the last column, inside the container",
      container: {
        "": "How wide the columns are together",
        kind: "fluid: all between the margins; capped: no wider than max; fixed: width, whatever the viewport",
        max: "The most width of a capped container",
        width: "The width of a fixed container",
        align: "Where the container stands in the room that is left",
      },
      stated: {
        "": "What its author says the result is at the drawn-at size: checked, never computed with",
        container: "The width the container ought to have",
        column: "The width a column ought to have",
      },
    },
    rows,
    baseline,
    mesh: {
      "": "A fine mesh to draw on; none where it is null",
      step: "From one line to the next",
      emphasis: "Every how many lines one is drawn stronger",
    },
  },
  text: {
    "": "Text roles",
    name: "What the role is called",
    size: "Font size",
    lineHeight: "From one line of text to the next",
    font: "The font's name",
    at: {
      "": "Other sizes, by the id of the breakpoint they begin at",
      size: "Font size from there on",
      lineHeight: "Line height from there on",
    },
  },
  fonts: {
    "": "Metrics of fonts that do not ship with Ypsiline, in font units as their tables state them",
    name: "The font's name, as text roles say it",
    unitsPerEm: "Font units in an em",
    ascent: "From the baseline up",
    descent: "From the baseline down",
    capHeight: "Height of capital letters",
  },
  areas: {
    "": "Areas: what stands on the grid, in reading order",
    id: "Its id: stands in class names and in the places of other areas",
    name: "What it is called",
    kind: "What kind of thing it is, in the team's own words",
    within: "The id of the area it stands in",
    placements: {
      "": "Where it stands, by the id of a breakpoint; it is not shown at others",
      column: "The first column, from 1",
      span: "Over how many columns",
      row: "The first row, from 1; after the area before it where it is left out",
      rowSpan: "Over how many rows; as many as its content takes where it is left out",
      leaves: "Whether it leaves the grid at its start, its end or both",
      by: "How far it leaves; to the edge of the viewport where it is left out",
      reason: "Why it leaves the grid",
      over: "Whether it may lie over another area",
      inside: {
        "": "The grid inside it; none where it is null",
        kind: "same: the columns it stands on; own: columns of its own",
        count: "How many columns it has",
        gutter: "White space between two of them",
        margin: { ...sides, "": "White space inside the area, before its first column and after its last" },
        rows,
        baseline,
      },
    },
  },
  notes: { "": "Notes for whoever builds it", about: "The id of a breakpoint or an area, or spec", text: "What is noted" },
  accepted: {
    "": "Findings that are accepted, each with a reason",
    rule: "The rule that found it",
    breakpoint: "The id of the breakpoint",
    reason: "Why it is accepted",
  },
  extensions: "Anything of others, kept as it is",
};

type Node = Record<string, unknown>;
const isNode = (value: unknown): value is Node => typeof value === "object" && value !== null;

/** Puts the words of each member beside it, in lists, choices and records too. */
const described = (node: unknown, own: Words): unknown => {
  if (Array.isArray(node)) return node.map((one) => described(one, own));
  if (!isNode(node)) return node;
  return Object.fromEntries(
    Object.entries(node).map(([key, value]) => {
      if (key !== "properties" || !isNode(value))
        return [key, ["items", "anyOf", "oneOf", "allOf", "additionalProperties"].includes(key) ? described(value, own) : value];
      const properties = Object.entries(value).map(([member, schema]) => {
        const said = own[member];
        const inner = typeof said === "object" ? said : {};
        const description = typeof said === "object" ? said[""] : said;
        return [member, { ...(described(schema, inner) as Node), ...(description === undefined ? {} : { description }) }];
      });
      return [key, Object.fromEntries(properties)];
    }),
  );
};

/** JSON Schema (2020-12) of the layout document, generated from the Zod schema the code uses, with what each member is. */
export const layoutJsonSchema = (): Record<string, unknown> => {
  const generated = z.toJSONSchema(layoutSchema, { target: "draft-2020-12", io: "input", unrepresentable: "any" }) as Node;
  const whole = { ...generated, properties: { $schema: { type: "string" }, ...(generated["properties"] as Node) } };
  return {
    $id: "/schema/layout-1.json",
    title: "Ypsiline layout document, version 1",
    description:
      "Stricter than this schema can say: lengths are at most 100,000px and steps above 0; widths, heights and multiples have at most 3 decimals; ids and names are unique in their lists; placements name breakpoints of the document; extensions are at most 32 levels deep and 64 KiB; no text holds U+0000 or half a surrogate pair; the whole has at most 200,000 members.",
    ...(described(whole, words) as Node),
  };
};

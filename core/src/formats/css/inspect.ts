import { type Exact, exact, subtract } from "../../exact/exact";
import type { AreaGeometry } from "../../grid/areas";
import { shareOfContainer } from "../../grid/columns";
import type { Resolution } from "../../grid/resolve";
import { roleAt } from "../../grid/text";
import { toDecimal } from "../../exact/show";
import { lengthWords } from "../../words/lengths";
import { name, type Words, words } from "../../words/words";
import { rangeText } from "../../layout/place-text";
import type { Layout } from "../../layout/schema";
import { htmlWithPrefix, namesOf, nameWith, withPrefix } from "./naming";
import { textNames } from "./text";

/** What can be pointed at in a drawing of a breakpoint, with what a developer takes from it. */
export type Inspected = {
  /** Names it within its breakpoint: "columns 1 4", "gutter 3", "margin start", "area search", "text Body". */
  readonly id: string;
  readonly kind: "columns" | "gutter" | "margin" | "area" | "text role";
  readonly title: Words;
  /** What it measures, a line each. Lengths are CSS px. */
  readonly facts: readonly (readonly [label: string, value: Words])[];
  /** The declarations that put something there, beside the version's stylesheet. */
  readonly css: string;
};

const rule = (selector: string, declarations: readonly string[]): string =>
  `${selector} {\n${declarations.map((one) => `  ${one};\n`).join("")}}`;

/** "1–4 of 12", "3 of 12". */
const ofCount = (from: number, many: number, count: number): Words => words`${rangeText(from, many)} of ${count}`;

/** So many columns together, from the one numbered `from`; for a child of `.layout-grid`. */
export const inspectColumns = ({ terms, columns, spans }: Resolution, from: number, many: number): Inspected => {
  const width = spans[many - 1] ?? terms.column;
  const share = shareOfContainer(terms, width);
  const left = columns[from - 1]?.start ?? terms.container.start;
  return {
    id: `columns ${from} ${many}`,
    kind: "columns",
    title: many === 1 ? words`Column ${from}` : words`Columns ${rangeText(from, many)}`,
    facts: [
      ["Columns", ofCount(from, many, terms.count)],
      ["Width", [width]],
      ...(share ? [["Of the container", words`${toDecimal(share, 2)}%`] as const] : []),
      ["From the left", [left]],
    ],
    css: rule(many === 1 ? `.column-${from}` : `.columns-${from}-${from + many - 1}`, [`grid-column: ${from} / span ${many}`]),
  };
};

const inspectArea = (layout: Layout, one: AreaGeometry): Inspected => {
  const { area, placement, on, row, rowSpan } = one;
  const outer = layout.areas.find(({ id }) => id === area.within);
  const byItself = placement.leaves === "none" && area.within === undefined;
  return {
    id: `area ${area.id}`,
    kind: "area",
    title: [name(area.name)],
    facts: [
      ["Columns", ofCount(placement.column, placement.span, on.count)],
      ["Rows", [rangeText(row, rowSpan)]],
      ["Width", [one.width]],
      ["Height", one.height ? [one.height] : words`grows with its content`],
      ["From the left", [one.left]],
      ...(one.top ? [["From the top", [one.top]] as const] : []),
      ...(outer ? [["Inside", [name(outer.name)]] as const] : []),
    ],
    // Areas are placed by their class in the areas' stylesheet; one that stays in the columns can also be placed by
    // itself.
    css: byItself
      ? rule(`.area-${area.id}`, [
          `grid-column: ${placement.column} / span ${placement.span}`,
          ...(on.rows ? [`grid-row: ${row} / span ${rowSpan}`] : []),
        ])
      : `/* In .${nameWith(namesOf(layout, {}).prefix, "layout-areas")}; the stylesheet with areas places it. */\n<div class="area-${area.id}">`,
  };
};

const inspectText = (layout: Layout, breakpoint: string): readonly Inspected[] =>
  layout.text.map((role, index) => {
    const { size, lineHeight } = roleAt(role, breakpoint);
    const called = textNames(layout)[index] ?? "text";
    return {
      id: `text ${role.name}`,
      kind: "text role",
      title: [name(role.name)],
      facts: [
        ["Size", lengthWords(size)],
        ["Line height", lengthWords(lineHeight)],
        ["Font", [name(role.font)]],
      ],
      css: rule(`.text-${called}`, [`font-size: var(--text-${called}-size)`, `line-height: var(--text-${called}-line-height)`]),
    };
  });

/** Everything that can be pointed at at a breakpoint, at the width a resolution is of: columns, gutters, margins, areas, text roles. */
export const inspectable = (layout: Layout, resolution: Resolution): readonly Inspected[] => {
  const { terms, columns, gutters, areas, breakpoint } = resolution;
  const length = (title: string, id: Inspected["id"], kind: Inspected["kind"], value: Exact, from: Exact, css: string): Inspected => ({
    id,
    kind,
    title: [title],
    facts: [
      ["Width", [value]],
      ["From the left", [from]],
    ],
    css,
  });
  const { prefix } = namesOf(layout, {});
  const all = [
    length("Start margin", "margin start", "margin", terms.margin.start, exact(0), "padding-inline-start: var(--layout-start);"),
    ...columns.map((_, index) => inspectColumns(resolution, index + 1, 1)),
    ...gutters.map((gap, index) =>
      length(`Gutter ${index + 1}`, `gutter ${index + 1}`, "gutter", gap.width, gap.start, "column-gap: var(--layout-gutter);"),
    ),
    length(
      "End margin",
      "margin end",
      "margin",
      terms.margin.end,
      subtract(resolution.width, terms.margin.end),
      "padding-inline-end: var(--layout-end);",
    ),
    ...areas.map((one) => inspectArea(layout, one)),
    ...inspectText(layout, breakpoint.id),
  ];
  return all.map((one) => ({ ...one, css: htmlWithPrefix(withPrefix(one.css, prefix), prefix) }));
};

import { type Exact, fromJsonNumber } from "../../exact/exact";
import { show } from "../../exact/show";
import { inOrder } from "../../grid/breakpoint-at";
import { resolve, type Resolution } from "../../grid/resolve";
import { spacingSteps } from "../../grid/spacing";
import { roleAt } from "../../grid/text";
import type { Layout } from "../../layout/schema";
import { namesOf, withPrefix } from "../css/naming";
import { spacingNames } from "../css/spacing-names";
import { plain, table } from "./markdown";
import type { Release } from "./release";
import { variants } from "./variants";

const sizes = (layout: Layout): readonly Resolution[] =>
  inOrder(layout).flatMap(({ id, drawnAt }) => {
    const at = resolve(layout, { width: fromJsonNumber(drawnAt.width), breakpoint: id });
    return at.ok ? [at.value] : [];
  });

const both = (start: Exact, end: Exact): string => (show(start) === show(end) ? show(start) : `${show(start)} and ${show(end)}`);

const breakpointTable = (all: readonly Resolution[]): string =>
  table(
    ["Breakpoint", "From", "Drawn at", "Columns", "Column", "Gutter", "Margins", "Container"],
    all.map(({ breakpoint, terms }) => [
      `${plain(breakpoint.name)} (${breakpoint.id})`,
      String(breakpoint.from),
      `${breakpoint.drawnAt.width} × ${breakpoint.drawnAt.height}`,
      String(terms.count),
      show(terms.column),
      show(terms.gutter),
      both(terms.margin.start, terms.margin.end),
      show(terms.container.width),
    ]),
  );

const rowsTable = (all: readonly Resolution[]): readonly string[] => {
  const having = all.filter(({ rows, baseline }) => rows ?? baseline);
  if (having.length === 0) return [];
  const lines = having.map(({ breakpoint, rows, baseline }) => [
    plain(breakpoint.name),
    rows ? show(rows.pitch) : "none",
    baseline ? show(baseline.step) : "none",
  ]);
  return ["## Rows and baseline", "", table(["Breakpoint", "Row pitch", "Baseline step"], lines), ""];
};

const spacingTable = (layout: Layout): readonly string[] => {
  if (layout.spacing.length === 0) return [];
  const names = spacingNames(layout.spacing.map(({ name }) => name));
  const { prefix } = namesOf(layout, {});
  const lines = spacingSteps(layout).map(({ name, px }, index) => [
    plain(name),
    show(px),
    `\`var(${withPrefix(names[index] ?? "", prefix)})\``,
  ]);
  return ["## Spacing", "", table(["Step", "px", "In CSS"], lines), ""];
};

const textTable = (layout: Layout): readonly string[] => {
  if (layout.text.length === 0) return [];
  const ordered = inOrder(layout);
  const lines = layout.text.map((role) => [
    `${plain(role.name)}, ${plain(role.font)}`,
    ...ordered.map(({ id }) => {
      const { size, lineHeight } = roleAt(role, id);
      return `${size} / ${lineHeight}`;
    }),
  ]);
  return ["## Text", "", table(["Role", ...ordered.map(({ name }) => plain(name))], lines), ""];
};

const areasTable = (layout: Layout, all: readonly Resolution[]): readonly string[] => {
  if (layout.areas.length === 0) return [];
  const lines = layout.areas.map((area) => [
    `${plain(area.name)} (${area.id})`,
    ...all.map(({ areas }) => {
      const place = areas.find((one) => one.area.id === area.id);
      if (!place) return "not shown";
      const { column, span } = place.placement;
      return `${span === 1 ? `column ${column}` : `columns ${column} to ${column + span - 1}`}, ${show(place.width)}`;
    }),
  ]);
  return [
    "## Areas",
    "",
    "Columns, and width in px.",
    "",
    table(["Area", ...all.map(({ breakpoint }) => plain(breakpoint.name))], lines),
    "",
  ];
};

/** README.md of a package: how it is used, and its numbers as tables, px at the size each breakpoint is drawn at. */
export const readmeText = ({ name, version, description, layout }: Release): string => {
  const all = sizes(layout);
  return [
    `# ${plain(layout.name)} ${version}`,
    "",
    ...(description.trim() === "" ? [] : [plain(description), ""]),
    "A published layout. Its numbers never change; another version has another number.",
    "",
    "## Use",
    "",
    "```sh",
    `npm install ${name}@^${version}`,
    "```",
    "",
    "```css",
    `@import "${name}/layout.css";`,
    "```",
    "",
    "```scss",
    `@use "pkg:${name}" as layout;`,
    "```",
    "",
    "```js",
    `import { breakpoints, columns, spans, spacing, areas } from "${name}";`,
    "```",
    "",
    `\`resolveAt(width)\` from \`${name}/resolve.js\` has the columns at any width. Classes for spans are in \`spans.css\`, breakpoints as`,
    "custom media queries in `custom-media.css`, theme variables in `theme.css`, and elements in `elements.js`.",
    "",
    `In a page under development, \`overlay.js\` draws the grid over it: \`import "${name}/overlay.js"\`.`,
    "",
    "| Stylesheet | Written with |",
    "| --- | --- |",
    ...variants.map(({ path, words }) => `| \`${path}\` | ${words === "" ? "media queries, px" : words} |`),
    "",
    "## Columns",
    "",
    breakpointTable(all),
    "",
    ...rowsTable(all),
    ...spacingTable(layout),
    ...textTable(layout),
    ...areasTable(layout, all),
  ].join("\n");
};

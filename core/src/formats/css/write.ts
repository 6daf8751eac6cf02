import { add, exact, fromJsonNumber, isWhole, multiply } from "../../exact/exact";
import { parseLength } from "../../exact/length";
import { show, toDecimal } from "../../exact/show";
import { breakpointRanges, type BreakpointRange } from "../../grid/breakpoint-at";
import { termsAt } from "../../grid/resolve";
import type { Breakpoint, Layout } from "../../layout/schema";
import { areaRules } from "./areas";
import type { CssOptions } from "./options";
import { columnParts, sectionIn } from "./sums";
import { bare, block, commented, conditionOf, type Property, writer } from "./parts";
import { spacingNames } from "./spacing-names";
import { named, namesOf, nameWith } from "./naming";
import { spanClasses } from "./span-classes";
import { textClasses, textProperties } from "./text";

const columnProperties = (breakpoint: Breakpoint, options: CssOptions, text: (length: string) => string): readonly Property[] => {
  const { count, edgeGutters, container } = breakpoint.columns;
  const { start, end, size, ownGutter, first, last } = columnParts(breakpoint, text);
  const placing: readonly Property[] = options.edges === "plain" ? [["--layout-end", last]] : exactEdges(breakpoint, text);
  return [
    ["--layout-breakpoint", `"${breakpoint.id}"`],
    ["--layout-columns", String(count)],
    ["--layout-gutter", ownGutter],
    ["--layout-margin-start", start],
    ["--layout-margin-end", end],
    ["--layout-container", size],
    ["--layout-align", container.kind === "fluid" ? "none" : container.align],
    ["--layout-edge-gutters", edgeGutters],
    ["--layout-start", first],
    ...placing,
  ];
};

/** Chromium's layout unit u, 1/64 px, to which exact edges are rounded. */
const unit = "0.015625px";
/**
 * A fiftieth of the unit, added before rounding: browsers calculate in single floats, in which a length of whole or
 * half units may be slightly too small in one place and not in the next.
 */
const nudge = "0.0003px";

/**
 * Exact edges. Every track is the difference of two rounded positions, so that the result does not depend on how a
 * browser distributes rounding errors. With u the unit, c the column, g the gutter, P = c + g and s the start of the
 * first column: gap r = round(down, P, u) − round(down, c, u); column i starts at round(s + (r − g)/2 + i·P, u) and
 * ends r before the next. Then starts, ends and widths are all within u of the exact ones. Positions are in cqi,
 * relative to the element around the grid: a % in tracks would be relative to the grid itself. A gutter of whole 64ths
 * needs no rounding.
 */
const exactEdges = (breakpoint: Breakpoint, text: (length: string) => string): readonly Property[] => {
  const { count, gutter, edgeGutters } = breakpoint.columns;
  const parts = columnParts(breakpoint, text);
  const inCqi = (value: string): string => value.replaceAll("%", "cqi");
  const size = inCqi(parts.size);
  const container = `(${bare(size)})`;
  const [first, own] = [parts.first, parts.outerGutter].map((value) => inCqi(bare(value)).replaceAll("var(--layout-container)", container));
  const declared = parseLength(gutter);
  const gaps = edgeGutters === "half" ? count : count - 1;
  const share = declared?.unit === "fr" ? declared.value : null;
  const over = share && toDecimal(add(exact(count), multiply(exact(gaps), share)), 6);
  const column = share ? `${container} / ${over}` : `(${container} - ${gaps} * ${own}) / ${count}`;
  const pitch = share ? `${container} * ${toDecimal(add(exact(1), share), 6)} / ${over}` : `${column} + ${own}`;
  const whole = declared?.unit === "px" && isWhole(multiply(declared.value, exact(64)));
  const at = (index: number): string => `round(var(--layout-origin)${index === 0 ? "" : ` + ${index} * var(--layout-pitch)`}, ${unit})`;
  return [
    ["--layout-pitch", `calc(${pitch})`],
    ["--layout-gap", whole ? text(gutter) : `calc(round(down, ${pitch} + ${nudge}, ${unit}) - round(down, ${column} + ${nudge}, ${unit}))`],
    ["--layout-origin", `calc(${first} + ${nudge}${whole ? "" : ` + (var(--layout-gap) - (${own})) / 2`})`],
    ["--layout-size", `calc(${at(count)} - ${at(0)} - var(--layout-gap))`],
    ["--layout-tracks", Array.from({ length: count }, (_, i) => `calc(${at(i + 1)} - ${at(i)} - var(--layout-gap))`).join(" ")],
  ];
};

/** Row pitch: h + r, of dividing rows (S − mT − mB + r)/k in a section of the viewport's height held between least and most. */
const rowPitch = (breakpoint: Breakpoint, text: (length: string) => string): string => {
  const { rows } = breakpoint;
  if (!rows) return "initial";
  if (rows.kind === "repeating") return `calc(${bare(text(rows.height))} + ${bare(text(rows.gutter))})`;
  const section = sectionIn("100vh", rows, text);
  return `calc((${section} - ${bare(text(rows.margin.start))} - ${bare(text(rows.margin.end))} + ${bare(text(rows.gutter))}) / ${rows.count})`;
};

/** Rows as they are declared: enough to lay them out, and to read them back. */
const rowProperties = (breakpoint: Breakpoint, text: (length: string) => string): readonly Property[] => {
  const { rows } = breakpoint;
  const none = (names: readonly string[]): readonly Property[] => names.map((name) => [`--layout-${name}`, "initial"]);
  if (!rows) return none(["row-pitch", "row-height", "row-gutter", "row-tracks", "row-offset", "rows"]);
  const pitch: readonly Property[] = [
    ["--layout-row-pitch", rowPitch(breakpoint, text)],
    ["--layout-row-gutter", text(rows.gutter)],
  ];
  if (rows.kind === "repeating")
    return [
      ...pitch,
      ["--layout-row-height", text(rows.height)],
      ["--layout-row-tracks", `repeat(auto-fill, ${text(rows.height)})`],
      ["--layout-row-offset", text(rows.offset)],
      ["--layout-rows", "initial"],
    ];
  return [
    ...pitch,
    ["--layout-row-height", `calc(${rowPitch(breakpoint, text)} - ${bare(text(rows.gutter))})`],
    ["--layout-row-tracks", `repeat(${rows.count}, minmax(0, 1fr))`],
    ["--layout-row-offset", text(rows.margin.start)],
    ["--layout-rows", String(rows.count)],
    ["--layout-rows-above", text(rows.margin.start)],
    ["--layout-rows-below", text(rows.margin.end)],
    ["--layout-rows-least", rows.least ? text(rows.least) : "initial"],
    ["--layout-rows-most", rows.most ? text(rows.most) : "initial"],
  ];
};

const baselineProperties = ({ baseline }: Breakpoint, text: (length: string) => string): readonly Property[] => [
  ["--layout-baseline", baseline ? text(baseline.step) : "initial"],
  ["--layout-baseline-offset", baseline ? text(baseline.offset) : "initial"],
  ["--layout-baseline-emphasis", baseline ? String(baseline.emphasis) : "initial"],
];

const verticalProperties = (breakpoint: Breakpoint, layout: Layout, text: (length: string) => string): readonly Property[] => {
  const any = (member: "rows" | "baseline"): boolean => layout.breakpoints.some((one) => one[member] !== null);
  return [...(any("rows") ? rowProperties(breakpoint, text) : []), ...(any("baseline") ? baselineProperties(breakpoint, text) : [])];
};

const sharedProperties = (layout: Layout, text: (length: string) => string): readonly Property[] => {
  const base = parseLength(layout.base);
  const lowest = breakpointRanges(layout)[0];
  const names = spacingNames(layout.spacing.map(({ name }) => name));
  return [
    ["--layout-base", layout.base],
    ["--layout-root-font-size", layout.rootFontSize],
    ["--layout-least-column", text(layout.leastColumn)],
    ["--layout-from", `${lowest?.from ?? 320}px`],
    ...layout.spacing.map(({ multiple }, index): Property => [
      names[index] ?? "--space",
      text(`${toDecimal(multiply(base?.value ?? exact(0), fromJsonNumber(multiple)), 6)}px`),
    ]),
    ...(lowest ? textProperties(layout, lowest.breakpoint.id, text) : []),
  ];
};

const numbersComment = (layout: Layout, { breakpoint, from }: BreakpointRange): string => {
  const { drawnAt } = breakpoint;
  const terms = termsAt(layout, breakpoint, fromJsonNumber(drawnAt.width));
  const gaps = terms.gaps === 0 ? "" : ` + ${terms.gaps} × ${show(terms.gutter)}`;
  return commented(
    `${breakpoint.name}, from ${from}. At ${drawnAt.width}: ${show(terms.margin.start)} + ${terms.count} × ${show(terms.column)}${gaps} + ${show(terms.margin.end)} = ${drawnAt.width}`,
  );
};

const gridClass = ({ edges }: CssOptions): readonly Property[] => {
  const exactly = edges === "exact";
  return [
    ["box-sizing", "border-box"],
    ["display", "grid"],
    ["grid-template-columns", exactly ? "var(--layout-tracks)" : "repeat(var(--layout-columns), minmax(0, 1fr))"],
    ["column-gap", exactly ? "var(--layout-gap)" : "var(--layout-gutter)"],
    ...(exactly
      ? ([
          ["inline-size", "var(--layout-size)"],
          ["margin-inline-start", `round(var(--layout-origin), ${unit})`],
        ] as const)
      : // Placed by both margins and not by a width: the browser rounds every length down, and so these less against each other.
        ([["margin-inline", "var(--layout-start) var(--layout-end)"]] as const)),
  ];
};

/** The part of the stylesheet that one breakpoint sets, with the names of the layout's stylesheets. */
export const breakpointCss = (layout: Layout, range: BreakpointRange, lowest: boolean, options: CssOptions): string =>
  named(breakpointRules(layout, range, lowest, options), { ...namesOf(layout, options), layer: null });

/** Whether the numbers are on the grid itself, and on nothing else: then how it is laid out is said there too. */
const isOnGrid = (layout: Layout, { query, gridClass: written }: CssOptions): boolean =>
  query === "container" && written === "with" && layout.areas.length === 0;

/** That part with its usual names. */
const breakpointRules = (layout: Layout, range: BreakpointRange, lowest: boolean, options: CssOptions): string => {
  const text = writer(layout, options);
  const properties: readonly Property[] = [
    ...(lowest ? [] : [["--layout-from", `${range.from}px`] as const]),
    ...columnProperties(range.breakpoint, options, text),
    ...verticalProperties(range.breakpoint, layout, text),
    ...(lowest ? [] : textProperties(layout, range.breakpoint.id, text, true)),
    ...(lowest && isOnGrid(layout, options) ? gridClass(options) : []),
  ];
  const selector = options.query === "media" ? ":root" : layout.areas.length > 0 ? ".layout-grid, .layout-areas" : ".layout-grid";
  const comment = `/* ${numbersComment(layout, range)} */`;
  if (lowest && options.query === "media") return `${comment}\n${block(selector, [...sharedProperties(layout, text), ...properties], "")}`;
  if (lowest) return `${block(":root", sharedProperties(layout, text), "")}\n\n${comment}\n${block(selector, properties, "")}`;
  return `${comment}\n${conditionOf(layout, options, range)} {\n${block(selector, properties, "  ")}\n}`;
};

/** A background that shows the baseline, and rows to lay children out on, where any breakpoint has them. */
const verticalClasses = (layout: Layout): readonly string[] => [
  ...(layout.breakpoints.some(({ rows }) => rows !== null)
    ? [
        block(
          ".layout-rows",
          [
            ["grid-template-rows", "var(--layout-row-tracks)"],
            ["grid-auto-rows", "var(--layout-row-height)"],
            ["row-gap", "var(--layout-row-gutter)"],
          ],
          "",
        ),
      ]
    : []),
  ...(layout.breakpoints.some(({ baseline }) => baseline !== null)
    ? [
        block(
          ".layout-baseline",
          [
            ["background-image", "linear-gradient(to bottom, rgb(194 87 58 / 45%) 1px, transparent 1px)"],
            ["background-position", "0 var(--layout-baseline-offset, 0)"],
            ["background-size", "100% var(--layout-baseline, 100%)"],
          ],
          "",
        ),
      ]
    : []),
];

/**
 * The stylesheet of a layout (docs/format.md, "Stylesheet"): custom properties per breakpoint and a
 * `.layout-grid` class that lays its children out on the columns; rows, baseline and text roles by classes of their own.
 * The grid belongs in a parent as wide as the viewport; with container queries, in an element of class `.layout`.
 */
export const writeCss = (layout: Layout, options: CssOptions): string => {
  const names = namesOf(layout, options);
  const classOf = (name: string): string => `.${nameWith(names.prefix, name)}`;
  const ranges = breakpointRanges(layout);
  const place =
    options.gridClass === "without" && options.query === "media"
      ? "The numbers alone, as custom properties of the page."
      : options.query === "media"
        ? `Put ${classOf("layout-grid")} in a parent as wide as the viewport; its children land on the columns.`
        : `Put ${classOf("layout-grid")} in an element of class ${classOf("layout")}; its children land on the columns of that element's width.`;
  const classes =
    options.gridClass === "with"
      ? [
          ...(isOnGrid(layout, options) ? [] : [block(".layout-grid", gridClass(options), "")]),
          ...verticalClasses(layout),
          ...textClasses(layout),
        ]
      : [];
  const within = names.scope === null ? "" : ` It applies inside ${names.scope}.`;
  const heading = `/* ${commented(layout.name)}: layout by Ypsiline. ${place}${within} Lengths in CSS px unless they say otherwise. */`;
  const rules = [
    ...ranges.map((range, index) => breakpointRules(layout, range, index === 0, options)),
    ...(options.query === "container" ? [".layout {\n  container: layout / inline-size;\n}"] : []),
    // What is as wide as the viewport is what cqi is of: the viewport's own units take in a scrollbar.
    ...(options.query === "media" && options.edges === "exact" && options.gridClass === "with"
      ? [block(":has(> .layout-grid)", [["container-type", "inline-size"]], "")]
      : []),
    ...classes,
    ...(options.gridClass === "with" ? areaRules(layout, ranges, options) : []),
    ...(options.spans === "with" ? spanClasses(ranges, (range) => conditionOf(layout, options, range)) : []),
    "",
  ]
    .join("\n\n")
    .replace(/\n\n$/, "\n");
  // Linters ask for rounded numbers, which these are not.
  const precise = /\.\d{5}/.test(rules) ? "\n/* stylelint-disable number-max-precision -- lengths are exact */" : "";
  return `${heading}${precise}\n\n${named(rules, names)}`;
};

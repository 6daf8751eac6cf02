import { divide, type Exact, exact, fromJsonNumber } from "../../exact/exact";
import { px } from "../../exact/length";
import { toDecimal, toExactDecimal } from "../../exact/show";
import { breakpointRanges } from "../../grid/breakpoint-at";
import { lengthContext, rootFontSize } from "../../grid/resolve";
import { spacingSteps } from "../../grid/spacing";
import type { Layout } from "../../layout/schema";
import { named, namesOf } from "../css/naming";
import { type CssOptions, plainCss } from "../css/options";
import { commented, conditionOf } from "../css/parts";
import { namesIn } from "../css/spacing-names";
import { spanClasses } from "../css/span-classes";
import { textNames } from "../css/text";

const heading = (layout: Layout, what: string): string => `/* ${commented(layout.name)}: ${what} Layout by Ypsiline. */\n`;

/**
 * `custom-media.css`: the breakpoints as custom media queries (Media Queries 5, section 4), from one on (`--layout-from-desk`),
 * only at one, and below one.
 */
export const customMediaText = (layout: Layout): string => {
  const { prefix } = namesOf(layout, {});
  const media = (name: string, query: string): string => `@custom-media --${prefix}-${name} ${query};\n`;
  return `${heading(layout, "its breakpoints as custom media queries.")}${breakpointRanges(layout)
    .map(({ breakpoint: { id }, from, until }, index) => {
      const least = index === 0 ? null : from;
      return [
        media(`from-${id}`, least === null ? "(width >= 0)" : `(width >= ${least}px)`),
        media(
          `only-${id}`,
          until === null
            ? least === null
              ? "(width >= 0)"
              : `(width >= ${least}px)`
            : least === null
              ? `(width < ${until}px)`
              : `(${least}px <= width < ${until}px)`,
        ),
        ...(least === null ? [] : [media(`below-${id}`, `(width < ${least}px)`)]),
      ].join("");
    })
    .join("")}`;
};

/** `spans.css`, `spans.container.css`: the classes for spans and shifts alone, with the names of the layout's stylesheets. */
export const spansText = (layout: Layout, query: CssOptions["query"]): string => {
  const options: CssOptions = { ...plainCss, query };
  const rules = spanClasses(breakpointRanges(layout), (range) => conditionOf(layout, options, range)).join("\n\n");
  return `${heading(layout, "classes that say how many columns an element takes, and how many it leaves free before it.")}\n${named(`${rules}\n`, namesOf(layout, {}))}`;
};

/**
 * `theme.css`: breakpoints, spacing and text roles as theme variables of a utility framework that reads `@theme`. Its own
 * breakpoints and steps are replaced, so that only the layout's can be used. Lengths are in rem of the layout's root font size;
 * breakpoints in rem of the browser's 16 px, as media queries have it.
 */
export const themeText = (layout: Layout): string => {
  const root = rootFontSize(layout);
  const context = lengthContext(layout, exact(1));
  const rem = (value: Exact, of = root): string => {
    const exactly = toExactDecimal(divide(value, of), 6);
    return exactly === null ? `calc(${toDecimal(value, 6)}rem / ${toDecimal(of, 6)})` : `${exactly}rem`;
  };
  const steps = spacingSteps(layout);
  const names = namesIn(
    steps.map(({ name }) => name),
    "step",
  );
  const roles = textNames(layout);
  const lines = [
    "--breakpoint-*: initial;",
    ...breakpointRanges(layout)
      .slice(1)
      .map(({ breakpoint, from }) => `--breakpoint-${breakpoint.id}: ${rem(fromJsonNumber(from), exact(16))};`),
    `--spacing: ${rem(px(layout.base, context))};`,
    ...steps.map(({ px: step }, index) => `--spacing-${names[index] ?? "step"}: ${rem(step)};`),
    ...layout.text.flatMap(({ size, lineHeight }, index) => [
      `--text-${roles[index] ?? "text"}: ${rem(px(size, context))};`,
      `--text-${roles[index] ?? "text"}--line-height: ${rem(px(lineHeight, context))};`,
    ]),
  ];
  return `${heading(layout, "its breakpoints, spacing and text roles as theme variables.")}/* stylelint-disable at-rule-no-unknown, custom-property-pattern, number-max-precision -- what the framework reads is not plain CSS */\n@theme {\n${lines.map((line) => `  ${line}\n`).join("")}}\n`;
};

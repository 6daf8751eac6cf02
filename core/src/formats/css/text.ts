import { px } from "../../exact/length";
import { add, divide, type Exact, exact, multiply, negate, subtract } from "../../exact/exact";
import { toDecimal } from "../../exact/show";
import { fontMetrics, type FontMetrics } from "../../grid/fonts";
import { lengthContext } from "../../grid/resolve";
import { roleAt } from "../../grid/text";
import type { Layout } from "../../layout/schema";
import { namesIn } from "./spacing-names";

/** Names of text roles as parts of property and class names. */
export const textNames = (layout: Layout): readonly string[] =>
  namesIn(
    layout.text.map(({ name }) => name),
    "text",
  );

/**
 * The space above the capitals and below the baseline of a line box, em: ((L/s − A − D)/2 + A − cap) and ((L/s − A −
 * D)/2 + D), with ascent, descent and cap height per em.
 */
const beyondCapitals = (size: Exact, lineHeight: Exact, { unitsPerEm, ascent, descent, capHeight }: FontMetrics) => {
  const em = (units: number): Exact => exact(units, unitsPerEm);
  const half = divide(subtract(divide(lineHeight, size), em(ascent + descent)), exact(2));
  return { above: subtract(add(half, em(ascent)), em(capHeight)), below: add(half, em(descent)) };
};

const quoted = (text: string): string =>
  `"${text.replace(/[\\"<>]/g, (character) => `\\${character.codePointAt(0)?.toString(16) ?? ""} `).replace(/[\p{Cc}]/gu, " ")}"`;

/** Families that are no font's name (CSS Fonts 4, section 2.1), and words that mean something else everywhere. */
const generic =
  /^(serif|sans-serif|monospace|cursive|fantasy|system-ui|ui-.*|math|emoji|fangsong|inherit|initial|unset|revert|revert-layer|default)$/i;

/** A font's name as a family: in quotes unless it is one plain word. */
const family = (font: string): string => (/^[a-z]+$/i.test(font) && !generic.test(font) ? font : quoted(font));

/**
 * Properties of text roles at a breakpoint, for :root; with `moving` only of those that have another size somewhere.
 */
export const textProperties = (
  layout: Layout,
  breakpoint: string,
  text: (length: string) => string,
  moving = false,
): readonly (readonly [string, string])[] =>
  layout.text.flatMap((role, index) => {
    if (moving && role.at === undefined) return [];
    const name = textNames(layout)[index] ?? "text";
    const { size, lineHeight } = roleAt(role, breakpoint);
    return [
      [`--text-${name}-size`, text(size)],
      [`--text-${name}-line-height`, text(lineHeight)],
    ] as const;
  });

/**
 * A class for each text role. Its box is trimmed to cap height and baseline, so that distances are from letter to
 * letter: with text-box if the browser has it (CSS Inline Layout 3), else with margins from the font's metrics.
 */
export const textClasses = (layout: Layout): readonly string[] => {
  if (layout.text.length === 0) return [];
  const names = textNames(layout);
  const context = lengthContext(layout, exact(1));
  const em = (value: Exact): string => `${toDecimal(value, 4)}em`;
  const classes = layout.text.map(
    ({ font }, index) =>
      `.text-${names[index] ?? "text"} {\n  font-family: ${family(font)}, sans-serif;\n  font-size: var(--text-${names[index] ?? "text"}-size);\n  line-height: var(--text-${names[index] ?? "text"}-line-height);\n}`,
  );
  const all = names.map((name) => `.text-${name}`).join(", ");
  const trimmed = layout.text.flatMap(({ font, size, lineHeight }, index) => {
    const metrics = fontMetrics(layout, font);
    if (!metrics) return [];
    const { above, below } = beyondCapitals(px(size, context), px(lineHeight, context), metrics);
    const name = `.text-${names[index] ?? "text"}`;
    return [
      `  ${name}::before {\n    content: "";\n    display: table;\n    margin-block-end: ${em(negate(above))};\n  }`,
      `  ${name}::after {\n    content: "";\n    display: table;\n    margin-block-start: ${em(negate(below))};\n  }`,
    ];
  });
  return [
    ...classes,
    `@supports (text-box: trim-both cap alphabetic) {\n  ${all} {\n    text-box: trim-both cap alphabetic;\n  }\n}`,
    ...(trimmed.length > 0 ? [`@supports not (text-box: trim-both cap alphabetic) {\n${trimmed.join("\n\n")}\n}`] : []),
  ];
};

/** A length in px at a root font size; for tests and tokens. */
export const lineHeightRatio = (layout: Layout, size: string, lineHeight: string): Exact => {
  const context = lengthContext(layout, exact(1));
  return multiply(divide(px(lineHeight, context), px(size, context)), exact(1));
};

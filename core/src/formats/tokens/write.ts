import { type Exact, fromJsonNumber, toNumber } from "../../exact/exact";
import { parseLength, toPx } from "../../exact/length";
import { toDecimal } from "../../exact/show";
import { drawnAtSize } from "../../grid/drawn";
import { lengthContext } from "../../grid/resolve";
import { spacingSteps } from "../../grid/spacing";
import type { Layout } from "../../layout/schema";
import type { ColumnTerms } from "../../grid/columns";
import { spacingNames } from "../css/spacing-names";
import { lineHeightRatio, textNames } from "../css/text";

/** Key of Ypsiline's members under `$extensions`. */
export const extensionKey = "ypsiline";

type Dimension = { readonly $type: "dimension"; readonly $value: { readonly value: number; readonly unit: "px" | "rem" } };
export type TokenGroup = { readonly [name: string]: unknown };

const dimension = (px: Exact): Dimension => ({ $type: "dimension", $value: { value: Number(toDecimal(px, 6)), unit: "px" } });

/** A declared length as a token: rem stays rem, anything else is px. */
const declaredDimension = (layout: Layout, text: string, width: Exact): Dimension => {
  const length = parseLength(text);
  if (!length) throw new RangeError(`not a length: ${text}`);
  return length.unit === "rem"
    ? { $type: "dimension", $value: { value: toNumber(length.value), unit: "rem" } }
    : dimension(toPx(length, lengthContext(layout, width)));
};

/** A margin: as declared in rem if the declared margins apply, else its effective value. */
const marginDimension = (layout: Layout, terms: ColumnTerms, text: string, side: "start" | "end", width: Exact): Dimension =>
  terms.boundBy === "margins" && text.endsWith("rem") ? declaredDimension(layout, text, width) : dimension(terms.margin[side]);

/** Text roles as `typography` tokens; the module asks for all five members, and those a role says nothing of are the usual ones. */
const typography = (layout: Layout): readonly (readonly [string, unknown])[] =>
  layout.text.map(({ size, lineHeight, font }, index) => [
    textNames(layout)[index] ?? "text",
    {
      $type: "typography",
      $value: {
        fontFamily: font,
        fontSize: declaredDimension(layout, size, fromJsonNumber(1)).$value,
        fontWeight: 400,
        letterSpacing: { value: 0, unit: "px" },
        lineHeight: Number(toDecimal(lineHeightRatio(layout, size, lineHeight), 6)),
      },
    },
  ]);

/** Tokens by group as the Design Tokens Format Module has them (docs/format.md, "Tokens"). */
export const tokensOf = (layout: Layout): TokenGroup => {
  const names = spacingNames(layout.spacing.map(({ name }) => name)).map((name) => name.replace("--space-", ""));
  const one = fromJsonNumber(1);
  return {
    base: declaredDimension(layout, layout.base, one),
    breakpoint: Object.fromEntries(layout.breakpoints.map(({ id, from }) => [id, dimension(fromJsonNumber(from))])),
    layout: Object.fromEntries(
      layout.breakpoints.map((breakpoint) => {
        const drawn = drawnAtSize(layout, breakpoint.id);
        const terms = drawn.ok ? drawn.value.resolution.terms : null;
        const width = fromJsonNumber(breakpoint.drawnAt.width);
        const { gutter } = breakpoint.columns;
        return [
          breakpoint.id,
          {
            columns: { $type: "number", $value: breakpoint.columns.count },
            ...(terms && {
              gutter: gutter.endsWith("fr") ? dimension(terms.gutter) : declaredDimension(layout, gutter, width),
              "margin-start": marginDimension(layout, terms, breakpoint.columns.margin.start, "start", width),
              "margin-end": marginDimension(layout, terms, breakpoint.columns.margin.end, "end", width),
              column: dimension(terms.column),
              container: dimension(terms.container.width),
            }),
            ...(drawn.ok && drawn.value.resolution.rows ? { "row-pitch": dimension(drawn.value.resolution.rows.pitch) } : {}),
            ...(breakpoint.baseline ? { baseline: declaredDimension(layout, breakpoint.baseline.step, width) } : {}),
          },
        ];
      }),
    ),
    ...(layout.text.length > 0 ? { typography: Object.fromEntries(typography(layout)) } : {}),
    space: Object.fromEntries(spacingSteps(layout).map(({ px }, index) => [names[index] ?? "step", dimension(px)])),
  };
};

/**
 * Design tokens of a layout (Design Tokens Format Module, Design Tokens Community Group): `dimension` tokens of px or
 * rem, counts as `number`. What tokens cannot say (fr, %, container kinds, rows, notes) is the layout document under
 * `$extensions`, so that our own come back as the same layout.
 */
export const writeTokens = (layout: Layout): string =>
  `${JSON.stringify(
    {
      $description: `${layout.name}: layout by Ypsiline. Fluid lengths are those at the drawn-at width.`,
      ...tokensOf(layout),
      $extensions: { [extensionKey]: { layout } },
    },
    null,
    2,
  )}\n`;

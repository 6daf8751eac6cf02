import { type BaselineGeometry, type ColumnTerms, type Exact, type RowSum, spoken } from "@ypsiline/core";

const times = (count: number, one: string, many: string): string => `${count} ${count === 1 ? one : many}`;

const tracks = (count: number, one: string, many: string, size: Exact, gaps: number, gutter: Exact): string =>
  `${times(count, one, many)} of ${spoken(size)} plus ${times(gaps, "gap", "gaps")} of ${spoken(gutter)}`;

/** "1280 equals margin 64 plus 12 columns of 77 and two thirds plus 11 gaps of 20 plus margin 64.": the sum as it is read aloud. */
export const spokenColumns = ({ width, margin, count, column, gaps, gutter, container }: ColumnTerms): string =>
  `${spoken(width)} equals margin ${spoken(margin.start)} plus ${tracks(count, "column", "columns", column, gaps, gutter)} plus margin ` +
  `${spoken(margin.end)}. The container between the margins is ${spoken(container.width)}.`;

/** "800 equals offset 0 plus 50 rows of 8 plus 49 gaps of 8 plus 8 left over.": the sum of rows as it is read aloud. */
export const spokenRows = ({ terms, sheet, whole, gaps, filled, leftover }: RowSum): string => {
  const rows = tracks(whole, "row", "rows", terms.height, gaps, terms.gutter);
  return terms.kind === "repeating"
    ? `${spoken(sheet)} equals offset ${spoken(terms.offset)} plus ${rows} plus ${spoken(leftover)} left over.`
    : `${spoken(terms.section)} equals margin ${spoken(terms.margin.start)} plus ${rows} plus margin ${spoken(terms.margin.end)}. ` +
        `The rows fill ${spoken(filled)}.`;
};

/** "800 equals offset 4 plus 99 lines of 8 plus 4 left over.": the sum of a baseline as it is read aloud. */
export const spokenBaseline = ({ offset, lines, step, remainder }: BaselineGeometry, sheet: Exact): string =>
  `${spoken(sheet)} equals offset ${spoken(offset)} plus ${times(lines, "line", "lines")} of ${spoken(step)} plus ${spoken(remainder)} left over.`;

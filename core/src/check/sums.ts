import { divide, exact, type Exact, isWhole, multiply } from "../exact/exact";
import type { ColumnTerms } from "../grid/columns";
import { type Words, words } from "../words/words";

/** "(1152 − 11 × 20) ÷ 12 = 77⅔". */
export const columnSum = ({ container, gaps, gutter, count, column }: ColumnTerms): Words =>
  gaps === 0 ? words`${container.width} ÷ ${count} = ${column}` : words`(${container.width} − ${gaps} × ${gutter}) ÷ ${count} = ${column}`;

/** "36 = 4½ × 8". */
export const baseSum = (length: Exact, base: Exact): Words => words`${length} = ${divide(length, base)} × ${base}`;

export const baseStanding = (length: Exact, base: Exact): string =>
  isWhole(multiply(divide(length, base), exact(2))) ? "on a half unit" : "off the base unit";

/** "1280 = 64 + 12 × 74 + 11 × 24 + 64": all terms of a width. */
export const widthSum = ({ width, margin, count, column, gaps, gutter }: ColumnTerms): Words =>
  words`${width} = ${margin.start} + ${count} × ${column} + ${gaps} × ${gutter} + ${margin.end}`;

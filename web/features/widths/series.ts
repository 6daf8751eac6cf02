import { type Exact, type Piece, subtract, type Sweep, toNumber } from "@ypsiline/core";

/** A point of the curves: lengths in px at a width, as drawing takes them. */
export type Point = {
  readonly width: number;
  readonly container: number;
  readonly column: number;
  readonly gutter: number;
  readonly margin: number;
};

const pointOf = (terms: Piece["start"]): Point => ({
  width: toNumber(terms.width),
  container: toNumber(terms.container.width),
  column: toNumber(terms.column),
  gutter: toNumber(terms.gutter),
  margin: toNumber(terms.margin.start),
});

/** The curves over all widths: both ends of every straight piece, so that breakpoints are drawn as jumps. */
export const pointsOf = ({ pieces }: Sweep): readonly Point[] => pieces.flatMap(({ start, end }) => [pointOf(start), pointOf(end)]);

/** What jumps at a breakpoint, with the values before and after. */
export type Jump = { readonly label: string; readonly was: Exact; readonly is: Exact; readonly by: Exact };

export const jumpsOf = ({ below, above }: Sweep["handOvers"][number]): readonly Jump[] => {
  const jump = (label: string, was: Exact, is: Exact): Jump => ({ label, was, is, by: subtract(is, was) });
  return [
    jump("Container", below.terms.container.width, above.terms.container.width),
    jump("Column", below.terms.column, above.terms.column),
    jump("Gutter", below.terms.gutter, above.terms.gutter),
    jump("Margin", below.terms.margin.start, above.terms.margin.start),
  ];
};

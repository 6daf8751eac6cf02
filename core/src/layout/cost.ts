import { limits } from "./limits";

/** The parts of a layout that make its cost: drawing, checking and writing grow with these. */
type Costly = {
  readonly breakpoints: readonly { readonly columns: { readonly count: number } }[];
  readonly areas: readonly unknown[];
};

/** Areas × breakpoints, and the columns of all breakpoints together. */
const costOf = ({ breakpoints, areas }: Costly): { readonly placements: number; readonly columns: number } => ({
  placements: areas.length * breakpoints.length,
  columns: breakpoints.reduce((sum, { columns }) => sum + columns.count, 0),
});

const number = (value: number): string => value.toLocaleString("en");

/**
 * The limits of total size that a layout exceeds (docs/format.md, "Limits"). Each number alone may be within its limit:
 * 200 areas at 24 breakpoints are 4,800 placements, which take seconds to check. `before` is the layout it was made
 * from: one stored under wider limits may stay as large as it is.
 */
export const costFaults = (
  layout: Costly,
  before: Costly | null = null,
): readonly { readonly path: readonly string[]; readonly message: string }[] => {
  const [cost, was] = [costOf(layout), before ? costOf(before) : { placements: 0, columns: 0 }];
  const { areas, breakpoints } = layout;
  return [
    ...(cost.placements > Math.max(limits.placements, was.placements)
      ? [
          {
            path: ["areas"],
            message: `must come to at most ${number(limits.placements)} areas × breakpoints; ${number(areas.length)} areas at ${breakpoints.length} breakpoints are ${number(cost.placements)}`,
          },
        ]
      : []),
    ...(cost.columns > Math.max(limits.allColumns, was.columns)
      ? [
          {
            path: ["breakpoints"],
            message: `must have at most ${number(limits.allColumns)} columns together; these have ${number(cost.columns)}`,
          },
        ]
      : []),
  ];
};

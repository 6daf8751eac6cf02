import { type Breakpoint, check, type HeldCell, isToMend, type Layout, type Repaired } from "../../src/index";
import { text } from "../layouts";

export const numbers = ({ id, from, drawnAt, columns }: Breakpoint): string =>
  `${id} ${from} ${drawnAt.width}: ${columns.count} ${columns.gutter} ${columns.margin.start} ${
    columns.container.kind === "fluid" ? "fluid" : columns.container.kind === "capped" ? columns.container.max : columns.container.width
  }`;
export const told = (repaired: Repaired): readonly string[] =>
  repaired.ok
    ? repaired.layout.breakpoints.map(numbers)
    : [`in the way: ${repaired.inTheWay.map(({ breakpoint, cell }) => `${breakpoint} ${cell}`).join(", ")}`];
export const cost = (repaired: Repaired): string => (repaired.ok ? text(repaired.cost) : "none");
export const hold = (...cells: readonly string[]): readonly HeldCell[] =>
  cells.map((one) => {
    const [breakpoint = "", cell = ""] = one.split(" ");
    return { breakpoint, cell: cell as HeldCell["cell"] };
  });
export const left = (layout: Layout): readonly string[] =>
  check(layout)
    .findings.filter(isToMend)
    .map(({ rule }) => rule);

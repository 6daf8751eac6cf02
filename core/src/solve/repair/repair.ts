import { check } from "../../check/check";
import type { Finding } from "../../check/types";
import { add, exact, type Exact, fromJsonNumber, toNumber, zero } from "../../exact/exact";
import { pxText, px } from "../../exact/length";
import { columnTerms } from "../../grid/columns";
import type { Breakpoint, Layout } from "../../layout/schema";
import type { Work } from "./candidates";
import type { HeldCell } from "./cells";
import { repairCells } from "../../layout/cells";
import { isToMend } from "./goal";
import { type Answers, holdsInTheWay, stuckAt } from "./in-the-way";
import { type Node, type Place, type Problem, problemOf } from "./problem";
import { repairVertical } from "./vertical";
import { cheapest, type Way } from "./ways";

export type Repaired =
  | {
      readonly ok: true;
      readonly layout: Layout;
      /** The sum of all changes, px. */
      readonly cost: Exact;
      /**
       * Whether no other repair costs less, proven. False if counts or from-widths had to change, or the work ran out.
       */
      readonly least: boolean;
      /** Findings that are left although a repair should mend them. */
      readonly left: readonly Finding[];
    }
  | {
      readonly ok: false;
      /** Held numbers that prevent a repair; without them there is one. Empty if nothing would help. */
      readonly inTheWay: readonly HeldCell[];
      /** Breakpoints no numbers were found for. */
      readonly breakpoints: readonly string[];
      /** The work ran out before a repair was found; there may be one. */
      readonly gaveUp: boolean;
    };

/** Maximum number of sets that a repair tries: a few seconds in a browser. A usual spec needs less than a hundredth. */
const mostWork = 8_000_000;

/** The declared text of a length in parts of a px. An unchanged length keeps its text, so that rem and % stay. */
const textOf = (today: string, was: Exact, parts: number, unit: number): string => {
  const now = exact(parts, unit);
  return toNumber(was) === toNumber(now) ? today : (pxText(now) ?? today);
};

const taken = ({ frame, candidate }: Node, { range: { breakpoint } }: Place, { scale: { unit }, rootFontSize }: Problem): Breakpoint => {
  const { columns } = breakpoint;
  const context = { width: fromJsonNumber(frame.drawn), rootFontSize };
  const terms = columnTerms(columns, context);
  const side = (text: string, was: Exact, parts: number): string => (text.endsWith("%") ? text : textOf(text, was, parts, unit));
  const { container } = columns;
  return {
    ...breakpoint,
    from: frame.from,
    drawnAt: { ...breakpoint.drawnAt, width: frame.drawn },
    columns: {
      ...columns,
      count: candidate.count,
      gutter: columns.gutter.endsWith("fr") ? columns.gutter : textOf(columns.gutter, terms.gutter, candidate.gutter, unit),
      margin: {
        start: side(columns.margin.start, terms.declaredMargin.start, candidate.start),
        end: side(columns.margin.end, terms.declaredMargin.end, candidate.end),
      },
      container:
        container.kind === "fluid"
          ? container
          : container.kind === "capped"
            ? { ...container, max: textOf(container.max, px(container.max, context), candidate.container, unit) }
            : { ...container, width: textOf(container.width, px(container.width, context), candidate.container, unit) },
    },
  };
};

/**
 * The least total change of a whole spec that leaves no problem and no caution of a rule that a repair mends
 * (docs/arithmetic.md, section 6). It searches counts of 1 to 96, gutters and margins on half units (or as they are),
 * containers that whole columns make, row heights, row gutters and baseline steps. From-widths and drawn-at widths only
 * move if their order is wrong. Gutters and margins that do not shrink with the width today keep that, if possible.
 * `Cost` says how repairs are compared: first by the version they need, then by px.
 *
 * Held numbers are not changed; if they prevent a repair, they are named. A layout without anything to mend is returned
 * unchanged. After `most` sets the search stops, with the best repair so far, not proven the least, or with none.
 */
export const repair = (layout: Layout, held: readonly HeldCell[] = [], most: number = mostWork): Repaired => {
  if (!check(layout).findings.some(isToMend)) return { ok: true, layout, cost: zero, least: true, left: [] };
  const work: Work = { left: most };
  const answers: Answers = new Map();
  const known = held.filter(({ breakpoint, cell }) => repairCells.includes(cell) && layout.breakpoints.some(({ id }) => id === breakpoint));
  // Counts and from-widths only change if nothing else works.
  const modest = problemOf(layout, known, work, false);
  const isModest = modest !== null && stuckAt(modest, answers).length === 0 && (cheapest(modest, true) ?? cheapest(modest, false)) !== null;
  const problem = isModest ? modest : problemOf(layout, known, work, true);
  if (!problem) return { ok: false, inTheWay: [], breakpoints: layout.breakpoints.map(({ id }) => id), gaveUp: false };

  const base = px(layout.base, { width: exact(1), rootFontSize: problem.rootFontSize });
  const vertical = problem.places.map(({ range: { breakpoint }, held: cells, exempt }) =>
    repairVertical(
      breakpoint,
      base,
      { width: fromJsonNumber(breakpoint.drawnAt.width), rootFontSize: problem.rootFontSize },
      cells,
      exempt,
    ),
  );
  const heldRows = vertical.flatMap(({ breakpoint, inTheWay }) => inTheWay.map((cell): HeldCell => ({ breakpoint: breakpoint.id, cell })));
  const at = stuckAt(problem, answers);
  const found = at.length > 0 ? null : (cheapest(problem, true) ?? cheapest(problem, false));
  if (!found || heldRows.length > 0) {
    const inTheWay = found ? [] : holdsInTheWay(layout, known, at, work, answers);
    const gaveUp = !found && work.left < 0;
    return {
      ok: false,
      inTheWay: gaveUp ? heldRows : [...inTheWay, ...heldRows],
      breakpoints: [...new Set([...(gaveUp ? [] : at), ...heldRows.map(({ breakpoint }) => breakpoint)])],
      gaveUp,
    };
  }
  const nodes: Node[] = [];
  for (let one: Way | null = found.way; one; one = one.before) nodes.unshift(one.node);
  const next = new Map(
    problem.places.map((place, index) => {
      const node = nodes[index];
      const upright = vertical[index]?.breakpoint ?? place.range.breakpoint;
      const { rows, baseline } = upright;
      return [place.range.breakpoint.id, node ? { ...taken(node, place, problem), rows, baseline } : upright] as const;
    }),
  );
  const falling = layout.breakpoints.some(({ from }, index) => index > 0 && from < (layout.breakpoints[index - 1]?.from ?? 0));
  const ordered = falling ? problem.places.map(({ range }) => range.breakpoint) : layout.breakpoints;
  const repaired: Layout = { ...layout, breakpoints: ordered.map((one) => next.get(one.id) ?? one) };
  const cost = vertical.reduce(
    (all, one) => add(all, one.cost),
    add(exact(found.way.cost.cost, 2 * problem.scale.unit), fromJsonNumber(found.way.cost.drawn)),
  );
  return { ok: true, layout: repaired, cost, least: found.proven, left: check(repaired).findings.filter(isToMend) };
};

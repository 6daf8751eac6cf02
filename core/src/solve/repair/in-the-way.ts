import type { Frame } from "../../check/mending";
import type { Layout } from "../../layout/schema";
import { candidates, type Work } from "./candidates";
import type { HeldCell } from "./cells";
import { framesOf } from "./frames";
import { type Place, type Problem, problemOf, searchOf, widest } from "./problem";

/**
 * Breakpoints that no numbers within the widest bound would do for, whatever the others have; all where only together
 * they do not. It asks only whether there are any: where steps may fall, any numbers of one breakpoint go with any of the
 * next that begins where the one ends, so that a way through all is a way through their from-widths.
 */
export const stuckAt = (problem: Problem): readonly string[] => {
  const { places } = problem;
  const ids = (at: readonly Place[]): readonly string[] => at.map(({ range }) => range.breakpoint.id);
  const bound = Math.round(2 * widest * problem.scale.unit);
  const any = (place: Place, frame: Frame, isLowest: boolean): boolean =>
    (problem.major ? (["today", "others"] as const) : (["today"] as const)).some(
      (counts) => candidates({ ...searchOf(problem, place, frame, isLowest, bound, counts), anyOne: true }).length > 0,
    );
  const alone: Place[] = [];
  let reached: ReadonlySet<number | null> = new Set(places[0]?.froms);
  for (const [index, place] of places.entries()) {
    const nexts: readonly (number | null)[] = places[index + 1]?.froms ?? [null];
    const steps = place.froms.flatMap((from) =>
      nexts
        .filter((until) =>
          framesOf(place.range.breakpoint.drawnAt.width, from, until, place.held.has("drawn-at")).some((frame) =>
            any(place, frame, index === 0),
          ),
        )
        .map((until) => ({ from, until })),
    );
    if (steps.length === 0) alone.push(place);
    const before = reached;
    reached = new Set(steps.filter(({ from }) => before.has(from)).map(({ until }) => until));
  }
  return ids(alone.length > 0 || reached.size > 0 ? alone : places);
};

const stuck = (layout: Layout, held: readonly HeldCell[], work: Work): readonly string[] => {
  const problem = problemOf(layout, held, work, true);
  return problem ? stuckAt(problem) : [];
};

/**
 * The holds in the way: with all of them let go there is a way. At each breakpoint that has none, as few as leave it without one,
 * taken out one after the other, so that mostly any one of them let go makes one there; where others stand in the way besides, those
 * too. Where breakpoints are stuck only together, of all together.
 */
export const holdsInTheWay = (layout: Layout, held: readonly HeldCell[], at: readonly string[], work: Work): readonly HeldCell[] => {
  if (stuck(layout, [], work).length > 0) return [];
  const fewest = (holds: readonly HeldCell[], ids: readonly string[]): readonly HeldCell[] => {
    const isStuck = (some: readonly HeldCell[]): boolean => stuck(layout, some, work).some((id) => ids.includes(id));
    // Of other breakpoints only what they hold of their widths can matter to these.
    let needed = holds.filter(({ breakpoint, cell }) => ids.includes(breakpoint) || cell === "from" || cell === "drawn-at");
    if (!isStuck(needed)) return [];
    for (const hold of [...needed]) {
      const without = needed.filter((one) => one !== hold);
      if (isStuck(without)) needed = without;
    }
    return needed;
  };
  const named = new Set<HeldCell>();
  let stuckNow = at;
  while (stuckNow.length > 0 && work.left >= 0) {
    const rest = held.filter((one) => !named.has(one));
    const alone = stuckNow.flatMap((id) => fewest(rest, [id]));
    const found = alone.length > 0 ? alone : fewest(rest, stuckNow);
    if (found.length === 0) break;
    for (const one of found) named.add(one);
    stuckNow = stuck(
      layout,
      held.filter((one) => !named.has(one)),
      work,
    );
  }
  return held.filter((one) => named.has(one));
};

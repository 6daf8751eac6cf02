import type { Frame } from "../../check/mending";
import type { Layout } from "../../layout/schema";
import { candidates, type Work } from "./candidates";
import type { HeldCell } from "./cells";
import { framesOf } from "./frames";
import { type Place, type Problem, problemOf, searchOf, widest } from "./problem";

/** Whether a breakpoint has a candidate, by the breakpoint, its frame and its holds. Searches that share this calculate each once. */
export type Answers = Map<string, boolean>;

/**
 * Breakpoints without any candidate within the widest bound, whatever the others have; all breakpoints if only their
 * combination fails. It only needs to know whether there are candidates: if gutters and margins may get smaller, any
 * numbers of one breakpoint fit any of the next, so only lowest widths have to match.
 */
export const stuckAt = (problem: Problem, answers: Answers): readonly string[] => {
  const { places } = problem;
  const ids = (at: readonly Place[]): readonly string[] => at.map(({ range }) => range.breakpoint.id);
  const bound = Math.round(2 * widest * problem.scale.unit);
  const any = (place: Place, frame: Frame, isLowest: boolean): boolean => {
    const key = JSON.stringify([problem.major, place.range.breakpoint.id, frame, [...place.held].sort()]);
    const known = answers.get(key);
    if (known !== undefined) return known;
    const found = (problem.major ? (["today", "others"] as const) : (["today"] as const)).some(
      (counts) => candidates({ ...searchOf(problem, place, frame, isLowest, bound, counts), anyOne: true }).length > 0,
    );
    if (problem.work.left >= 0) answers.set(key, found);
    return found;
  };
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

const stuck = (layout: Layout, held: readonly HeldCell[], work: Work, answers: Answers): readonly string[] => {
  const problem = problemOf(layout, held, work, true);
  return problem ? stuckAt(problem, answers) : [];
};

/**
 * The held numbers that prevent a repair: without them there is one. For each stuck breakpoint this is a minimal set,
 * found by removing holds one after the other, so that usually releasing any one of them is enough there. If
 * breakpoints are only stuck together, the set is for all of them.
 */
export const holdsInTheWay = (
  layout: Layout,
  held: readonly HeldCell[],
  at: readonly string[],
  work: Work,
  answers: Answers,
): readonly HeldCell[] => {
  if (stuck(layout, [], work, answers).length > 0) return [];
  const fewest = (holds: readonly HeldCell[], ids: readonly string[]): readonly HeldCell[] => {
    const isStuck = (some: readonly HeldCell[]): boolean => stuck(layout, some, work, answers).some((id) => ids.includes(id));
    // From other breakpoints, only held widths can matter.
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
      answers,
    );
  }
  return held.filter((one) => named.has(one));
};

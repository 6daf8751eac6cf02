import { isMembers, type Members, withMember } from "./member";
import { cellList } from "./cells";
import { breakpointNumbers, type CellId, numberAt, numberList, type NumberPath, pathsOfCell } from "./numbers";
import { type Breakpoint, breakpointSchema } from "./schema";
import { fittingBreakpoint, missablePartAt } from "./schema-places";

/** The numbers that a breakpoint has, by their paths. */
export type Numbers = ReadonlyMap<NumberPath, string | number>;

/** All numbers of a breakpoint. */
const numbersOf = (breakpoint: Breakpoint): Numbers =>
  new Map(
    numberList.flatMap(([path]) => {
      const value = numberAt(breakpoint, path);
      return value === undefined ? [] : [[path, value] as const];
    }),
  );

const setAt = (target: Members, [name = "", ...rest]: readonly string[], value: unknown): Members => {
  const inner = target[name];
  return withMember(target, name, rest.length === 0 ? value : setAt(isMembers(inner) ? inner : {}, rest, value));
};

/**
 * The members of a breakpoint with numbers as given, and no others: parts without any are left out, and a part that is one of several
 * kinds has what its kind has. To be parsed: what is missing or wrong is said there.
 */
export const membersOf = (id: string, name: string, numbers: Numbers): Members =>
  fittingBreakpoint([...numbers].reduce<Members>((all, [path, value]) => setAt(all, path.split("/"), value), { id, name }));

/** A breakpoint with the given numbers; null if they do not make one. */
const withNumbers = ({ id, name }: Breakpoint, numbers: Numbers): Breakpoint | null => {
  const parsed = breakpointSchema.safeParse(membersOf(id, name, numbers));
  return parsed.success ? parsed.data : null;
};

/**
 * A breakpoint with some of another's numbers. A part that the other does not have, like a baseline, stays with
 * `keepsParts`, and is removed otherwise. Numbers that are not copied stay, unless the breakpoint would be invalid
 * without the other's: rows of another kind have other numbers. If the two still make no valid breakpoint, all numbers
 * are the other's.
 */
export const takeNumbers = (own: Breakpoint, other: Breakpoint, taken: (path: NumberPath) => boolean, keepsParts: boolean): Breakpoint => {
  const [mine, theirs] = [numbersOf(own), numbersOf(other)];
  const isMissing = (part: string | null): boolean => part !== null && ![...theirs.keys()].some((path) => path.startsWith(`${part}/`));
  const value = (path: NumberPath, filled: boolean): string | number | undefined => {
    if (taken(path)) return keepsParts && isMissing(missablePartAt(path)) ? mine.get(path) : theirs.get(path);
    return mine.get(path) ?? (filled ? theirs.get(path) : undefined);
  };
  const together = (filled: boolean): Breakpoint | null =>
    withNumbers(
      own,
      new Map(
        numberList.flatMap(([path]) => {
          const one = value(path, filled);
          return one === undefined ? [] : [[path, one] as const];
        }),
      ),
    );
  return together(false) ?? together(true) ?? { ...other, id: own.id, name: own.name };
};

/** Carries the numbers of some cells, and of those that go with them, from one breakpoint to another. */
export const carryNumbers = (own: Breakpoint, source: Breakpoint, cells: ReadonlySet<CellId>): Breakpoint => {
  const carried = new Set(
    cellList.flatMap(({ id, carry }) => (carry !== null && cells.has(carry === "alone" ? id : carry) ? pathsOfCell(id) : [])),
  );
  return takeNumbers(own, source, (path) => carried.has(path) && breakpointNumbers[path].carried, false);
};

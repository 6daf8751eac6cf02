import { ownMember } from "../layout/member";
import type { Breakpoint, Layout } from "../layout/schema";

/** How many breakpoints are remembered. A layout has at most 24, and a fix changes one or a few of them. */
const most = 96;

/** Calculates something from a breakpoint, or returns what was calculated from the same one before; `what` names it. */
type Remember = <T>(what: string, make: () => T) => T;

/**
 * What checks remember about breakpoints from one layout to the next. Callers that check a layout after each edit keep
 * one and pass it to `check`. Without one, a check only remembers while it tries fixes.
 */
export type CheckMemory = { readonly of: (layout: Layout, breakpoint: Breakpoint) => Remember };

/**
 * An empty memory. It stores what was calculated from a breakpoint's own numbers, the lengths of the whole spec, and
 * the areas at this breakpoint: an edit or a fix usually changes one breakpoint of many. What is stored must not depend
 * on anything else, such as other breakpoints or the areas at them.
 */
export const checkMemory = (): CheckMemory => {
  /**
   * What was calculated, by the text of everything it was calculated from. The least recently used is dropped first.
   */
  const memories = new Map<string, Map<string, unknown>>();
  /** The text of each value, written once. Values are never changed in place. */
  const texts = new WeakMap<object, string>();
  const textOf = (value: object): string => {
    const known = texts.get(value);
    if (known !== undefined) return known;
    const text = JSON.stringify(value);
    texts.set(value, text);
    return text;
  };
  const find = (layout: Layout, breakpoint: Breakpoint): Map<string, unknown> => {
    const { base, rootFontSize, leastColumn } = layout;
    const areas = layout.areas.map(({ placements, id, name, kind, within }) => {
      const placement = ownMember(placements, breakpoint.id);
      return `${JSON.stringify([id, name, kind, within])}${placement ? textOf(placement) : ""}`;
    });
    const key = [
      JSON.stringify([base, rootFontSize, leastColumn, layout.breakpoints.indexOf(breakpoint)]),
      textOf(breakpoint),
      ...areas,
    ].join("\n");
    const known = memories.get(key) ?? new Map<string, unknown>();
    memories.delete(key);
    memories.set(key, known);
    const [oldest] = memories.keys();
    if (memories.size > most && oldest !== undefined) memories.delete(oldest);
    return known;
  };
  return {
    of: (layout, breakpoint) => {
      let memory: Map<string, unknown> | null = null;
      return <T>(what: string, make: () => T): T => {
        if (layout.areas.length === 0) return make();
        memory ??= find(layout, breakpoint);
        if (!memory.has(what)) memory.set(what, make());
        return memory.get(what) as T;
      };
    },
  };
};

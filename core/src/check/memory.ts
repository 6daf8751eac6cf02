import type { Breakpoint, Layout } from "../layout/schema";

/** As many breakpoints are remembered; a layout has at most 24, and a fix that is tried changes one or few. */
const most = 96;

/** Makes something of a breakpoint, or takes what was made of the same before; `what` names it. */
export type Remember = <T>(what: string, make: () => T) => T;

/**
 * What checks remember of breakpoints from one layout to the next. Whoever checks a layout again after each edit keeps one
 * and hands it to `check`; without one a check remembers for itself alone, while it tries fixes.
 */
export type CheckMemory = { readonly of: (layout: Layout, breakpoint: Breakpoint) => Remember };

/**
 * A memory with nothing in it. It remembers what is made of a breakpoint's own numbers, the lengths that hold for the whole
 * spec, and the areas as they stand there: an edit, or a fix that is tried, mostly changes one breakpoint of many. What is
 * made may rest on nothing else: not on other breakpoints, nor on where areas stand at them.
 */
export const checkMemory = (): CheckMemory => {
  /** What was made of breakpoints, by the text of all it was made of; the longest unused is forgotten first. */
  const memories = new Map<string, Map<string, unknown>>();
  /** The text of each value, written once: values are never changed in place. */
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
      const placement = Object.hasOwn(placements, breakpoint.id) ? placements[breakpoint.id] : undefined;
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

import type { Breakpoint, Layout } from "../layout/schema";

/** As many breakpoints are remembered; a layout has at most 24, and a fix that is tried changes one or few. */
const most = 96;

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

/**
 * Remembers what is made of a breakpoint's own numbers, the lengths that hold for the whole spec, and the areas as they
 * stand there, from one layout to the next: an edit, or a fix that is tried, mostly changes one breakpoint of many. What
 * is made may rest on nothing else: not on other breakpoints, nor on where areas stand at them.
 */
export const memoryOf = (layout: Layout, breakpoint: Breakpoint): (<T>(what: string, make: () => T) => T) => {
  let memory: Map<string, unknown> | null = null;
  const find = (): Map<string, unknown> => {
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
  return <T>(what: string, make: () => T): T => {
    if (layout.areas.length === 0) return make();
    memory ??= find();
    if (!memory.has(what)) memory.set(what, make());
    return memory.get(what) as T;
  };
};

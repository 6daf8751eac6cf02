import { words, name } from "../../words/words";
import { compare, type Exact, exact, fromJsonNumber, larger } from "../../exact/exact";
import type { ColumnTerms } from "../../grid/columns";
import { at, containerFix, countFix, gutterFix, holdFix, marginFix } from "../fixes";
import type { CheckedBreakpoint, Fix, Found, Rule } from "../types";

const stepNames = { columns: "Columns", gutter: "Gutters", margin: "Margins" } as const;

type What = "columns" | "gutter" | "margin" | "container";

/** A fix that gives the wider breakpoint what the narrower has. */
const keep = (checked: CheckedBreakpoint, what: What, below: ColumnTerms, above: ColumnTerms): readonly Fix[] => {
  switch (what) {
    case "columns":
      return countFix(checked, below.count);
    case "gutter":
      return gutterFix(checked, below.gutter);
    case "margin":
      return compare(below.declaredMargin.start, below.declaredMargin.end) === 0
        ? marginFix(checked, below.declaredMargin.start)
        : marginFix(checked, larger(below.declaredMargin.start, below.declaredMargin.end));
    case "container":
      // A fluid container, and a capped one with room to grow, follow their margins; any other has its own width.
      return above.boundBy === "margins"
        ? [
            ...holdFix(checked, below.declaredMargin),
            ...(compare(below.margin.start, below.margin.end) === 0 ? marginFix(checked, below.margin.start) : []),
          ]
        : containerFix(checked, below.container.width);
    default:
      return what satisfies never;
  }
};

/**
 * From one breakpoint to the next wider one, columns, gutter, declared margins and container do not get smaller. They
 * are compared at the width where the wider one starts, so that % and fr use the same width. A container that gets
 * narrower there would pull content together while the window grows.
 */
export const stepsRise: Rule<"steps-rise"> = {
  id: "steps-rise",
  level: "caution",
  source: "common practice",
  matters: "A wider screen would show less than a narrower one.",
  checks: "From one breakpoint to the next, columns, gutter, margin and container do not get smaller.",
  accept: "When wider margins are meant to make the container a little narrower at the start of a breakpoint.",
  mends: null,
  says: ({ what, width, before, was, is }, where) => ({
    title: what === "container" ? words`The container gets narrower at ${width}` : words`${stepNames[what]} get smaller on a wider screen`,
    message:
      what === "container"
        ? words`At ${width}, where ${name(where)} begins, the container goes from ${was} to ${is}.`
        : words`${name(before)} has ${was}, ${name(where)} has ${is}.`,
    sum: words`${is} < ${was}`,
  }),
  find: ({ breakpoints }) =>
    breakpoints.flatMap((checked, index) => {
      const before = breakpoints[index - 1];
      if (!before || before.from === checked.from) return [];
      const width = fromJsonNumber(checked.from);
      const below = before.at(width);
      const above = checked.at(width);
      const pairs: readonly (readonly [What, string, Exact, Exact])[] = [
        ["columns", "columns/count", exact(below.count), exact(above.count)],
        ...(below.gaps === 0 || above.gaps === 0 ? [] : [["gutter", "columns/gutter", below.gutter, above.gutter] as const]),
        ["margin", "columns/margin", below.declaredMargin.start, above.declaredMargin.start],
        ["margin", "columns/margin", below.declaredMargin.end, above.declaredMargin.end],
        ["container", "columns/container", below.container.width, above.container.width],
      ];
      const found: Found<"steps-rise">[] = [];
      for (const [what, path, was, is] of pairs) {
        if (compare(is, was) >= 0 || found.some(({ facts }) => facts.what === what)) continue;
        found.push({
          breakpoint: checked.breakpoint.id,
          path: at(checked, path),
          facts: { what, width, before: before.breakpoint.name, was, is },
          fixes: keep(checked, what, below, above),
        });
      }
      return found;
    }),
};

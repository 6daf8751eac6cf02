import { exact, isWhole, type Layout, multiply, resolve } from "../../core/src/index";

/** Whether every declared length that an edge depends on is a whole number of Chromium's layout units at a width. */
export const wholeUnits = (layout: Layout, width: number): boolean => {
  const resolved = resolve(layout, { width: exact(width) });
  if (!resolved.ok) return false;
  const { terms, breakpoint } = resolved.value;
  const declared = [
    terms.container.start,
    terms.container.width,
    terms.gutter,
    terms.edge,
    terms.declaredMargin.start,
    terms.declaredMargin.end,
  ];
  const percent = [breakpoint.columns.margin.start, breakpoint.columns.margin.end, breakpoint.columns.gutter].some((text) =>
    /%|fr/.test(text),
  );
  return !percent && declared.every((length) => isWhole(multiply(length, exact(64))));
};

import { exact, fromJsonNumber, type Layout, multiply, parseLength, rootFontSize, show, toPx } from "@ypsiline/core";

/** Spacing steps with the px they come to. */
export const spacingPx = (layout: Layout): readonly { readonly name: string; readonly px: string }[] => {
  const base = parseLength(layout.base);
  const unit = base ? toPx(base, { width: exact(1), rootFontSize: rootFontSize(layout) }) : exact(0);
  return layout.spacing.map(({ name, multiple }) => ({ name, px: show(multiply(unit, fromJsonNumber(multiple))) }));
};

import { px } from "../exact/length";
import { exact, type Exact, fromJsonNumber, multiply } from "../exact/exact";
import type { Layout } from "../layout/schema";
import { lengthContext } from "./resolve";

/** Spacing steps with their exact values, CSS px: multiple × base unit. */
export const spacingSteps = (layout: Layout): readonly { readonly name: string; readonly px: Exact }[] => {
  const base = px(layout.base, lengthContext(layout, exact(1)));
  return layout.spacing.map(({ name, multiple }) => ({ name, px: multiply(base, fromJsonNumber(multiple)) }));
};

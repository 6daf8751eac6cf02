import {
  type ColumnTerms,
  fromJsonNumber,
  parseLength,
  plainText,
  ruleIds,
  shares,
  show,
  spanWidth,
  termsAt,
  widthSum,
  zero,
} from "@ypsiline/core";
import { samples } from "./samples";

/** What the guide may say of a breakpoint, each worked out by core. */
const facts: Readonly<Record<string, (terms: ColumnTerms) => string>> = {
  width: ({ width }) => show(width),
  count: ({ count }) => String(count),
  column: ({ column }) => show(column),
  gutter: ({ gutter }) => show(gutter),
  gaps: ({ gaps }) => String(gaps),
  margin: ({ margin }) => show(margin.start),
  container: ({ container }) => show(container.width),
  half: (terms) => show(shares(terms)[2] ?? zero),
  third: (terms) => show(shares(terms)[3] ?? zero),
  quarter: (terms) => show(shares(terms)[4] ?? zero),
  sum: (terms) => plainText(widthSum(terms)),
};

/**
 * The value of a name in double braces in a page of the guide: `sample.breakpoint.fact`, `sample.breakpoint.span-4` (four
 * columns together), `sample.base`, or `checks` (how many there are).
 * @throws Error naming what is not known, so that a page with a wrong name is not built.
 */
const guideValue = (name: string): string => {
  if (name === "checks") return String(ruleIds.length);
  const [sample = "", id = "", fact = ""] = name.split(".");
  const layout = samples[sample];
  if (!layout) throw new Error(`the guide names no sample ${sample}: ${name}`);
  if (id === "base") return show(parseLength(layout.base)?.value ?? zero);
  const breakpoint = layout.breakpoints.find((one) => one.id === id);
  if (!breakpoint) throw new Error(`the guide names no breakpoint ${id} of ${sample}: ${name}`);
  const terms = termsAt(layout, breakpoint, fromJsonNumber(breakpoint.drawnAt.width));
  const span = /^span-(\d+)$/.exec(fact)?.[1];
  if (span !== undefined) return show(spanWidth(terms, Number(span)));
  const known = facts[fact];
  if (!known) throw new Error(`the guide names no fact ${fact}: ${name}`);
  return known(terms);
};

/** Text with every name in double braces replaced by its value. */
export const withValues = (text: string): string => text.replace(/\{\{\s*([\w.-]+)\s*\}\}/g, (_, name: string) => guideValue(name));

import {
  type Breakpoint,
  columnTerms,
  exact,
  type Exact,
  fromJsonNumber,
  type Layout,
  larger,
  limits,
  multiply,
  parseLength,
  type Ranking,
  rootFontSize,
  type SetFilters,
  type SetOrder,
  type SetSearch,
  sign,
  toDecimal,
  todaysNumbers,
  toPx,
  workOutSum,
} from "@ypsiline/core";

/** What is typed into the search, as text; a number or a sum in each, a list or range in `columns`. */
export type SearchForm = {
  readonly known: "width" | "container";
  readonly width: string;
  readonly container: string;
  readonly columns: string;
  readonly gutterFrom: string;
  readonly gutterTo: string;
  readonly gutterStep: string;
  readonly marginFrom: string;
  readonly marginTo: string;
  readonly marginStep: string;
  readonly least: string;
  readonly edgeGutters: "none" | "half";
  readonly filters: SetFilters;
  readonly order: SetOrder;
};

export type FormField = Exclude<keyof SearchForm, "known" | "edgeGutters" | "filters" | "order">;

/** Most sets looked through in one search; the worker ranks them all. */
export const mostSearched = 1_000_000;

const px = (text: string, layout: Layout, width: Exact): Exact => {
  const length = parseLength(text);
  return length ? toPx(length, { width, rootFontSize: rootFontSize(layout) }) : exact(0);
};

/**
 * The initial search for a breakpoint: its width (or its container's own), its count, and gutters and margins around
 * common ones.
 */
export const formFor = (layout: Layout, breakpoint: Breakpoint): SearchForm => {
  const width = fromJsonNumber(breakpoint.drawnAt.width);
  const terms = columnTerms(breakpoint.columns, { width, rootFontSize: rootFontSize(layout) });
  const base = px(layout.base, layout, width);
  const least = px(layout.leastColumn, layout, width);
  const times = (count: number): string => toDecimal(multiply(base, exact(count)), 3);
  return {
    known: terms.boundBy === "margins" ? "width" : "container",
    width: toDecimal(width),
    container: toDecimal(terms.container.width, 6),
    columns: String(breakpoint.columns.count),
    gutterFrom: times(1),
    gutterTo: times(5),
    gutterStep: toDecimal(multiply(base, exact(1, 2)), 3),
    marginFrom: times(2),
    marginTo: times(12),
    marginStep: toDecimal(multiply(base, exact(1, 2)), 3),
    least: sign(least) > 0 ? toDecimal(least) : "48",
    edgeGutters: breakpoint.columns.edgeGutters,
    filters: { gutter: true, margin: true, column: false, parts: false },
    order: "closest",
  };
};

/** Counts of "12", "8, 12" or "6-12"; null if the text has none. */
export const countsOf = (text: string): readonly number[] | null => {
  const counts = new Set<number>();
  const parts = text
    .trim()
    .replace(/\s*[-–]\s*/g, "-")
    .split(/\s*[,;]\s*|\s+/);
  for (const part of parts) {
    const range = /^(\d{1,3})(?:-(\d{1,3}))?$/.exec(part);
    if (!range) return null;
    const [from, to] = [Number(range[1]), Number(range[2] ?? range[1])];
    if (from < 1 || to > limits.columns || to < from) return null;
    for (let count = from; count <= to; count += 1) counts.add(count);
  }
  return counts.size > 0 ? [...counts].sort((a, b) => a - b) : null;
};

export type FormRead =
  | { readonly ok: true; readonly search: Omit<SetSearch, "onProgress">; readonly ranking: Ranking }
  | { readonly ok: false; readonly faults: Readonly<Partial<Record<FormField, string>>> };

/** Reads a search; says of each field that cannot be taken what would be right. */
export const readForm = (form: SearchForm, layout: Layout, breakpoint: Breakpoint): FormRead => {
  const faults: Partial<Record<FormField, string>> = {};
  const number = (field: FormField, least: "zero" | "above-zero"): Exact => {
    const sum = workOutSum(form[field].replace(/px$/, ""));
    if (sum.ok && !sum.unit && (sign(sum.value) > 0 || (least === "zero" && sign(sum.value) === 0))) return sum.value;
    faults[field] = `Type a number ${least === "zero" ? "from" : "above"} 0`;
    return exact(1);
  };
  const counts = countsOf(form.columns);
  if (!counts) faults.columns = `Type a count, a list like 8, 12 or a range like 6-12, up to ${limits.columns}`;
  const range = (from: FormField, to: FormField, step: FormField) => {
    const read = { from: number(from, "zero"), to: number(to, "zero"), step: number(step, "above-zero") };
    if (!faults[from] && !faults[to] && Number(toDecimal(read.to)) < Number(toDecimal(read.from)))
      faults[to] = "Must not be below where it begins";
    return read;
  };
  const width = number("width", "above-zero");
  const gutter = range("gutterFrom", "gutterTo", "gutterStep");
  const outer =
    form.known === "container"
      ? { container: number("container", "above-zero") }
      : { margin: range("marginFrom", "marginTo", "marginStep") };
  const leastColumn = number("least", "zero");
  if (Object.keys(faults).length > 0) return { ok: false, faults };
  const terms = columnTerms(breakpoint.columns, { width, rootFontSize: rootFontSize(layout) });
  return {
    ok: true,
    search: {
      width,
      outer,
      columns: counts ?? [],
      gutter,
      edgeGutters: form.edgeGutters,
      leastColumn: larger(leastColumn, exact(1)),
      limit: mostSearched,
    },
    ranking: {
      base: px(layout.base, layout, width),
      // With a known container, margins are not searched.
      filters: form.known === "container" ? { ...form.filters, margin: false } : form.filters,
      order: form.order,
      today: todaysNumbers(terms),
    },
  };
};

/** Which field an issue of core's is about. */
export const fieldOfIssue = (path: string): FormField =>
  path.startsWith("/gutter") ? "gutterStep" : path.startsWith("/margin") ? "marginStep" : path.startsWith("/columns") ? "columns" : "width";

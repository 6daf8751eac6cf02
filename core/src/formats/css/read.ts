import { compare, type Exact, exact, toNumber } from "../../exact/exact";
import { parseLength, pxText } from "../../exact/length";
import { limits } from "../../layout/limits";
import { type Issue, parseLayout } from "../../layout/parse";
import type { LayoutInput } from "../../layout/schema";
import { usualDrawnAt } from "../drawn-at";
import type { Read } from "../types";
import { computed, elementOf, indexOf, type Known, rootElement, rulesOf, saysColumns } from "./cascade";
import { type Grid, gridsOf, type Stretch, widthOf } from "./grids";
import { ownBaseline, ownColumns, ownLength, ownPx, type OwnProperties, ownRows, ownSpacing } from "./own";
import { compoundsOf } from "./selectors";
import { withUsualNames } from "./naming";
import { readSheet, type StyleRule } from "./sheet";
import { lengthsOf } from "./values";
import { compareEdges, type Edge, edgesOf } from "./width-set";

type BreakpointInput = LayoutInput["breakpoints"][number];

const titled = (id: string): string => id.charAt(0).toUpperCase() + id.slice(1).replaceAll("-", " ");

/** The narrowest width at which a stylesheet is read by default: that of WCAG 2.2, 1.4.10 Reflow. */
const usualFrom = 320;

type Found = {
  readonly edge: Edge | null;
  /** The width where it starts, if that is given beside its condition. */
  readonly from?: number | null;
  readonly id: string | null;
  readonly columns: BreakpointInput["columns"];
  readonly rows?: BreakpointInput["rows"];
  readonly baseline?: BreakpointInput["baseline"];
};

/** Breakpoints of what holds from one edge to the next; neighbours that say the same become one. */
const breakpointsOf = (found: readonly Found[], lowest: number | null, lost: string[]): BreakpointInput[] => {
  const distinct = found.filter((one, index) => {
    const before = found[index - 1];
    return !before || JSON.stringify({ ...before, edge: null }) !== JSON.stringify({ ...one, edge: null });
  });
  const second = distinct[1]?.edge;
  const first = lowest ?? (second && widthOf(second).from <= usualFrom ? 1 : usualFrom);
  const placed: { from: number; found: Found }[] = [];
  for (const one of distinct) {
    const edge = one.edge ? widthOf(one.edge) : { from: first, moved: false };
    const { from, moved } = typeof one.from === "number" ? { from: one.from, moved: false } : edge;
    if (from < 1 || from > limits.size) continue;
    if (moved) lost.push(`widths between ${from - 1} and ${from}: what begins just past ${from - 1} px is taken to begin at ${from}`);
    // Of two that begin within the same px the wider is the one that lasts.
    if (placed.at(-1)?.from === from) placed.pop();
    placed.push({ from, found: one });
  }
  const used = new Set<string>();
  return placed.map(({ from, found: { id, columns, rows = null, baseline = null } }, index): BreakpointInput => {
    let named = id ?? `from-${String(from).replace(".", "-")}`;
    for (let next = 2; used.has(named); next += 1) named = `${id ?? "from"}-${next}`;
    used.add(named);
    return { id: named, name: titled(named), from, drawnAt: usualDrawnAt(from, placed[index + 1]?.from ?? null), columns, rows, baseline };
  });
};

const layoutOf = (rest: Omit<LayoutInput, "format" | "formatVersion">): ReturnType<typeof parseLayout> => {
  const { length } = rest.breakpoints;
  if (length > limits.breakpoints)
    return {
      ok: false,
      issues: [{ path: "", message: `must change at no more than ${limits.breakpoints} widths; this one has ${length}` }],
    };
  return parseLayout({ format: "ypsiline-layout", formatVersion: 1, ...rest } satisfies LayoutInput);
};

/** The root font size a stylesheet of ours is written for, px; looked up before conditions in rem are read. */
const ownRoot = (css: string): Exact => {
  const text = /--layout-root-font-size\s*:\s*([^;}]{1,40})/.exec(css)?.[1];
  const px = text === undefined ? null : lengthsOf(text)?.px;
  return px && compare(px, exact(0)) > 0 ? px : exact(16);
};

/** What a tool that rounds to six digits leaves a number off by at most, of itself. */
const sixDigits = 5e-6;

/**
 * The from-width that one of our breakpoints states: a condition in rem may have been rounded since. Null if the
 * condition contradicts it.
 */
const ownFrom = (properties: OwnProperties, edge: Edge | null, root: Exact): number | null => {
  const said = ownPx(properties, "--layout-from", root);
  if (!said || !edge) return null;
  const [from, at] = [toNumber(said), toNumber(edge.at)];
  return Math.abs(from - at) <= from * sixDigits ? from : null;
};

/** The name in the first comment of a stylesheet of ours; minifiers take it away. */
const ownName = (css: string): string | null => /^\s*\/\*!?\s*(.{1,200}?): layout by Ypsiline/.exec(css.slice(0, 500))?.[1] ?? null;

const readOwn = (css: string, rules: readonly StyleRule[], selector: string, root: Exact, lost: string[]): Read => {
  const of = (element: Known, wanted: string) => rulesOf(element, indexOf(rules.filter((rule) => rule.selector === wanted))).certain;
  const at = (wanted: string) => of(wanted === ":root" ? rootElement : elementOf(compoundsOf(wanted)), wanted);
  // On :root, or on the element that the stylesheet is kept to.
  const everywhere = rules.find(({ declarations }) => declarations.some(({ name }) => name === "--layout-root-font-size"))?.selector;
  const shared = at(everywhere ?? ":root");
  const own = selector === everywhere ? shared : at(selector);
  const edges = own
    .flatMap(([rule]) => edgesOf(rule.widths))
    .sort(compareEdges)
    .filter((edge, index, all) => index === 0 || compareEdges(edge, all[index - 1] ?? edge) !== 0);
  const levels = [null, ...edges.slice(0, 4 * limits.breakpoints)].map((edge) => ({
    edge,
    // With container queries the numbers are on the grid, and what is the same at every width is on :root.
    properties: computed(own, edge, selector === everywhere ? null : computed(shared, edge, null, root), root).custom,
  }));
  const lowest: OwnProperties = levels[0]?.properties ?? new Map<string, string>();
  const found = levels.flatMap(({ edge, properties }): Found[] => {
    const columns = ownColumns(properties, root);
    return columns
      ? [
          {
            edge,
            from: ownFrom(properties, edge, root),
            ...columns,
            rows: ownRows(properties, root),
            baseline: ownBaseline(properties, root),
          },
        ]
      : [];
  });
  if (found.length < levels.length) lost.push("some breakpoints: a count, gutter or margin that was changed by hand is not a plain length");
  const from = parseLength(ownLength(lowest, "--layout-from", root) ?? "");
  const base = ownPx(lowest, "--layout-base", root) ?? exact(8);
  lost.push("names, drawn-at sizes, notes and what is accepted: a stylesheet does not hold them");
  if (levels.some(({ properties }) => properties.has("--layout-row-pitch") && !properties.has("--layout-row-gutter")))
    lost.push("row heights and gutters: this stylesheet holds only their pitch");
  const parsed = layoutOf({
    name: ownName(css) ?? "From a stylesheet",
    base: pxText(base) ?? "8px",
    rootFontSize: pxText(root) ?? "16px",
    leastColumn: ownLength(lowest, "--layout-least-column", root) ?? "0px",
    spacing: ownSpacing(lowest, base, root),
    breakpoints: breakpointsOf(found, from && toNumber(from.value), lost),
  });
  return parsed.ok ? { ok: true, layout: parsed.value, lost } : parsed;
};

const readGrid = ({ selector, stretches, lost: own }: Grid, shared: readonly string[]): { readonly name: string; readonly read: Read } => {
  const lost = [...own];
  const found = stretches.flatMap(({ edge, columns }: Stretch): Found[] => (columns ? [{ edge, id: null, columns }] : []));
  const root = stretches[0]?.rootFontSize ?? exact(16);
  if (found.length === 0) return { name: selector, read: { ok: false, issues: own.map((message) => ({ path: "", message })) } };
  const parsed = layoutOf({
    name: "From a stylesheet",
    base: "8px",
    rootFontSize: pxText(root) ?? "16px",
    breakpoints: breakpointsOf(found, null, lost),
  });
  return { name: selector, read: parsed.ok ? { ok: true, layout: parsed.value, lost: [...lost, ...shared] } : parsed };
};

/**
 * Reads a stylesheet as a layout. Ypsiline's own comes back with the same columns, gutters, margins, containers, rows and
 * baseline. Of any other, every grid with equal columns is followed over all widths as the cascade has it, through the
 * boxes its selector names around it; the first is the layout, the others are offered in `others`. What is not read is
 * listed in `lost` with its line.
 */
export const readCss = (written: string): Read => {
  const css = withUsualNames(written);
  const root = ownRoot(css);
  const sheet = readSheet(css, saysColumns, root);
  if (!sheet.ok) return { ok: false, issues: [{ path: "", message: sheet.message }] };
  const { rules } = sheet.value;
  const lost = [...sheet.value.lost];
  const own = rules.find(({ declarations }) => declarations.some(({ name }) => name === "--layout-columns"));
  if (own) return readOwn(css, rules, own.selector, root, lost);
  const { grids, lost: unsaid } = gridsOf(rules);
  const shared = [...lost, ...unsaid];
  const read = grids.map((grid) => readGrid(grid, shared));
  const good = read.flatMap(({ name, read: one }) => (one.ok ? [{ name, layout: one.layout, lost: one.lost }] : []));
  const faults = read.flatMap(({ read: one }): readonly Issue[] => (one.ok ? [] : one.issues));
  const [first, ...others] = good;
  if (first)
    return {
      ok: true,
      layout: first.layout,
      lost: [...first.lost, ...faults.map(({ message }) => message)],
      ...(others.length > 0 ? { grid: first.name, others } : {}),
    };
  const beyond = faults.filter(({ path }) => path !== "");
  if (beyond.length > 0) return { ok: false, issues: beyond };
  return {
    ok: false,
    issues: [
      { path: "", message: "must say columns: a stylesheet from Ypsiline, or one with grid-template-columns: repeat(12, 1fr)" },
      ...[...faults.map(({ message }) => message), ...shared].map((message) => ({ path: "", message })),
    ],
  };
};

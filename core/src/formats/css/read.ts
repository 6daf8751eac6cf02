import { type Atrule, type CssNode, generate, parse } from "css-tree";
import { parseDecimal, divide, exact, type Exact, multiply, one, subtract } from "../../exact/exact";
import { lengthText, parseLength, toPx } from "../../exact/length";
import { toDecimal, toExactDecimal } from "../../exact/show";
import { idPattern } from "../../layout/schema";
import { type Issue, parseLayout } from "../../layout/parse";
import type { LayoutInput } from "../../layout/schema";
import { usualDrawnAt } from "../drawn-at";
import type { Read } from "../types";

type Declaration = { readonly name: string; readonly value: string; readonly line: number };

/** Declarations that hold from one width on, whatever selector or query they stood under. */
type Block = {
  readonly from: Exact | null;
  readonly selector: string;
  readonly line: number;
  readonly declarations: readonly Declaration[];
};

/** Longest value or condition looked into; a layout's are far shorter, and patterns over longer ones would take their time. */
const longest = 1_000;

/** Most rules looked at; a layout's stylesheet has one for each breakpoint. */
const mostRules = 5_000;

const lineOf = (node: CssNode): number => node.loc?.start.line ?? 0;

/** Reads a plain CSS length ("16px", "1.5rem", "calc(24rem / 16)", "0") as a length of the open format, or null. */
const readLength = (text: string): string | null => {
  const trimmed = text.trim().toLowerCase();
  if (trimmed === "0") return "0px";
  const divided = /^calc\(([\d.]+)(px|rem)\s*\/\s*([\d.]+)\)$/.exec(trimmed);
  if (divided) {
    const top = parseDecimal(divided[1] ?? "");
    const bottom = parseDecimal(divided[3] ?? "");
    if (!top || !bottom || divided[3] === "0") return null;
    const unit = divided[2] === "px" ? "px" : "rem";
    const value = divide(top, bottom);
    return lengthText({ value, unit }) ?? `${toDecimal(value, 6)}${unit}`;
  }
  const found = /^(\d*\.?\d+)(px|rem|em|%)$/.exec(trimmed);
  const value = found && parseDecimal(found[1] ?? "");
  if (!found || !value) return null;
  const unit = found[2] === "em" ? "rem" : (found[2] as "px" | "rem" | "%");
  return lengthText({ value, unit }) ?? `${toDecimal(value, 6)}${unit}`;
};

/** The width from which a @media or @container condition holds, in px (1rem = 1em = 16px in a query); null when it says no such thing alone. */
const fromWidth = (prelude: string): Exact | null => {
  const found =
    /\(\s*width\s*>=\s*([^()]+|calc\([^()]*\))\s*\)/i.exec(prelude) ??
    /\(\s*min-width\s*:\s*([^()]+|calc\([^()]*\))\s*\)/i.exec(prelude) ??
    /\(\s*([\d.]+(?:px|r?em))\s*<=\s*width\s*\)/i.exec(prelude);
  if (!found || /\bmax-|width\s*<|,|\bor\b|\bnot\b|orientation|print|hover|prefers/i.test(prelude)) return null;
  const length = parseLength(readLength(found[1] ?? "") ?? "");
  return length ? toPx(length, { width: exact(1), rootFontSize: exact(16) }) : null;
};

const collect = (css: string, issues: Issue[], lost: string[]): readonly Block[] => {
  const blocks: Block[] = [];
  const tree = parse(css, {
    positions: true,
    parseCustomProperty: false,
    parseRulePrelude: false,
    parseAtrulePrelude: false,
    parseValue: false,
    onParseError: (error) => {
      const { line, message } = error as unknown as { line: number; message: string };
      lost.push(`line ${line}: ${message}`);
    },
  });
  const visit = (nodes: Iterable<CssNode>, from: Exact | null): void => {
    for (const node of nodes) {
      if (blocks.length >= mostRules) return;
      if (node.type === "Rule") {
        const selector = generate(node.prelude).trim();
        const declarations = node.block.children.toArray().flatMap((child): Declaration[] => {
          if (child.type !== "Declaration") {
            if (child.type === "Rule" || child.type === "Atrule") lost.push(`line ${lineOf(child)}: nested rules are not read`);
            return [];
          }
          const value = generate(child.value).trim();
          if (value.length <= longest) return [{ name: child.property, value, line: lineOf(child) }];
          lost.push(`line ${lineOf(child)}: ${child.property.slice(0, 40)} is longer than ${longest} characters`);
          return [];
        });
        blocks.push({ from, selector, line: lineOf(node), declarations });
      } else if (node.type === "Atrule" && node.block) visitAtrule(node, from);
    }
  };
  const visitAtrule = (node: Atrule, outer: Exact | null): void => {
    const prelude = node.prelude ? generate(node.prelude) : "";
    if (node.name === "layer" || node.name === "supports") return visit(node.block?.children ?? [], outer);
    if (node.name !== "media" && node.name !== "container") return;
    const from = prelude.length <= longest ? fromWidth(prelude) : null;
    if (from) visit(node.block?.children ?? [], from);
    else
      lost.push(
        `line ${lineOf(node)}: @${node.name} ${prelude.slice(0, 100)}: only conditions of the form (width >= 600px) or (min-width: 600px) are read`,
      );
  };
  if (tree.type !== "StyleSheet") issues.push({ path: "", message: "must be a stylesheet" });
  else visit(tree.children, null);
  return blocks;
};

/** Blocks of a stylesheet; one nested so deeply that the parser cannot follow is refused. */
const collected = (css: string, issues: Issue[], lost: string[]): readonly Block[] => {
  try {
    return collect(css, issues, lost);
  } catch (error) {
    if (!(error instanceof RangeError)) throw error;
    issues.push({ path: "", message: "must not nest its rules so deeply" });
    return [];
  }
};

/** One breakpoint's declarations with those of narrower ones below them, as the cascade has it. */
type Cascaded = {
  readonly from: Exact | null;
  readonly own: ReadonlyMap<string, Declaration>;
  readonly all: ReadonlyMap<string, Declaration>;
};

const cascade = (blocks: readonly Block[]): readonly Cascaded[] => {
  const widths: (Exact | null)[] = [];
  for (const { from } of blocks) if (!widths.some((width) => sameWidth(width, from))) widths.push(from);
  widths.sort((a, b) => (a === null ? -1 : b === null ? 1 : Number(toDecimal(subtract(a, b), 6))));
  let below = new Map<string, Declaration>();
  return widths.map((from) => {
    const own = new Map<string, Declaration>();
    for (const block of blocks)
      if (sameWidth(block.from, from)) for (const declaration of block.declarations) own.set(declaration.name, declaration);
    below = new Map([...below, ...own]);
    return { from, own, all: below };
  });
};

const sameWidth = (a: Exact | null, b: Exact | null): boolean => (a === null || b === null ? a === b : toDecimal(a, 6) === toDecimal(b, 6));

type BreakpointInput = LayoutInput["breakpoints"][number];

const titled = (id: string): string => id.charAt(0).toUpperCase() + id.slice(1).replaceAll("-", " ");

/** What a reader of one dialect says of a breakpoint's columns, or null where the stylesheet has none there. */
type ReadColumns = (
  cascaded: Cascaded,
  lost: string[],
) => { readonly columns: BreakpointInput["columns"]; readonly id: string | null } | null;

const ownColumns: ReadColumns = ({ all, own }, lost) => {
  const value = (name: string): string => all.get(name)?.value ?? "";
  const count = Number(value("--layout-columns"));
  if (!Number.isInteger(count) || count < 1) return null;
  const line = own.get("--layout-columns")?.line ?? all.get("--layout-columns")?.line ?? 0;
  const share = /^calc\(100%\s*\*\s*([\d.]+)\s*\/\s*[\d.]+\)$/.exec(value("--layout-gutter"));
  const gutter = share ? `${share[1]}fr` : readLength(value("--layout-gutter"));
  const start = readLength(value("--layout-margin-start"));
  const end = readLength(value("--layout-margin-end"));
  if (gutter === null || start === null || end === null) {
    lost.push(`line ${line}: a gutter or margin that is not a plain length`);
    return null;
  }
  const size = value("--layout-container");
  const align = value("--layout-align");
  const placed = align === "start" || align === "end" ? align : "center";
  const cap = /^min\(.*,\s*((?:calc\([^()]*\))|[^,()]+)\)$/.exec(size)?.[1];
  const fixed = /100%/.test(size) ? null : readLength(size);
  const max = cap === undefined ? null : readLength(cap);
  const id = value("--layout-breakpoint").replaceAll(/["']/g, "");
  return {
    id: idPattern.test(id) ? id : null,
    columns: {
      count,
      gutter,
      margin: { start, end },
      edgeGutters: value("--layout-edge-gutters") === "half" ? "half" : "none",
      container: max ? { kind: "capped", max, align: placed } : fixed ? { kind: "fixed", width: fixed, align: placed } : { kind: "fluid" },
    },
  };
};

/** The parts of a value that lists several: split at spaces outside of brackets. */
const partsOf = (value: string): readonly string[] => value.match(/[^\s(]*\([^()]*\)|\S+/g) ?? [];

const sides = (value: string): readonly (string | null)[] => {
  const parts = partsOf(value).map(readLength);
  return parts.length === 1
    ? [parts[0] ?? null, parts[0] ?? null]
    : parts.length < 4
      ? [parts[1] ?? null, parts[1] ?? null]
      : [parts[3] ?? null, parts[1] ?? null];
};

const foreignColumns: ReadColumns = ({ all }, lost) => {
  const template = all.get("grid-template-columns");
  if (!template) return null;
  const repeated = /^repeat\(\s*(\d+)\s*,\s*(?:minmax\(\s*0(?:px)?\s*,\s*1fr\s*\)|1fr)\s*\)$/.exec(template.value);
  const listed = /^(?:1fr\s*)+$/.test(template.value) ? template.value.trim().split(/\s+/).length : 0;
  const count = repeated ? Number(repeated[1]) : listed;
  if (count < 1) {
    lost.push(`line ${template.line}: grid-template-columns: ${template.value} is not a number of equal columns`);
    return null;
  }
  const said = (name: string): string | null => {
    const declaration = all.get(name);
    if (!declaration) return null;
    const length = readLength(declaration.value);
    if (length === null && declaration.value !== "auto")
      lost.push(`line ${declaration.line}: ${name}: ${declaration.value} is not a plain length`);
    return length;
  };
  const gap = all.get("gap") ?? all.get("grid-gap");
  const gutter = said("column-gap") ?? (gap ? readLength(partsOf(gap.value).at(-1) ?? "") : null);
  if (gap && gutter === null) lost.push(`line ${gap.line}: ${gap.name}: ${gap.value} is not a plain length`);
  const shorthand = all.get("padding-inline") ?? all.get("padding");
  const [left, right] = shorthand ? (shorthand.name === "padding" ? sides(shorthand.value) : partsOf(shorthand.value).map(readLength)) : [];
  if (shorthand && left === null) lost.push(`line ${shorthand.line}: ${shorthand.name}: ${shorthand.value} is not plain lengths`);
  const start = said("padding-left") ?? said("padding-inline-start") ?? left ?? "0px";
  const end = said("padding-right") ?? said("padding-inline-end") ?? right ?? start;
  const max = said("max-width") ?? said("max-inline-size");
  const width = said("width") ?? said("inline-size");
  const absolute = (length: string | null): length is string => length !== null && !length.endsWith("%");
  return {
    id: null,
    columns: {
      count,
      gutter: gutter !== null && absolute(gutter) ? gutter : "0px",
      margin: { start, end },
      container: absolute(max) ? { kind: "capped", max } : absolute(width) ? { kind: "fixed", width } : { kind: "fluid" },
    },
  };
};

const asNumber = (width: Exact): number => Number(toDecimal(width, 3));

/**
 * Reads a stylesheet as a layout. Ypsiline's own comes back with the same columns, gutters, margins and
 * containers; of any other, what grid-template-columns, gap, padding, max-width and width say under
 * min-width queries. The rest is listed in `lost` with its line.
 */
export const readCss = (css: string): Read => {
  const issues: Issue[] = [];
  const lost: string[] = [];
  const blocks = collected(css, issues, lost);
  if (issues.length > 0) return { ok: false, issues };
  const own = blocks.some(({ declarations }) => declarations.some(({ name }) => name === "--layout-columns"));
  const relevant = own
    ? blocks.filter(({ declarations }) => declarations.some(({ name }) => name.startsWith("--layout-")))
    : gridBlocks(blocks, lost);
  const read = own ? ownColumns : foreignColumns;
  const levels = cascade(relevant);
  const value = (name: string): string | null => levels[0]?.all.get(name)?.value ?? null;
  const lowest = parseLength(value("--layout-from") ?? "");
  const used = new Set<string>();
  const found = levels.flatMap((cascaded) => {
    const columns = read(cascaded, lost);
    return columns
      ? [{ from: cascaded.from ? asNumber(cascaded.from) : lowest ? asNumber(lowest.value) : 320, ...columns, all: cascaded.all }]
      : [];
  });
  if (found.length === 0)
    return {
      ok: false,
      issues: [
        { path: "", message: "must say columns: a stylesheet from Ypsiline, or one with grid-template-columns: repeat(12, 1fr)" },
        ...lost.map((message) => ({ path: "", message })),
      ],
    };
  const breakpoints = found.map(({ from, id, columns, all }, index): BreakpointInput => {
    let named = id ?? `from-${String(from).replace(".", "-")}`;
    for (let next = 2; used.has(named); next += 1) named = `${id ?? "from"}-${next}`;
    used.add(named);
    const step = readLength(all.get("--layout-baseline")?.value ?? "");
    return {
      id: named,
      name: titled(named),
      from,
      drawnAt: usualDrawnAt(from, found[index + 1]?.from ?? null),
      columns,
      baseline: step && step !== "0px" && !step.endsWith("%") ? { step, emphasis: 4 } : null,
    };
  });
  const base = readLength(value("--layout-base") ?? "") ?? "8px";
  if (own) lost.push("names, drawn-at sizes and notes: a stylesheet does not hold them");
  if (found.some(({ all }) => all.has("--layout-row-pitch"))) lost.push("row heights and gutters: a stylesheet holds only their pitch");
  const parsed = parseLayout({
    format: "ypsiline-layout",
    formatVersion: 1,
    name: /layout by Ypsiline/.test(css)
      ? (/^\/\*\s*(.{1,200}?): layout by Ypsiline/.exec(css)?.[1] ?? "From a stylesheet")
      : "From a stylesheet",
    base,
    rootFontSize: readLength(value("--layout-root-font-size") ?? "") ?? "16px",
    spacing: own ? spacing(levels[0]?.all ?? new Map(), base, readLength(value("--layout-root-font-size") ?? "") ?? "16px") : [],
    breakpoints,
  } satisfies LayoutInput);
  return parsed.ok ? { ok: true, layout: parsed.value, lost } : parsed;
};

const spacing = (all: ReadonlyMap<string, Declaration>, base: string, root: string): { name: string; multiple: number }[] => {
  const unit = parseLength(base)?.value ?? one;
  const rootFontSize = parseLength(root)?.value ?? exact(16);
  return [...all.values()].flatMap(({ name, value }) => {
    const length = name.startsWith("--space-") ? parseLength(readLength(value) ?? "") : null;
    const multiple =
      length && length.unit !== "%" ? toExactDecimal(divide(toPx(length, { width: one, rootFontSize }), multiply(unit, one)), 3) : null;
    return multiple === null ? [] : [{ name: name.slice("--space-".length), multiple: Number(multiple) }];
  });
};

/** Of someone else's stylesheet, the rules of the first selector that lays out columns. */
const gridBlocks = (blocks: readonly Block[], lost: string[]): readonly Block[] => {
  const grids = blocks.filter(({ declarations }) => declarations.some(({ name }) => name === "grid-template-columns"));
  const selector = grids[0]?.selector;
  for (const other of grids)
    if (other.selector !== selector) lost.push(`line ${other.line}: ${other.selector}: only the columns of ${selector ?? ""} are read`);
  return blocks.filter((block) => block.selector === selector);
};

import type { CssNode } from "css-tree";
import { compare, type Exact, exact, isWhole, isZero, sign, toNumber } from "../../exact/exact";
import type { LayoutInput } from "../../layout/schema";
import { limits } from "../../layout/limits";
import { type Box, measured, type Tracks } from "./boxes";
import {
  ancestorsOf,
  bodyElement,
  borderWidths,
  computed,
  type Computed,
  elementOf,
  indexOf,
  type Known,
  rootElement,
  type RuleIndex,
  rulesOf,
  type Said,
} from "./cascade";
import { compoundsOf, type Specificity } from "./selectors";
import type { StyleRule } from "./sheet";
import { addLengths, type CssValue, type Lengths, noLength, partsOfValue, unitsIn, valueOf } from "./values";
import { compareEdges, type Edge, edgesOf } from "./width-set";

type Columns = LayoutInput["breakpoints"][number]["columns"];

/** A grid from one width to the next: its columns, nothing (it is not a grid there), or why it cannot be read. */
export type Stretch = {
  readonly edge: Edge | null;
  readonly columns: Columns | null;
  readonly rootFontSize: Exact;
};

export type Grid = {
  readonly selector: string;
  readonly line: number;
  readonly stretches: readonly Stretch[];
  readonly lost: readonly string[];
};

/** Most grids of one stylesheet that are followed. */
const mostGrids = 60;

/** Maximum number of listed rules that only match some elements like the grid. */
const mostPossible = 20;

/** Widths one grid may change at, more than a layout has breakpoints for. */
const mostEdges = 4 * limits.breakpoints;

/** Lists a declaration that is not read. The rest is read as if it were not there. */
type Note = (said: Said, property: string, why: string) => void;

const only = (said: Said): CssValue | null => {
  const parts = partsOfValue(said.value);
  return parts?.length === 1 && parts[0] ? valueOf(parts[0]) : null;
};

const one = (said: Said | undefined, property: string, note: Note): Lengths => {
  if (!said || said.value === "normal" || said.value === "auto") return noLength;
  const value = only(said);
  if (value?.kind === "length") return value.value;
  note(said, property, "is not a plain length");
  return noLength;
};

const size = (said: Said | undefined, property: string, note: Note): CssValue | null => {
  if (!said || said.value === "auto" || said.value === "none") return null;
  const value = only(said);
  if (value && value.kind !== "number") return value;
  note(said, property, "is not a plain length");
  return null;
};

const boxOf = (what: string, { longhands, fontSize }: Computed, note: Note): Box => {
  const margin = (side: "left" | "right"): Lengths | "auto" => {
    const said = longhands.get(`margin-${side}`);
    return said?.value === "auto" ? "auto" : one(said, `margin-${side}`, note);
  };
  const least = longhands.get("min-width");
  if (least && unitsIn(one(least, "min-width", note)).length > 0) note(least, "min-width", "is not followed");
  // A border takes room like padding, outside of it.
  const padding = (side: "left" | "right"): Lengths => {
    const style = longhands.get(`border-${side}-style`)?.value ?? "none";
    const width = longhands.get(`border-${side}-width`) ?? { value: "medium", line: 0 };
    const border =
      style === "none" || style === "hidden"
        ? noLength
        : one({ ...width, value: borderWidths[width.value] ?? width.value }, `border-${side}-width`, note);
    return addLengths(one(longhands.get(`padding-${side}`), `padding-${side}`, note), border);
  };
  return {
    what,
    margin: { left: margin("left"), right: margin("right") },
    padding: { left: padding("left"), right: padding("right") },
    width: size(longhands.get("width"), "width", note),
    maxWidth: size(longhands.get("max-width"), "max-width", note),
    borderBox: longhands.get("box-sizing")?.value === "border-box",
    fontSize,
  };
};

/** One track, if all are equal: a share, or a size. Line names are ignored. */
type Track = { readonly kind: "share"; readonly of: string } | { readonly kind: "size"; readonly size: Lengths };

const trackOf = (node: CssNode): Track | null => {
  if (node.type === "Dimension" && node.unit.toLowerCase() === "fr") return { kind: "share", of: String(Number(node.value)) };
  if (node.type === "Function" && node.name.toLowerCase() === "minmax") {
    const [least, , most] = node.children.toArray().filter(({ type }) => type !== "WhiteSpace");
    const floor = least && valueOf(least);
    const none = floor?.kind === "length" && unitsIn(floor.value).length === 0;
    return none && most ? trackOf(most) : null;
  }
  const value = valueOf(node);
  return value?.kind === "length" ? { kind: "size", size: value.value } : null;
};

const sameTrack = (a: Track, b: Track): boolean =>
  a.kind === "share" ? b.kind === "share" && a.of === b.of : b.kind === "size" && JSON.stringify(a.size) === JSON.stringify(b.size);

/** How many equal tracks a template has, and of what; a word on why it has not. */
const template = (nodes: readonly CssNode[]): { readonly count: number; readonly track: Track } | string => {
  const tracks: Track[] = [];
  let count = 0;
  for (const node of nodes) {
    if (node.type === "Brackets" || node.type === "WhiteSpace") continue;
    if (node.type === "Function" && node.name.toLowerCase() === "repeat") {
      const [times, comma, ...rest] = node.children.toArray().filter(({ type }) => type !== "WhiteSpace");
      if (times?.type === "Identifier") return "makes as many columns as fit, not a number of them";
      if (times?.type !== "Number" || comma?.type !== "Operator" || !/^\d{1,6}$/.test(times.value)) return "cannot be read";
      const inner = template(rest);
      if (typeof inner === "string") return inner;
      count += Number(times.value) * inner.count;
      tracks.push(inner.track);
    } else {
      const track = trackOf(node);
      if (!track) return "is not a number of equal columns";
      count += 1;
      tracks.push(track);
    }
    if (count > 100_000) return "has too many columns";
  }
  const [first] = tracks;
  if (!first) return "is not a number of equal columns";
  return tracks.every((track) => sameTrack(first, track)) ? { count, track: first } : "is not a number of equal columns";
};

const places: Readonly<Record<string, "start" | "center" | "end">> = {
  center: "center",
  end: "end",
  "flex-end": "end",
  right: "end",
};

/** The tracks of an element; null if it is not a grid. */
const tracksOf = ({ longhands }: Computed, note: Note): Tracks | null => {
  const display = longhands.get("display")?.value ?? null;
  const said = longhands.get("grid-template-columns");
  const isGrid = display === null ? said !== undefined : /^(inline-)?grid$|\bgrid\b/.test(display);
  if (!isGrid) {
    if (display === null || display === "none" || said === undefined) return null;
    const shown = longhands.get("display");
    if (shown && !/^(block|flow-root|block flow)$/.test(display)) {
      note(shown, "display", "lays nothing out in columns");
      return null;
    }
    // Its children are below each other, each as wide as it is.
    return { kind: "shares", count: 1 };
  }
  if (!said || said.value === "none") return { kind: "shares", count: 1 };
  const nodes = partsOfValue(said.value);
  const read = nodes ? template(nodes) : "cannot be read";
  if (typeof read === "string") {
    note(said, "grid-template-columns", read);
    return null;
  }
  if (read.track.kind === "share") return { kind: "shares", count: read.count };
  const place = longhands.get("justify-content")?.value ?? "start";
  return { kind: "sized", count: read.count, size: read.track.size, place: places[place] ?? "start" };
};

const selectorShown = (selector: string): string => (selector.length > 60 ? `${selector.slice(0, 59)}…` : selector);

/** Follows one grid over all widths: the widths where it changes, and its columns from there on. */
const follow = (selector: string, line: number, index: RuleIndex): Grid => {
  const compounds = compoundsOf(selector);
  const elements: readonly (readonly [string, Known])[] = [
    ["body", bodyElement],
    ...ancestorsOf(compounds).map((ancestor) => ["the box around", ancestor] as const),
    [selectorShown(selector), elementOf(compounds)],
  ];
  const rootRules = rulesOf(rootElement, index).certain;
  const chain = elements
    .map(([what, element]) => ({ what, ...rulesOf(element, index) }))
    .map(({ certain, ...rest }) => ({ ...rest, rules: certain }));
  const edges: Edge[] = [];
  const concerned = [rootRules, ...chain.map(({ rules }) => rules)].flat().map(([rule]: readonly [StyleRule, Specificity]) => rule);
  for (const edge of concerned.flatMap(({ widths }) => edgesOf(widths)).sort(compareEdges)) {
    const last = edges.at(-1);
    if (sign(edge.at) > 0 && (!last || compareEdges(last, edge) !== 0)) edges.push(edge);
  }
  const lost = new Set<string>();
  const note: Note = (said, property, why) => lost.add(`line ${said.line}: ${property}: ${said.value.slice(0, 80)} ${why}`);
  for (const rule of chain.flatMap(({ possible }) => possible)) {
    const names = namesOf(rule.declarations);
    if (names !== "" && !passing.test(rule.selector) && lost.size < mostPossible)
      lost.add(`line ${rule.line}: ${selectorShown(rule.selector)}: its ${names} is left out, as it holds for some of these only`);
  }
  if (edges.length > mostEdges)
    return {
      selector,
      line,
      stretches: [],
      lost: [`line ${line}: ${selectorShown(selector)} changes at ${edges.length} widths; ${mostEdges} are the most`],
    };
  const roots = [null, ...edges].map((edge) => computed(rootRules, edge, null, exact(16)));
  const steady = roots.every(({ fontSize }) => compare(fontSize, roots[0]?.fontSize ?? fontSize) === 0);
  const stretches = [null, ...edges].map((edge, index): Stretch => {
    const root = roots[index] ?? computed(rootRules, edge, null, exact(16));
    const at = { edge, rootFontSize: root.fontSize };
    const boxes: Box[] = [];
    let here = root;
    for (const { what, rules } of chain) {
      here = computed(rules, edge, here, root.fontSize);
      if (here.longhands.get("display")?.value === "none") return { ...at, columns: null };
      boxes.push(boxOf(what, here, note));
    }
    const tracks = tracksOf(here, note);
    if (!tracks) return { ...at, columns: null };
    const said = here.longhands.get("column-gap");
    const declared = tracks.kind === "shares" && tracks.count === 1 ? noLength : one(said, "column-gap", note);
    const relative = said !== undefined && (!isZero(declared.percent) || !isZero(declared.vw));
    if (relative) note(said, "column-gap", "grows with the width");
    const result = measured(boxes, relative ? noLength : declared, tracks, root.fontSize, steady);
    if (!result.ok) lost.add(`line ${line}: ${selectorShown(selector)}: ${result.message}`);
    else if (result.rounded) lost.add(`line ${line}: ${selectorShown(selector)}: lengths are rounded to 6 decimals`);
    return { ...at, columns: result.ok ? result.columns : null };
  });
  return { selector, line, stretches, lost: [...lost] };
};

/** States and parts of an element that do not change its place on a page. */
const passing = /::|:(hover|focus|active|visited|target|before|after|first-line|first-letter)/;

const namesOf = (declarations: StyleRule["declarations"]): string =>
  [...new Set(declarations.map(({ name }) => name).filter((name) => !name.startsWith("--")))].join(", ");

/** Every grid of a stylesheet, in the order their columns are first said. */
export const gridsOf = (rules: readonly StyleRule[]): { readonly grids: readonly Grid[]; readonly lost: readonly string[] } => {
  const index = indexOf(rules);
  const found = new Map<string, number>();
  for (const { selector, declarations } of rules)
    for (const { name, line } of declarations)
      if (
        (name === "grid-template-columns" || name === "grid-template" || name === "grid") &&
        !found.has(selector) &&
        !passing.test(selector)
      )
        found.set(selector, line);
  // A grid that is changed by its context or another class is a separate choice.
  for (const [selector] of [...found].slice(0, mostGrids)) {
    const last = compoundsOf(selector).at(-1)?.simple ?? [];
    for (const { selector: other, line } of rulesOf(elementOf(compoundsOf(selector)), index).possible)
      if (!found.has(other) && !passing.test(other) && last.every((simple) => compoundsOf(other).at(-1)?.simple.includes(simple)))
        found.set(other, line);
  }
  const lost: string[] = [];
  if (found.size > mostGrids) lost.push(`${found.size - mostGrids} more grids: the first ${mostGrids} are looked at`);
  const grids = [...found].slice(0, mostGrids).map(([selector, line]) => follow(selector, line, index));
  return { grids, lost: [...lost, ...unplaced(rules, grids, index)] };
};

/** Most boxes that are pointed out, and that are named of those that have a padding or width alone. */
const mostPointed = 20;
const mostNamed = 5;

const isAround = (name: string): boolean => /^(padding|margin|border|width$|max-width$|inline-size$|max-inline-size$)/.test(name);

/**
 * Rules that may affect a grid although their selector does not name it: boxes that may contain one, and gaps of
 * possible ones. They are pointed out.
 */
const unplaced = (rules: readonly StyleRule[], grids: readonly Grid[], index: RuleIndex): readonly string[] => {
  // Rules by their place: all of one list are one rule.
  const placed = new Set(
    grids.flatMap(({ selector }) => {
      const compounds = compoundsOf(selector);
      const elements = [rootElement, bodyElement, ...ancestorsOf(compounds), elementOf(compounds)].map((element) =>
        rulesOf(element, index),
      );
      return elements.flatMap(({ certain, possible }) => [...certain.map(([rule]) => rule), ...possible].map(({ order }) => order));
    }),
  );
  const flexed = new Set(
    rules.flatMap(({ selector, declarations }) =>
      declarations.some(({ name, value }) => name === "display" && /flex|inline/i.test(value)) ? [selector] : [],
    ),
  );
  const pointed = new Map<string, string>();
  const around = new Map<string, number>();
  for (const rule of rules) {
    const { selector, declarations } = rule;
    if (placed.has(rule.order) || passing.test(selector) || flexed.has(selector)) continue;
    const says = (test: (name: string, value: string) => boolean) =>
      declarations.find(({ name, value }) => test(name, value.toLowerCase()));
    const most = says((name) => name === "max-width" || name === "max-inline-size");
    const gap = says((name) => /^(grid-)?(column-)?gap$/.test(name));
    if (most && says((name, value) => name.startsWith("margin") && /\bauto\b/.test(value)))
      pointed.set(
        selector,
        `line ${most.line}: ${selectorShown(selector)} is held to a width; whether a grid stands in it, is not said here`,
      );
    else if (gap)
      pointed.set(selector, `line ${gap.line}: ${selectorShown(selector)} has a gap; whether it is one of the grids, is not said here`);
    else {
      const box = says(
        (name, value) => isAround(name) && !/^(0[a-z%]*|none|auto|inherit|initial|unset)( (0[a-z%]*|none|auto))*$/.test(value),
      );
      if (box && !around.has(selector)) around.set(selector, box.line);
    }
  }
  const names = [...around].slice(0, mostNamed).map(([selector, line]) => `${selectorShown(selector)} (line ${line})`);
  const more = around.size > mostNamed ? ` and ${around.size - mostNamed} more` : "";
  const boxes = around.size > 0 ? [`padding, margins or widths of boxes that a grid may stand in: ${names.join(", ")}${more}`] : [];
  return [...[...pointed.values()].slice(0, mostPointed), ...boxes];
};

/** The px from which a range holds: its width, or the next whole px if it starts just past one. */
export const widthOf = ({ at, past }: Edge): { readonly from: number; readonly moved: boolean } => {
  const thousandths = Math.ceil(toNumber(at) * 1000 - 1e-6) / 1000;
  return past ? { from: Math.floor(toNumber(at)) + 1, moved: isWhole(at) } : { from: thousandths, moved: false };
};

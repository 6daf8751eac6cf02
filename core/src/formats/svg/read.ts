import { XMLParser } from "fast-xml-parser";
import { type Issue, nestsPast, parseLayout } from "../../layout/parse";
import { isMembers, type Members } from "../../layout/member";
import { breakpointFromLines, type Edge } from "../from-lines";
import type { Read } from "../types";

/** Elements a drawing may hold; an overlay needs no others, and these run nothing and load nothing. */
const harmless = [
  "svg",
  "title",
  "desc",
  "metadata",
  "g",
  "rect",
  "path",
  "line",
  "defs",
  "polyline",
  "polygon",
  "circle",
  "ellipse",
  "text",
  "tspan",
];
const mostElements = 50_000;
const deepest = 32;

type Element = {
  readonly name: string;
  readonly attributes: Readonly<Record<string, string>>;
  readonly children: readonly Element[];
  readonly text: string;
};

const refused = (message: string): { readonly ok: false; readonly issues: readonly Issue[] } => ({
  ok: false,
  issues: [{ path: "", message }],
});

/** Levels of nested tags, counted without recursion and without trusting that they match. */
const tagDepth = (text: string): number => {
  let depth = 0;
  let most = 0;
  for (const [, close, , selfClosing] of text.matchAll(/<(\/?)([a-zA-Z][^\s/>]*)(?:"[^"]*"|'[^']*'|[^>"'])*?(\/?)>/g)) {
    if (close) depth -= 1;
    else if (!selfClosing) depth += 1;
    most = Math.max(most, depth);
  }
  return most;
};

/** What makes a drawing unfit to be opened at all, before it is parsed. */
const hostile = (text: string): string | null => {
  if (/<!DOCTYPE|<!ENTITY/i.test(text)) return "must not declare a document type or entities";
  if (/<\?(?!xml\s)/i.test(text)) return "must not hold processing instructions";
  if (tagDepth(text) > deepest) return `must not nest deeper than ${deepest} levels`;
  if ((text.match(/</g)?.length ?? 0) > 2 * mostElements) return `must hold at most ${mostElements.toLocaleString("en")} elements`;
  return null;
};

const parser = new XMLParser({
  preserveOrder: true,
  ignoreAttributes: false,
  attributeNamePrefix: "",
  parseAttributeValue: false,
  parseTagValue: false,
  processEntities: false,
  trimValues: true,
});

/** Character references that XML itself has; nothing else is expanded. */
const decoded = (text: string): string =>
  text.replace(
    /&(?:#(\d{1,7})|#x([0-9a-f]{1,6})|(amp|lt|gt|quot|apos));/gi,
    (whole: string, decimal?: string, hex?: string, name?: string) => {
      if (name) return { amp: "&", lt: "<", gt: ">", quot: '"', apos: "'" }[name.toLowerCase()] ?? whole;
      const code = decimal ? Number(decimal) : Number.parseInt(hex ?? "", 16);
      return code > 0 && code <= 0x10ffff ? String.fromCodePoint(code) : whole;
    },
  );

const elements = (nodes: unknown): readonly Element[] =>
  (Array.isArray(nodes) ? (nodes as unknown[]) : []).flatMap((node): Element[] => {
    if (!isMembers(node)) return [];
    const name = Object.keys(node).find((key) => key !== ":@" && key !== "#text" && !key.startsWith("?"));
    if (name === undefined) return [];
    const inner = (Array.isArray(node[name]) ? node[name] : []) as unknown[];
    const attributes = Object.fromEntries(
      Object.entries((node[":@"] ?? {}) as Members).map(([key, value]) => [key, decoded(String(value))]),
    );
    const text = inner.map((child) => (isMembers(child) && "#text" in child ? String(child["#text"]) : "")).join("");
    return [{ name: name.replace(/^svg:/, ""), attributes, children: elements(inner), text: decoded(text) }];
  });

const all = (list: readonly Element[]): readonly Element[] => list.flatMap((one) => [one, ...all(one.children)]);

/** A number of an attribute, px where it has a unit; null for what is none. */
const number = (text: string | undefined): number | null => {
  const found = /^\s*(-?\d{1,7}(?:\.\d{1,10})?)(?:px)?\s*$/.exec(text ?? "");
  return found ? Number(found[1]) : null;
};

const rectangles = (group: Element | undefined, axis: "x" | "y"): readonly Edge[] =>
  all(group ? group.children : []).flatMap(({ name, attributes }) => {
    const start = number(attributes[axis]) ?? 0;
    const size = number(attributes[axis === "x" ? "width" : "height"]);
    return name === "rect" && size !== null && size > 0 ? [{ start, size }] : [];
  });

/** Level lines of a group of paths "M0 8H1280" or lines. */
const levels = (group: Element | undefined): readonly number[] =>
  all(group ? group.children : []).flatMap(({ name, attributes }) => {
    const path = name === "path" ? /^M\s*-?[\d.]+[\s,]+(-?[\d.]+)\s*H/.exec(attributes["d"] ?? "") : null;
    const y = name === "line" && attributes["y1"] === attributes["y2"] ? number(attributes["y1"]) : path ? number(path[1]) : null;
    return y === null ? [] : [y];
  });

/** The declared numbers our own overlays carry; null where there are none, or they are no longer those that are drawn. */
const declared = (root: readonly Element[], columns: readonly Edge[]): Read | null => {
  const text = root.find(({ name }) => name === "metadata")?.text;
  if (!text || nestsPast(text, 64)) return null;
  try {
    const { base, rootFontSize, breakpoint } = JSON.parse(text) as Members;
    const parsed = parseLayout({
      format: "ypsiline-layout",
      formatVersion: 1,
      name: "From an overlay",
      base,
      rootFontSize,
      breakpoints: [breakpoint],
    });
    const count = parsed.ok ? parsed.value.breakpoints[0]?.columns.count : null;
    if (!parsed.ok || (columns.length > 0 && count !== columns.length)) return null;
    return {
      ok: true,
      layout: parsed.value,
      lost: ["the other breakpoints, spacing, text roles and notes: an overlay holds one breakpoint"],
    };
  } catch {
    return null;
  }
};

/**
 * Reads an overlay: ours by the declared numbers it carries, any other by its `viewBox` and the rectangles of the group
 * `columns` (or all upright rectangles of one size). Drawings that declare entities, hold scripts, handlers or links, or
 * nest too deeply are refused; what is read is numbers, and nothing of the file is ever shown.
 */
export const readSvg = (text: string): Read => {
  const unfit = hostile(text);
  if (unfit) return refused(unfit);
  let tree: readonly Element[];
  try {
    tree = elements(parser.parse(text, true));
  } catch (error) {
    return refused(`must be well-formed XML: ${error instanceof Error ? error.message.slice(0, 200) : "it is not"}`);
  }
  const root = tree.find(({ name }) => name === "svg");
  if (!root) return refused("must be a drawing whose root element is svg");
  for (const { name, attributes } of [root, ...all(root.children)]) {
    if (!harmless.includes(name))
      return refused(`must not hold the element ${name.slice(0, 40)}; an overlay is made of rectangles and lines`);
    const unwanted = Object.entries(attributes).find(
      ([key, value]) => /^on/i.test(key) || /(^|:)href$/i.test(key) || /url\s*\(|javascript:|expression/i.test(value),
    );
    if (unwanted)
      return refused(`must not hold the attribute ${unwanted[0].slice(0, 40)} on ${name}; nothing of a drawing is run or loaded`);
  }
  const box = (root.attributes["viewBox"] ?? "")
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  const width = box.length === 4 ? (box[2] ?? NaN) : (number(root.attributes["width"]) ?? NaN);
  const height = box.length === 4 ? (box[3] ?? NaN) : (number(root.attributes["height"]) ?? NaN);
  if (!(width >= 1 && height >= 1)) return refused("must have a viewBox, or a width and height, of at least 1 × 1");
  const groups = all(root.children).filter(({ name }) => name === "g");
  const group = (id: string) => groups.find(({ attributes }) => attributes["id"] === id);
  const lost: string[] = [];
  const drawn = [...rectangles(group("columns"), "x")].sort((a, b) => a.start - b.start);
  const own = declared(root.children, drawn);
  if (own) return own;
  const columns = drawn.length > 0 ? drawn : alike(root, height);
  if (drawn.length === 0 && columns.length > 0) lost.push("no group named columns: the upright rectangles of one size were taken for them");
  const left = box.length === 4 ? (box[0] ?? 0) : 0;
  const size = { width: Math.round(width * 1000) / 1000, height: Math.round(height * 1000) / 1000 };
  const breakpoint = breakpointFromLines(
    size,
    columns.map(({ start, size: wide }) => ({ start: start - left, size: wide })),
    [...rectangles(group("rows"), "y")].sort((a, b) => a.start - b.start),
    levels(group("baseline")),
    lost,
  );
  if (!breakpoint) return refused("must hold columns: a group with the id columns and one rect for each");
  lost.push("from-width, name and whether margins or the container are held: a drawing shows one size");
  const parsed = parseLayout({
    format: "ypsiline-layout",
    formatVersion: 1,
    name: "From an overlay",
    base: "8px",
    breakpoints: [breakpoint],
  });
  return parsed.ok ? { ok: true, layout: parsed.value, lost } : parsed;
};

/** Rectangles at least half as high as the sheet and of the width most of those have. */
const alike = (root: Element, height: number): readonly Edge[] => {
  const tall = all(root.children).flatMap(({ name, attributes }) => {
    const size = number(attributes["width"]);
    return name === "rect" && size !== null && (number(attributes["height"]) ?? 0) >= height / 2
      ? [{ start: number(attributes["x"]) ?? 0, size }]
      : [];
  });
  const counts = new Map<string, Edge[]>();
  for (const edge of tall) counts.set(edge.size.toFixed(1), [...(counts.get(edge.size.toFixed(1)) ?? []), edge]);
  const most = [...counts.values()].sort((a, b) => b.length - a.length)[0] ?? [];
  return [...most].sort((a, b) => a.start - b.start);
};

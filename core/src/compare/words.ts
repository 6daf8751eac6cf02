import { parseLength } from "../exact/length";
import { show } from "../exact/show";
import { nameOfPath } from "../layout/numbers";
import type { Layout } from "../layout/schema";
import { type Change, compareLayouts, sameJson } from "./changes";

const specNames: Readonly<Record<string, string>> = { base: "base unit", rootFontSize: "root font size", leastColumn: "least column" };

const partNames: Readonly<Record<string, string>> = {
  start: "start",
  end: "end",
  lineHeight: "line height",
  unitsPerEm: "units per em",
  capHeight: "cap height",
};

/** A value of a layout as people read it: "24px" is 24, a container by its kind, a list by how many it holds, other parts by their members. */
export const valueWords = (value: unknown): string => {
  if (value === undefined || value === null) return "none";
  if (Array.isArray(value)) return value.length === 0 ? "none" : value.length === 1 ? "1 entry" : `${value.length} entries`;
  if (typeof value === "string") {
    const length = parseLength(value);
    return length?.unit === "px" ? show(length.value) : value;
  }
  if (typeof value !== "object") return String(value);
  const { kind, max, width, name, step, height, gutter, count } = value as Readonly<Record<string, string | undefined>>;
  if (kind === "fluid") return "fluid";
  if (kind === "capped" && max) return `at most ${valueWords(max)}`;
  if (kind === "fixed" && width) return `fixed ${valueWords(width)}`;
  if (kind === "repeating" && height && gutter) return `repeating ${valueWords(height)} with ${valueWords(gutter)}`;
  if (kind === "dividing" && count) return `${count} dividing`;
  if (step) return valueWords(step);
  if (name) return name;
  const members = Object.entries(value).map(([member, inner]) => `${partNames[member] ?? member} ${valueWords(inner)}`);
  return members.length === 0 ? "none" : members.join(", ");
};

/** One change in words: where, what, from and to ("Desk", "gutter", "20", "24"); `from` is "" for what was added or removed. */
export type ChangeWords = { readonly where: string; readonly what: string; readonly from: string; readonly to: string };

const entryNames: Readonly<Record<string, string>> = {
  breakpoints: "breakpoint",
  areas: "area",
  spacing: "spacing step",
  text: "text role",
  fonts: "font",
  accepted: "accepted finding",
};

const roleMembers: Readonly<Record<string, string>> = { size: "size", lineHeight: "line height", font: "font" };

/** Notes by their number and how the first begins: they are read in full where they stand. */
const noteWords = (value: unknown): string => {
  const notes = Array.isArray(value) ? (value as readonly { readonly text?: unknown }[]) : [];
  const first = typeof notes[0]?.text === "string" ? notes[0].text : "";
  const begins = first.length > 40 ? `${first.slice(0, 39).trimEnd()}…` : first;
  return notes.length === 0 ? "none" : `${notes.length} (“${begins}”${notes.length > 1 ? " …" : ""})`;
};

/** Puts a change in words; names of breakpoints are looked up in the layout after the change, then before. */
export const changeWords = (change: Change, before: Layout, after: Layout): ChangeWords => {
  const [root = "", entry, ...rest] = change.path;
  const values = { from: valueWords(change.from), to: valueWords(change.to) };
  if (root === "breakpoints" && entry !== undefined) {
    if (entry === "#order") return { where: "Spec", what: "order of breakpoints", from: String(change.from), to: String(change.to) };
    const find = (layout: Layout) => layout.breakpoints.find(({ id }) => id === entry)?.name;
    const where = find(after) ?? find(before) ?? entry;
    if (rest.length === 0) return { where, what: "breakpoint", from: "", to: "to" in change ? "added" : "removed" };
    const path = rest.join("/");
    return { where, what: nameOfPath(path) ?? rest.join(" "), ...values };
  }
  const whole = entryNames[root];
  if (whole && entry !== undefined && rest.length === 0)
    return { where: "Spec", what: `${whole} ${entry}`, from: "", to: "to" in change ? "added" : "removed" };
  if (root === "text" && entry !== undefined && rest.length === 1)
    return { where: "Spec", what: `${entry} ${roleMembers[rest[0] ?? ""] ?? rest.join(" ")}`, ...values };
  if (root === "spacing" && entry !== undefined && rest.length === 1) return { where: "Spec", what: `spacing step ${entry}`, ...values };
  if (root === "fonts" && entry !== undefined)
    return { where: "Spec", what: `font ${entry} ${rest.map((part) => partNames[part] ?? part).join(" ")}`.trim(), ...values };
  if (root === "notes") return { where: "Spec", what: "notes", from: noteWords(change.from), to: noteWords(change.to) };
  if (root === "extensions") return { where: "Spec", what: "what other tools keep in it", from: "", to: "changed" };
  if (entry === "#order")
    return { where: "Spec", what: `order of ${entryNames[root] ?? root}s`, from: String(change.from), to: String(change.to) };
  return { where: "Spec", what: specNames[root] ?? [root, entry, ...rest].filter(Boolean).join(" "), ...values };
};

/** Changes in words, margins that changed alike at both sides told once. */
export const changesInWords = (changes: readonly Change[], before: Layout, after: Layout): readonly ChangeWords[] => {
  const words = changes.map((change) => changeWords(change, before, after));
  return words.flatMap((one, index) => {
    const other = (what: string) => words.find((w) => w.where === one.where && w.what === what && w.from === one.from && w.to === one.to);
    if (one.what === "start margin" && other("end margin")) return [{ ...one, what: "margin" }];
    if (one.what === "end margin" && other("start margin")) return [];
    const earlier = words[index - 1];
    return earlier && sameJson(earlier, one) ? [] : [one];
  });
};

/** How many changes a person would count between two layouts. */
export const countChanges = (before: Layout, after: Layout): number => changesInWords(compareLayouts(before, after), before, after).length;

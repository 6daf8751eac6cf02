import { joined, name, plainText, type Words, words } from "../words/words";
import { nameOfPath } from "../layout/cells";
import type { Layout } from "../layout/schema";
import { placementChanges, placementOf } from "./area-words";
import { type Change, compareLayouts } from "./changes";
import { sameJson } from "./same-json";
import { partNames, placementWords, valueWords } from "./value-words";
import { type Entries, namesOf } from "./entries";

const specNames: Readonly<Record<string, string>> = { base: "base unit", rootFontSize: "root font size", leastColumn: "least column" };

type Part = Readonly<Record<string, unknown>>;

/** One change in words: where, what, from and to (Desk, gutter, 20, 24); `from` is null for what was added or removed. */
export type ChangeWords = {
  /** A breakpoint's name, or "Spec". */
  readonly where: string;
  /** Which number it is, whatever it is called: its path without the list it stands in and the entry's id. */
  readonly key: string;
  readonly what: Words;
  readonly from: Words | null;
  readonly to: Words;
};

const entryNames: Readonly<Record<string, string>> = {
  breakpoints: "breakpoint",
  areas: "area",
  spacing: "spacing step",
  text: "text role",
  fonts: "font",
  accepted: "accepted finding",
};

const areaMembers: Readonly<Record<string, string>> = { name: "name", kind: "kind", within: "stands in" };

const areaName = (id: string, before: Layout, after: Layout) =>
  name([after, before].map(({ areas }) => areas.find((area) => area.id === id)?.name).find((found) => found !== undefined) ?? id);

const roleMembers: Readonly<Record<string, string>> = { size: "size", lineHeight: "line height", font: "font" };

const placementMembers: Readonly<Record<string, string>> = { rowSpan: "row span", by: "distance it leaves by", inside: "grid inside" };

/** A change of an area's placement, or of something in it: at which breakpoint, of which area. */
const placedWords = (change: Change, before: Layout, after: Layout): ChangeWords | null => {
  const placement = placementOf(change);
  if (!placement) return null;
  const find = (layout: Layout) => layout.breakpoints.find(({ id }) => id === placement.breakpoint)?.name;
  const member = change.path.slice(4).map((part) => placementMembers[part] ?? part);
  const whole = (value: unknown): Words => (value ? words`in ${placementWords(value as Part)}` : words`not shown`);
  return {
    where: find(after) ?? find(before) ?? placement.breakpoint,
    key: change.path.join("/"),
    what:
      member.length === 0
        ? [areaName(placement.area, before, after)]
        : words`${areaName(placement.area, before, after)} ${member.join(" ")}`,
    from: member.length === 0 ? whole(change.from) : valueWords(change.from),
    to: member.length === 0 ? whole(change.to) : valueWords(change.to),
  };
};

/** What a change is of, in words: "Desk gutter", "base unit", "Desk Sailings column"; names are those of a layout. */
export const changePlace = (path: Change["path"], layout: Layout): Words => {
  const { where, what } = changeWords({ path }, layout, layout);
  return where === "Spec" ? what : words`${name(where)} ${what}`;
};

/** Puts a change in words; names of breakpoints are looked up in the layout after the change, then before. */
export const changeWords = (change: Change, before: Layout, after: Layout): ChangeWords => {
  const [root = "", entry, ...rest] = change.path;
  const path = rest.join("/");
  const values = { from: valueWords(change.from), to: valueWords(change.to) };
  const said = { from: [name(String(change.from))], to: [name(String(change.to))] };
  const inPlace = placedWords(change, before, after);
  if (inPlace) return inPlace;
  const spec = (what: Words, { from, to }: { readonly from: Words | null; readonly to: Words }): ChangeWords => ({
    where: "Spec",
    key: [root, ...rest].join("/"),
    what,
    from,
    to,
  });
  const came = { from: null, to: "to" in change ? words`added` : words`removed` };
  if (root === "breakpoints" && entry !== undefined) {
    if (entry === "#order") return spec(words`order of breakpoints`, orderWords(change, root, before, after));
    const find = (layout: Layout) => layout.breakpoints.find(({ id }) => id === entry)?.name;
    const where = find(after) ?? find(before) ?? entry;
    if (rest.length === 0) return { where, key: "", what: words`breakpoint`, ...came };
    return { where, key: path, what: [nameOfPath(path) ?? rest.join(" ")], ...(path === "name" ? said : values) };
  }
  const whole = entryNames[root];
  if (whole && entry === "#order") return spec(words`order of ${whole}s`, orderWords(change, root, before, after));
  if (whole && entry !== undefined && rest.length === 0)
    return spec(words`${whole} ${root === "areas" ? areaName(entry, before, after) : name(entry)}`, came);
  if (root === "areas" && entry !== undefined && rest.length === 1)
    return spec(words`${areaName(entry, before, after)} ${areaMembers[path] ?? path}`, said);
  if (root === "text" && entry !== undefined && rest[0] === "at" && rest[1] !== undefined) {
    const find = (layout: Layout) => layout.breakpoints.find(({ id }) => id === rest[1])?.name;
    const role = words`${name(entry)}${rest[2] === undefined ? "" : ` ${roleMembers[rest[2]] ?? rest[2]}`}`;
    return { where: find(after) ?? find(before) ?? rest[1], key: `text/${path}`, what: role, ...values };
  }
  if (root === "text" && entry !== undefined && rest.length === 1)
    return spec(words`${name(entry)} ${roleMembers[path] ?? path}`, path === "font" ? said : values);
  if (root === "spacing" && entry !== undefined && rest.length === 1) return spec(words`spacing step ${name(entry)}`, values);
  if (root === "fonts" && entry !== undefined)
    return spec(words`font ${name(entry)} ${rest.map((part) => partNames[part] ?? part).join(" ")}`, values);
  if (root === "notes") return noteWords(change, before, after);
  if (root === "extensions") return spec(words`what other tools keep in it`, { from: null, to: words`changed` });
  if (root === "follows" && entry === "version") return spec(words`the version it follows`, said);
  if (root === "follows" && entry === "spec") return spec(words`the name of the spec it follows`, said);
  if (root === "follows")
    return spec(words`following ${valueWords(change.from ?? change.to)}`, { from: null, to: words`${"to" in change ? "begins" : "ends"}` });
  if (root === "name") return spec(words`name`, said);
  return spec([specNames[root] ?? [root, entry, ...rest].filter(Boolean).join(" ")], values);
};

/** The entries that an order puts elsewhere, by name, as they stood and as they stand: those around them are left out. */
const orderWords = ({ from, to }: Change, root: string, before: Layout, after: Layout): { readonly from: Words; readonly to: Words } => {
  const [was, is] = [from, to].map((value) => (Array.isArray(value) ? (value as readonly string[]) : [])) as [
    readonly string[],
    readonly string[],
  ];
  const called = new Map(
    [before, after].flatMap((layout) => {
      const entries = ((layout as unknown as Part)[root] ?? []) as Entries;
      return namesOf(root, entries).map((id, index) => [id, String(entries[index]?.["name"] ?? id)] as const);
    }),
  );
  const told = (list: readonly string[]): Words =>
    joined(
      list.map((id) => [name(called.get(id) ?? id)]),
      ", ",
    );
  return { from: told(was), to: told(is) };
};

/** A note that came or went, in full; notes stored as one change in an older history by their number. */
const noteWords = ({ path: [, entry], from, to }: Change, before: Layout, after: Layout): ChangeWords => {
  const place = { where: "Spec", key: "notes" } as const;
  if (entry === "#order") return { ...place, what: words`order of notes`, from: valueWords(before.notes), to: valueWords(after.notes) };
  if (entry === undefined) return { ...place, what: words`notes`, from: valueWords(from), to: valueWords(to) };
  const note = (to ?? from) as { readonly about?: string; readonly text?: string } | undefined;
  const about = [after, before].flatMap(({ breakpoints, areas }) => [...breakpoints, ...areas]).find(({ id }) => id === note?.about)?.name;
  const what = words`note on ${name(about ?? (note?.about === "spec" ? "the spec" : (note?.about ?? "")))}`;
  return {
    ...place,
    key: `notes/${entry}`,
    what,
    from: null,
    to: words`${to === undefined ? "removed" : "added"}: ${name(note?.text ?? "")}`,
  };
};

/** A text role's sizes at breakpoints that came or went all at once, as one change each; any other change as it is. */
const eachSize = (change: Change): readonly Change[] => {
  const [root, , member, ...rest] = change.path;
  if (root !== "text" || member !== "at" || rest.length > 0) return [change];
  const [from, to] = [change.from, change.to].map((value) => value ?? {}) as [Sizes, Sizes];
  return [...new Set([...Object.keys(from), ...Object.keys(to)])].map((id) => ({ path: [...change.path, id], from: from[id], to: to[id] }));
};
type Sizes = Readonly<Record<string, unknown>>;

/** Changes of areas at breakpoints in words: those of one placement are told together, where the first of them stands. */
const placed = (changes: readonly Change[], before: Layout, after: Layout): readonly ChangeWords[] => {
  const told = new Set<string>();
  return changes.flatMap((change): readonly ChangeWords[] => {
    const placement = placementOf(change);
    if (!placement) return [changeWords(change, before, after)];
    const { area, breakpoint } = placement;
    if (told.has(`${area} ${breakpoint}`)) return [];
    told.add(`${area} ${breakpoint}`);
    const find = (layout: Layout) => layout.breakpoints.find(({ id }) => id === breakpoint)?.name;
    const where = find(after) ?? find(before) ?? breakpoint;
    return placementChanges(area, breakpoint, before, after).map((one) => ({ where, ...one }));
  });
};

const same = (a: Words | null, b: Words | null): boolean => sameJson(a && plainText(a), b && plainText(b));

/** Changes in words, margins that changed alike at both sides told once. */
export const changesInWords = (changes: readonly Change[], before: Layout, after: Layout): readonly ChangeWords[] => {
  const all = placed(changes.flatMap(eachSize), before, after);
  const [start, end] = ["columns/margin/start", "columns/margin/end"];
  return all.flatMap((one, index) => {
    const alike = (key: string | undefined): boolean =>
      all.some((other) => other.where === one.where && other.key === key && same(other.from, one.from) && same(other.to, one.to));
    if (one.key === start && alike(end)) return [{ ...one, key: "columns/margin", what: words`margin` }];
    if (one.key === end && alike(start)) return [];
    const earlier = all[index - 1];
    const again =
      earlier && earlier.where === one.where && same(earlier.what, one.what) && same(earlier.from, one.from) && same(earlier.to, one.to);
    return again ? [] : [one];
  });
};

/** A change as one piece of a sentence: "gutter 20 → 24", "breakpoint added". */
export const changeSentence = ({ what, from, to }: ChangeWords): Words =>
  from === null ? words`${what} ${to}` : words`${what} ${from} → ${to}`;

/** How many changes a person would count between two layouts. */
export const countChanges = (before: Layout, after: Layout): number => changesInWords(compareLayouts(before, after), before, after).length;

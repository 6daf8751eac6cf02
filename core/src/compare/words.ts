import { joined, name, plainText, type Words, words } from "../words/words";
import { nameOfPath } from "../layout/cells";
import type { Layout } from "../layout/schema";
import { placementChanges, placementOf } from "./area-words";
import { type Change, compareLayouts } from "./changes";
import { sameJson } from "./same-json";
import { partNames, placementWords, valueWords } from "./value-words";
import { type Entries, namesOf, orderKey } from "./entries";

const specNames: Readonly<Record<string, string>> = { base: "base unit", rootFontSize: "root font size", leastColumn: "minimum column" };

type Part = Readonly<Record<string, unknown>>;

/** One change in words: where, what, from and to (Desk, gutter, 20, 24); `from` is null for what was added or removed. */
export type ChangeWords = {
  /** A breakpoint's name, or "Spec". */
  readonly where: string;
  /** The number, independent of names: its path without the list and the entry's id. */
  readonly key: string;
  /** The path of the change; for several in one sentence, of the first. */
  readonly path: Change["path"];
  readonly what: Words;
  readonly from: Words | null;
  readonly to: Words;
  /** The change as one piece of a sentence, if that is not simply what, from and to. */
  readonly sentence?: Words;
};

/** A change in words, before its path is put beside them. */
type Told = Omit<ChangeWords, "path">;

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
const placedWords = (change: Change, before: Layout, after: Layout): Told | null => {
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

/** A change with its place, in words: "Desk gutter 24 → 32"; only the place if the change has no values. */
export const changeInPlace = (change: Change, layout: Layout): Words => {
  const place = changePlace(change.path, layout);
  if (!("to" in change)) return place;
  const { from, to, sentence } = changeWords(change, layout, layout);
  return sentence ?? (from === null ? words`${place} ${to}` : words`${place} ${from} → ${to}`);
};

/** Puts a change in words; names of breakpoints are looked up in the layout after the change, then before. */
export const changeWords = (change: Change, before: Layout, after: Layout): ChangeWords => ({
  path: change.path,
  ...toldWords(change, before, after),
});

const toldWords = (change: Change, before: Layout, after: Layout): Told => {
  const [root = "", entry, ...rest] = change.path;
  const path = rest.join("/");
  const values = { from: valueWords(change.from), to: valueWords(change.to) };
  // A word that was added or removed: the sentence says so.
  const called = (value: unknown): Words =>
    value === undefined ? words`none` : [name(typeof value === "string" ? value : JSON.stringify(value))];
  const said = { from: called(change.from), to: called(change.to) };
  const inPlace = placedWords(change, before, after);
  if (inPlace) return inPlace;
  const spec = (what: Words, { from, to }: { readonly from: Words | null; readonly to: Words }): Told => ({
    where: "Spec",
    key: [root, ...rest].join("/"),
    what,
    from,
    to,
  });
  const came = { from: null, to: "to" in change ? words`added` : words`removed` };
  if (entry === orderKey) return orderWords(change, before, after);
  if (root === "breakpoints" && entry !== undefined) {
    const find = (layout: Layout) => layout.breakpoints.find(({ id }) => id === entry)?.name;
    const where = find(after) ?? find(before) ?? entry;
    if (rest.length === 0) return { where, key: "", what: words`breakpoint`, ...came };
    return { where, key: path, what: [nameOfPath(path) ?? rest.join(" ")], ...(path === "name" ? said : values) };
  }
  const whole = entryNames[root];
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
  if (root === "stylesheet") return stylesheetWords(change);
  if (root === "name") return spec(words`name`, said);
  return spec([specNames[root] ?? [root, entry, ...rest].filter(Boolean).join(" ")], values);
};

const stylesheetMembers: Readonly<Record<string, string>> = { prefix: "prefix", layer: "layer", scope: "scope" };

/** A name in stylesheets. */
const stylesheetWords = ({ path, from, to }: Change): Told => {
  const member = path[1] ?? "";
  const called = (value: unknown): Words => (typeof value === "string" ? [name(value)] : words`as usual`);
  return {
    where: "Spec",
    key: path.join("/"),
    what: words`${stylesheetMembers[member] ?? "names"} in stylesheets`,
    from: called(from),
    to: called(to),
  };
};

/**
 * The entries of a list that were not moved: the longest common subsequence. Of two that changed places, the first
 * counts as not moved, so that the sentence says what comes before it now.
 */
const unmoved = (was: readonly string[], is: readonly string[]): ReadonlySet<string> => {
  const places = is.map((id) => was.indexOf(id));
  // For each old entry: how many can stay unmoved up to and including it, and the previous one of them.
  const best: { readonly length: number; readonly before: number }[] = [];
  places.forEach((place, at) => {
    let [length, before] = [place < 0 ? 0 : 1, -1];
    for (let other = 0; other < at && place >= 0; other += 1) {
      const far = best[other]?.length ?? 0;
      if ((places[other] ?? -1) >= 0 && (places[other] ?? -1) < place && far + 1 >= length) [length, before] = [far + 1, other];
    }
    best.push({ length, before });
  });
  const still = new Set<string>();
  let at = best.reduce((most, { length }, index) => (length >= (best[most]?.length ?? 0) ? index : most), 0);
  while (best[at] && at >= 0 && (best[at]?.length ?? 0) > 0) {
    still.add(is[at] ?? "");
    at = best[at]?.before ?? -1;
  }
  return still;
};

/** Maximum length of the beginning of a note that names it, characters. */
const noteBeginning = 40;

/** What an entry of a list is called: by its name, a note by how it begins. */
const callNames = (root: string, layouts: readonly Layout[]): ReadonlyMap<string, string> =>
  new Map(
    layouts.flatMap((layout) => {
      const entries = ((layout as unknown as Part)[root] ?? []) as Entries;
      return namesOf(root, entries).map((id, index) => {
        const { name: called, text } = entries[index] ?? {};
        const note = typeof text === "string" ? text : "";
        const begins = note.length > noteBeginning ? `${note.slice(0, noteBeginning - 1).trimEnd()}…` : note;
        return [id, typeof called === "string" ? called : root === "notes" ? `“${begins}”` : id] as const;
      });
    }),
  );

/**
 * An order in words, with the fewest moved entries: "Harbour map now comes before Fares". Entries that moved together
 * share a sentence.
 */
const orderWords = ({ path: [root = ""], from, to }: Change, before: Layout, after: Layout): Told => {
  const list = (value: unknown): readonly string[] => (Array.isArray(value) ? (value as readonly string[]) : []);
  const [was, is] = [list(from), list(to)];
  const called = callNames(root, [before, after]);
  const still = unmoved(was, is);
  const runs: { readonly ids: string[]; before: string | null }[] = [];
  is.forEach((id, index) => {
    if (still.has(id)) return;
    const run = index > 0 && !still.has(is[index - 1] ?? "") ? runs.at(-1) : undefined;
    const next = is[index + 1] ?? null;
    if (run) {
      run.ids.push(id);
      run.before = next;
    } else runs.push({ ids: [id], before: next });
  });
  const nameOf = (id: string) => name(called.get(id) ?? id);
  const placeOf = (next: string | null): Words => (next === null ? words`last` : words`before ${nameOf(next)}`);
  const told = (verb: (count: number) => string): Words =>
    runs.length === 0
      ? words`as it was`
      : joined(
          runs.map(
            ({ ids, before: next }) =>
              words`${joined(
                ids.map((id) => [nameOf(id)]),
                ", ",
              )}${verb(ids.length)} ${placeOf(next)}`,
          ),
          ", ",
        );
  return {
    where: "Spec",
    key: root,
    what: words`order of ${root === "notes" ? "note" : (entryNames[root] ?? root)}s`,
    from: null,
    to: told(() => ""),
    sentence: told((count) => (count === 1 ? " now comes" : " now come")),
  };
};

/** A note that came or went, in full; notes stored as one change in an older history by their number. */
const noteWords = ({ path: [, entry], from, to }: Change, before: Layout, after: Layout): Told => {
  const place = { where: "Spec", key: "notes" } as const;
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

/** Changes of areas at breakpoints in words: those of one placement share a sentence, at the position of the first. */
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
    return placementChanges(area, breakpoint, before, after).map((one) => ({ where, path: change.path, ...one }));
  });
};

const same = (a: Words | null, b: Words | null): boolean => sameJson(a && plainText(a), b && plainText(b));

/** Changes in words. Margins that changed alike on both sides are one change. */
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

/** A change as one piece of a sentence: "gutter 20 → 24", "breakpoint added", "Harbour map now comes before Fares". */
export const changeSentence = ({ what, from, to, sentence }: ChangeWords): Words =>
  sentence ?? (from === null ? words`${what} ${to}` : words`${what} ${from} → ${to}`);

/** How many changes a person would count between two layouts. */
export const countChanges = (before: Layout, after: Layout): number => changesInWords(compareLayouts(before, after), before, after).length;

import * as z from "zod/mini";
import { costFaults } from "./cost";
import { limits } from "./limits";
import { isMembers } from "./member";
import { type Layout, layoutSchema, partSchema, referenceFaults, storedLayoutSchema } from "./schema";
import { upgrade } from "./upgrade";

/** One fault of a document: where (a JSON Pointer, RFC 6901; "" is the whole) and what would be right. */
export type Issue = { readonly path: string; readonly message: string };

export type Parsed<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly issues: readonly Issue[] };

/** The JSON Pointer of a path. */
export const pointer = (path: readonly PropertyKey[]): string =>
  path.map((part) => `/${String(part).replaceAll("~", "~0").replaceAll("/", "~1")}`).join("");

/** Most faults reported at once; past it a reader mends and sends again. */
const mostIssues = 50;

const words = (issue: z.core.$ZodIssue): string => {
  if (issue.code === "invalid_type") {
    if (issue.input === undefined && !issue.message.startsWith("must")) return `is missing; it must be ${article(issue.expected)}`;
    return issue.message.startsWith("must") ? issue.message : `must be ${article(issue.expected)}`;
  }
  if (issue.code === "invalid_value" && !issue.message.startsWith("must"))
    return `must be ${issue.values.map((value) => JSON.stringify(value)).join(" or ")}`;
  if (issue.code === "invalid_union" && issue.discriminator !== undefined) return "must be one of the known kinds";
  if (issue.code === "invalid_union" && !issue.message.startsWith("must")) {
    const wanted = issue.errors.flatMap((branch) => branch.flatMap((one) => (one.code === "invalid_type" ? [article(one.expected)] : [])));
    return wanted.length > 0 ? `must be ${[...new Set(wanted)].join(" or ")}` : "must be of one of the forms that are read";
  }
  return issue.message === "Invalid input" ? "must be of a form that is read" : issue.message;
};

const article = (expected: string): string =>
  expected === "object" || expected === "array" || expected === "int" ? `an ${expected === "int" ? "integer" : expected}` : `a ${expected}`;

/** Flattens a Zod error to issues with JSON Pointers, one for each unknown member. */
export const issuesOf = (error: z.core.$ZodError): readonly Issue[] =>
  error.issues
    .flatMap((issue): Issue[] =>
      issue.code === "unrecognized_keys"
        ? issue.keys.map((key) => ({
            path: pointer([...issue.path, key]),
            message: "is not a member of the format; remove it, or keep it under /extensions",
          }))
        : [{ path: pointer(issue.path), message: words(issue) }],
    )
    .slice(0, mostIssues);

/** What a text may not contain, because it cannot be stored or written as UTF-8. Null if the text is valid. */
const unfitCharacter = (text: string): string | null =>
  text.includes("\0") ? "the character U+0000" : isWellFormed(text) ? null : "half of a surrogate pair";

/** Whether every surrogate of a text has its other half (String.prototype.isWellFormed of ES2024). */
const isWellFormed = (text: string): boolean => !/[\ud800-\udfff]/.test(text) || !/\p{Cs}/u.test(text);

/**
 * Maximum number of members that are checked; the largest layout, 200 areas with 24 placements each and full
 * extensions, has less than half.
 */
const mostVisited = 200_000;

/**
 * The first text in data that holds what no text may (`unfitCharacter`), or member that has a name objects give a
 * meaning of their own (`__proto__`), with its path. Walks without recursion, once over every member.
 */
const unfitText = (data: unknown): Issue | null => {
  type Place = { readonly value: unknown; readonly name: string; readonly up: Place | null };
  const at = (place: Place): string => {
    const path: string[] = [];
    for (let one: Place | null = place; one?.up; one = one.up) path.unshift(one.name);
    return pointer(path);
  };
  const open: Place[] = [{ value: data, name: "", up: null }];
  let visited = 0;
  for (let place = open.pop(); place; place = open.pop()) {
    const { value } = place;
    if (typeof value === "string") {
      const unfit = unfitCharacter(value);
      if (unfit !== null) return { path: at(place), message: `must not hold ${unfit}` };
    } else if (typeof value === "object" && value !== null) {
      // Backwards, so that the first fault in reading order is reported.
      const names = Object.keys(value);
      if ((visited += names.length) > mostVisited)
        return { path: at(place), message: `must not bring the whole past ${mostVisited.toLocaleString("en")} members` };
      for (let index = names.length - 1; index >= 0; index -= 1) {
        const name = names[index] ?? "";
        const inner = (value as Readonly<Record<string, unknown>>)[name];
        const unfit = name === "__proto__" ? "a member named __proto__" : unfitCharacter(name);
        if (unfit !== null) return { path: at(place), message: `must not hold ${unfit}` };
        open.push({ value: inner, name, up: place });
      }
    }
  }
  return null;
};

/** Parses unknown data with a schema; faults come back as issues. */
export const parseWith = <T extends z.core.$ZodType>(schema: T, data: unknown): Parsed<z.output<T>> => {
  const unfit = unfitText(data);
  if (unfit) return { ok: false, issues: [unfit] };
  const result = z.safeParse(schema, data, { reportInput: true });
  return result.success ? { ok: true, value: result.data } : { ok: false, issues: issuesOf(result.error) };
};

/**
 * Breakpoints and areas that came out of a parse. Documents are values, never changed in place, so each still is what it
 * was found to be; an edit of one area of two hundred need not look at the others again.
 */
const parsedBefore = new WeakSet<object>();

const isParsed = (entry: unknown): boolean => typeof entry === "object" && entry !== null && parsedBefore.has(entry);

const haveOwnIds = (list: readonly { readonly id: string }[]): boolean => new Set(list.map(({ id }) => id)).size === list.length;

/** A layout of which only new entries are parsed; null if there are none to skip, or anything is wrong. */
const parseNew = (data: unknown, before: Layout | null): Layout | null => {
  if (!isMembers(data) || !Array.isArray(data.breakpoints) || !Array.isArray(data.areas)) return null;
  const [breakpoints, areas]: readonly (readonly unknown[])[] = [data.breakpoints, data.areas];
  if (!breakpoints || !areas || ![...breakpoints, ...areas].some(isParsed)) return null;
  const isNew = (entry: unknown): boolean => !isParsed(entry);
  const parsed = parseWith(partSchema, { ...data, breakpoints: breakpoints.filter(isNew), areas: areas.filter(isNew) });
  if (!parsed.ok) return null;
  const together = <T>(all: readonly unknown[], found: readonly T[]): T[] => {
    const next = found.values();
    return all.map((entry) => (isParsed(entry) ? (entry as T) : (next.next().value as T)));
  };
  const layout: Layout = {
    ...parsed.value,
    breakpoints: together(breakpoints, parsed.value.breakpoints),
    areas: together(areas, parsed.value.areas),
  };
  const counted = breakpoints.length >= 1 && breakpoints.length <= limits.breakpoints && areas.length <= limits.areas;
  const sound = haveOwnIds(layout.breakpoints) && haveOwnIds(layout.areas) && referenceFaults(layout).length === 0;
  return counted && sound && costFaults(layout, before).length === 0 ? layout : null;
};

/** A layout whose cost is compared with the layout it was made from. */
const withinCost = (parsed: Parsed<Layout>, before: Layout): Parsed<Layout> => {
  const faults = parsed.ok ? costFaults(parsed.value, before) : [];
  return faults.length === 0 ? parsed : { ok: false, issues: faults.map(({ path, message }) => ({ path: pointer(path), message })) };
};

/** A document without the address of its schema, which editors read and which says nothing of the layout. */
export const withoutSchema = (data: unknown): unknown => {
  if (!isMembers(data) || typeof data["$schema"] !== "string") return data;
  const { $schema: _schema, ...document } = data;
  return document;
};

/**
 * Parses a layout document of any version of the format and fills in what it leaves out. Entries of a layout that was
 * parsed before stay the same objects. `before` is the layout it was made from, if any: the result may cost as much as
 * that, even if that is more than the present limit (`costFaults`).
 */
export const parseLayout = (data: unknown, before: Layout | null = null): Parsed<Layout> => {
  const document = upgrade(withoutSchema(data));
  const known = parseNew(document, before);
  const parsed: Parsed<Layout> = known
    ? { ok: true, value: known }
    : before
      ? withinCost(parseWith(storedLayoutSchema, document), before)
      : parseWith(layoutSchema, document);
  if (parsed.ok) for (const entry of [...parsed.value.breakpoints, ...parsed.value.areas]) parsedBefore.add(entry);
  return parsed;
};

/** A stored layout, of any format version. @throws ZodError if it is invalid, which storing prevents. */
export const readStoredLayout = (data: unknown): Layout => storedLayoutSchema.parse(upgrade(data));

/** The layout in a stored JSON text. @throws SyntaxError or ZodError if it is invalid, which storing prevents. */
export const readStoredText = (text: string): Layout => readStoredLayout(JSON.parse(text));

/** Whether JSON text nests deeper than a number of levels, read without recursion. */
export const nestsPast = (text: string, levels: number): boolean => {
  let depth = 0;
  for (let at = 0; at < text.length; at += 1) {
    const character = text[at];
    if (character === '"') for (at += 1; at < text.length && text[at] !== '"'; at += 1) at += text[at] === "\\" ? 1 : 0;
    else if (character === "{" || character === "[") depth += 1;
    else if (character === "}" || character === "]") depth -= 1;
    if (depth > levels) return true;
  }
  return false;
};

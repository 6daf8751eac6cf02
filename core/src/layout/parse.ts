import { type z } from "zod";
import { type Layout, layoutSchema } from "./schema";

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
  return issue.message;
};

const article = (expected: string): string =>
  expected === "object" || expected === "array" || expected === "int" ? `an ${expected === "int" ? "integer" : expected}` : `a ${expected}`;

/** Flattens a Zod error to issues with JSON Pointers, one for each unknown member. */
export const issuesOf = (error: z.ZodError): readonly Issue[] =>
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

/** Parses unknown data with a schema; faults come back as issues. */
export const parseWith = <T extends z.ZodType>(schema: T, data: unknown): Parsed<z.output<T>> => {
  const result = schema.safeParse(data, { reportInput: true });
  return result.success ? { ok: true, value: result.data } : { ok: false, issues: issuesOf(result.error) };
};

/** Parses a layout document and fills in what it leaves out. */
export const parseLayout = (data: unknown): Parsed<Layout> => parseWith(layoutSchema, data);

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

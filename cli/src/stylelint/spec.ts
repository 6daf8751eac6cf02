import { readFile, stat } from "node:fs/promises";
import { resolve } from "node:path";
import { parseLayout } from "@ypsiline/core";
import { glob } from "tinyglobby";
import { type Facts, factsOf } from "../lint/facts";
import { ownNamesOf } from "../lint/lint";
import type { OwnNames } from "../lint/rule";
import { readSheet, type Sheet } from "../lint/sheet";
import { type Result, success, refused, wordsOf } from "../result";

/** Largest layout document and stylesheet that are read, bytes, and the most files that may define names. */
const most = { bytes: 5 * 1024 * 1024, files: 2000 };

/** What was made of a file, as long as the file stays as it is. */
type Kept<Made> = { readonly stamp: string; readonly made: Promise<Result<Made>> };

/** Reads files and keeps what was made of them until they change. Rejects never: a file that cannot be read is refused. */
const keeping = <Made>(make: (text: string, file: string) => Result<Made>): ((file: string) => Promise<Result<Made>>) => {
  const kept = new Map<string, Kept<Made>>();
  const read = async (file: string): Promise<Result<Made>> => {
    try {
      return make(await readFile(file, "utf8"), file);
    } catch (error) {
      return refused(`${file} cannot be read: ${wordsOf(error)}`);
    }
  };
  return async (file) => {
    const found = await stat(file).catch(() => null);
    if (!found) return refused(`${file} is not there`);
    if (found.size > most.bytes) return refused(`${file} is larger than ${most.bytes / 1024 / 1024} MiB`);
    const stamp = `${found.mtimeMs} ${found.size}`;
    const known = kept.get(file);
    if (known?.stamp === stamp) return known.made;
    const made = read(file);
    kept.set(file, { stamp, made });
    return made;
  };
};

const parsed = (text: string, file: string): Result<unknown> => {
  try {
    return success(JSON.parse(text) as unknown);
  } catch (error) {
    return refused(`${file} is no layout document: ${wordsOf(error)}`);
  }
};

const factsIn = keeping((text, file): Result<Facts> => {
  const json = parsed(text, file);
  if (!json.ok) return json;
  const layout = parseLayout(json.value);
  if (layout.ok) return factsOf(layout.value);
  const [first] = layout.issues;
  return refused(`${file} is no layout document: ${first ? `${first.path} ${first.message}`.trim() : "it cannot be read"}`);
});

const sheetIn = keeping((text, file): Result<Sheet> => readSheet(file, text));

/** The facts of the layout document at a path, which starts at the folder that the linter runs in. */
export const factsAt = (path: string): Promise<Result<Facts>> => factsIn(resolve(path));

/** The names that stylesheets define themselves: the one that is looked at, and those at some patterns. */
export const ownNamesAt = async (sheet: Sheet, patterns: readonly string[]): Promise<Result<OwnNames>> => {
  const files = patterns.length === 0 ? [] : await glob([...patterns], { ignore: ["**/node_modules/**"], absolute: true });
  if (files.length > most.files) return refused(`definedIn matches more than ${most.files.toLocaleString("en")} files`);
  const sheets: Sheet[] = [sheet];
  for (const file of files) {
    const read = await sheetIn(file);
    if (!read.ok) return read;
    sheets.push(read.value);
  }
  return success(ownNamesOf(sheets));
};

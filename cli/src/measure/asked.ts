import { readFile } from "node:fs/promises";
import { flag, list, repeated, text, textOr, type ValuesOf } from "../options";
import { type Result, success, refused } from "../result";
import { readSource } from "../source";
import { pathIn, type World } from "../world";
import type { Visit } from "./measure";

/** The options that say which pages are measured, and how they are visited. */
export const pageOptions = {
  url: repeated("--url <address>", "page to measure; may be given several times"),
  urls: text("--urls <file>", "file with an address on each line, measured like those of --url"),
  width: list("--width <px>", "viewport widths, separated by commas (default: the drawn-at widths)"),
  height: textOr("--height <px>", "height of the viewport", "900"),
  density: textOr("--density <n>", "device pixels to a CSS pixel", "1"),
  browser: text("--browser <path>", "path of the Chromium to measure with"),
  select: text("--select <css>", "elements to measure (default: the areas' elements, else visible blocks)"),
  waitFor: text("--wait-for <css>", "measure once an element that matches is seen"),
  header: repeated("--header <name: value>", "header sent to the page's own origin; may be given several times"),
  cookie: repeated("--cookie <name=value>", "cookie of the page; may be given several times"),
  state: text("--state <file>", "stored sign-in: cookies and local storage, as playwright-core writes them"),
  insecure: flag("--insecure", "take certificates that nobody has signed"),
  screenshot: text("--screenshot <folder>", "write a picture of each page and width, with the grid and what is off drawn in"),
  timeout: textOr("--timeout <seconds>", "time limit for one width of a page", "60"),
  deadline: textOr("--deadline <seconds>", "time limit for all pages", "600"),
};
type PageValues = ValuesOf<typeof pageOptions>;

const numberIn = (option: string, typed: string, least: number, most: number, what: string): Result<number> => {
  const number = /^\d+(\.\d+)?$/.test(typed) ? Number(typed) : NaN;
  return number >= least && number <= most ? success(number) : refused(`${option} must be ${what} from ${least} to ${most}, not ${typed}`);
};

/** "Name: value", as in HTTP (RFC 9110, section 5). */
const headersIn = (typed: readonly string[]): Result<Readonly<Record<string, string>>> => {
  const headers: Record<string, string> = {};
  for (const one of typed) {
    const [, name, value] = /^([!#$%&'*+.^`|~\w-]+):[ \t]*([^\r\n]*)$/.exec(one) ?? [];
    if (name === undefined || value === undefined)
      return refused(`--header must be like "Authorization: Bearer …", not ${one.slice(0, 40)}`);
    headers[name.toLowerCase()] = value.trim();
  }
  return success(headers);
};

const cookiesIn = (typed: readonly string[]): Result<Visit["cookies"]> => {
  const cookies: { name: string; value: string }[] = [];
  for (const one of typed) {
    const [, name, value] = /^([^\s=;,]+)=([^;\r\n]*)$/.exec(one) ?? [];
    if (name === undefined || value === undefined) return refused(`--cookie must be like session=VALUE, not ${one.slice(0, 40)}`);
    cookies.push({ name, value });
  }
  return success(cookies);
};

/** The path of a stored sign-in, once it is known to be one. */
const stateAt = async (world: World, file: string): Promise<Result<string>> => {
  const path = pathIn(world, file);
  try {
    const { cookies, origins } = JSON.parse(await readFile(path, "utf8")) as { cookies?: unknown; origins?: unknown };
    if (Array.isArray(cookies) && Array.isArray(origins)) return success(path);
    return refused(`--state: ${file} has no lists of cookies and origins. playwright-core writes one with context.storageState`);
  } catch {
    return refused(`--state: ${file} cannot be read as JSON`);
  }
};

/** The addresses of a file: one on each line, without empty lines and those that begin with #. */
const urlsIn = async (world: World, file: string): Promise<Result<readonly string[]>> => {
  const source = await readSource(world, file, undefined);
  if (!source.ok) return source;
  const lines = source.value.text.split(/\r?\n/).map((line) => line.trim());
  const urls = lines.filter((line) => line !== "" && !line.startsWith("#"));
  return urls.length === 0 ? refused(`--urls: ${file} names no address`) : success(urls);
};

/** The addresses that were asked for, none if boxes are compared instead, and how they are visited. */
export const visitIn = async (
  world: World,
  values: PageValues,
): Promise<Result<{ readonly urls: readonly string[]; readonly visit: Visit }>> => {
  const { browser, select, waitFor, insecure = false } = values;
  const listed = values.urls === undefined ? success<readonly string[]>([]) : await urlsIn(world, values.urls);
  if (!listed.ok) return listed;
  const height = numberIn("--height", values.height, 1, 20_000, "a number of px");
  if (!height.ok) return height;
  const density = numberIn("--density", values.density, 0.5, 4, "a number");
  if (!density.ok) return density;
  const longest = numberIn("--timeout", values.timeout, 1, 600, "a number of seconds");
  if (!longest.ok) return longest;
  const deadline = numberIn("--deadline", values.deadline, 1, 7200, "a number of seconds");
  if (!deadline.ok) return deadline;
  const headers = headersIn(values.header ?? []);
  if (!headers.ok) return headers;
  const cookies = cookiesIn(values.cookie ?? []);
  if (!cookies.ok) return cookies;
  const state = values.state === undefined ? success(undefined) : await stateAt(world, values.state);
  if (!state.ok) return state;
  return success({
    urls: [...(values.url ?? []), ...listed.value],
    visit: {
      browser,
      select,
      waitFor,
      height: Math.round(height.value),
      density: density.value,
      headers: headers.value,
      cookies: cookies.value,
      state: state.value,
      insecure,
      longest: longest.value * 1000,
      deadline: deadline.value * 1000,
    },
  });
};

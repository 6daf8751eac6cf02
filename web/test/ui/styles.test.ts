import { readdirSync, readFileSync } from "node:fs";
import { join, relative } from "node:path";
import { describe, expect, it } from "vitest";

const web = join(import.meta.dirname, "..", "..");

const sheets = ["features", "draft", "ui"].flatMap((folder) =>
  readdirSync(join(web, folder), { recursive: true, encoding: "utf8" })
    .filter((name) => name.endsWith(".scss"))
    .map((name) => join(folder, name)),
);

const tokens = readFileSync(join(web, "ui/theme.scss"), "utf8");
/** What the command wrote from our own layout, design/ypsiline.layout.json, when the application was built. */
const ownLayout = readFileSync(join(web, "generated/layout.css"), "utf8");
const known = new Set([...`${tokens}\n${ownLayout}`.matchAll(/^\s*(--[a-z0-9-]+):/gm)].map(([, name]) => name));

/** Every declaration of a stylesheet with its line: "margin-block", "var(--s-2) 0". */
const declarations = (text: string) =>
  text.split("\n").flatMap((line, index) => {
    const [, property, value] = /^\s*(-{0,2}[a-z][a-z-]*):\s*([^;{]+);/.exec(line.replace(/\/\/.*$/, "")) ?? [];
    return property && value ? [{ line: index + 1, property, value }] : [];
  });

const pxOf = (value: string): number[] => [...value.matchAll(/(?<![\w-])(-?\d*\.?\d+)px/g)].map(([, number]) => Math.abs(Number(number)));
/** Hairlines, and multiples of half the rhythm of 8 px. */
const onRhythm = (px: number): boolean => px <= 2 || px % 4 === 0;

/** What is wrong with a declaration; null if nothing is. */
const fault = (property: string, value: string): string | null => {
  if (/#[0-9a-f]{3,8}\b/i.test(value)) return "a colour of its own: use one of theme.scss";
  if (property === "font-size" && pxOf(value).length > 0) return "a size of type of its own: use --t-xs to --t-xxl";
  if (/^(margin|padding|gap|row-gap|column-gap)/.test(property) && pxOf(value).some((px) => px > 2 && px < 56))
    return "a distance of its own: use --s-1 to --s-12";
  // Inside a border of 1 px, a line of 24, 32 or 40 px is 2 px lower.
  if (property === "line-height" && pxOf(value).some((px) => !onRhythm(px) && ![22, 30, 38].includes(px))) return "off the rhythm of 4 px";
  if (/^(min-|max-)?(width|height|inline-size|block-size)$/.test(property) && pxOf(value).some((px) => !onRhythm(px)))
    return "a size off the rhythm of 4 px";
  return null;
};

describe("stylesheets", () => {
  it("take distances, type and colours from one set of tokens, and sizes from a rhythm of 8 px and its half", () => {
    expect(sheets.length).toBeGreaterThan(25);
    const faults = sheets
      .filter((sheet) => !sheet.endsWith("theme.scss"))
      .flatMap((sheet) =>
        declarations(readFileSync(join(web, sheet), "utf8")).flatMap(({ line, property, value }) => {
          const words = fault(property, value);
          return words === null ? [] : [`${relative(web, join(web, sheet))}:${line} ${property}: ${value}: ${words}`];
        }),
      );
    expect(faults).toEqual([]);
  });

  it("use no token that does not exist", () => {
    const own = new Set(["--font-words", "--font-numbers", "--as-fraction", "--as-two", "--as-three"]);
    const unknown = sheets.flatMap((sheet) =>
      [...readFileSync(join(web, sheet), "utf8").matchAll(/var\((--[a-z0-9-]+)/g)].flatMap(([, name]) =>
        name && !known.has(name) && !own.has(name) && !name.startsWith("--bs-") ? [`${sheet}: ${name}`] : [],
      ),
    );
    expect(unknown).toEqual([]);
  });

  it.each([
    ["padding", "7px 8px", "a distance"],
    ["color", "#fff", "a colour"],
    ["font-size", "12.5px", "a size of type"],
    ["line-height", "18px", "off the rhythm"],
    ["width", "313px", "a size off"],
    ["padding", "0 var(--s-2)", null],
    ["width", "312px", null],
    ["border", "1px solid var(--rule)", null],
  ])("are held to it: %s: %s", (property, value, words) => {
    expect(fault(property, value)).toEqual(words === null ? null : expect.stringContaining(words));
  });
});

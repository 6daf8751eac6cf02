import { describe, expect, it } from "vitest";
import { type FormatId, formats } from "../../src/index";

/** Inputs of about `size` parts that once took a reader seconds. */
const made: readonly (readonly [FormatId, string, (size: number) => string])[] = [
  ["svg", "tags that never end", (size) => `<svg>${"<a ".repeat(size)}`],
  ["svg", "tags that never close", (size) => `<svg>${"<a>".repeat(size)}`],
  ["svg", "quotes in quotes", (size) => `<svg ${"a=\"'".repeat(size)}`],
  ["svg", "equal rectangles", (size) => `<svg viewBox="0 0 9 9">${'<rect width="1" height="9"/>'.repeat(Math.min(size, 49_000))}</svg>`],
  ["svg", "comments that never end", (size) => "<!-- ".repeat(size)],
  ["csv", "a ledger of many rows", (size) => `columns\n${"12\n".repeat(size)}`],
  ["csv", "many column lines", (size) => `layer,index,start,end,size\n${"column,1,2,3,4\n".repeat(Math.min(size, 49_000))}`],
  ["css", "many media queries", (size) => "@media (min-width:9px){.g{grid-template-columns:1fr}}".repeat(size / 4)],
  [
    "css",
    "many widths",
    (size) => Array.from({ length: size / 20 }, (_, i) => `@media (min-width:${i + 1}px){.g{grid-template-columns:1fr}}`).join(""),
  ],
  ["css", "spaces in a condition", (size) => `@media (width >=${" ".repeat(size)}){.g{gap:1px}}`],
  ["css", "a selector of many", (size) => `${".a,".repeat(size)}.b{grid-template-columns:1fr}`],
  ["css", "many grids", (size) => Array.from({ length: size / 4 }, (_, i) => `.g${i}{grid-template-columns:1fr 1fr}`).join("")],
  ["css", "rules in rules", (size) => "a{".repeat(size)],
  ["css", "brackets in brackets", (size) => `a{grid-template-columns:${"(".repeat(size)}}`],
  ["css", "nested lists of selectors", () => `${".a,.b,.c,.d,.e,.f,.g,.h{".repeat(8)}gap:1px${"}".repeat(8)}`],
  [
    "css",
    "variables that call each other",
    () =>
      `:root{${"abcdefgh"
        .split("")
        .map((n, i, all) => `--${n}:var(--${all[i + 1] ?? "a"})var(--${all[i + 1] ?? "a"})`)
        .join(";")}}.g{grid-template-columns:var(--a)}`,
  ],
  ["layout", "many breakpoints", (size) => JSON.stringify({ format: "ypsiline-layout", breakpoints: Array(size).fill({}) })],
  ["layout", "brackets in brackets", (size) => "[".repeat(size)],
  [
    "tokens",
    "many groups",
    (size) => JSON.stringify({ layout: Object.fromEntries(Array.from({ length: size }, (_, i) => [`a${i}`, {}])) }),
  ],
];

describe("hostile files", () => {
  // `npm run bench -- stalls` prints how long each takes; a quadratic reader would not finish within the test's time
  // limit.
  it.each(made)("%s: %s is refused with a reason or read as a layout", (format, _, make) => {
    for (const size of [400, 40_000]) {
      const answer = formats[format].read?.(make(size));
      expect(answer?.ok ? answer.layout.breakpoints.length : (answer?.issues[0]?.message.length ?? 0)).toBeGreaterThan(0);
    }
  });
  it("are refused with their limit and their count", () => {
    const reason = (format: FormatId, text: string): string => {
      const answer = formats[format].read?.(text);
      return answer?.ok === false ? answer.issues.map(({ message }) => message).join("; ") : "";
    };
    expect(reason("csv", `columns\n${"12\n".repeat(10_000)}`)).toBe(
      "must hold at most 24 breakpoints, a row for each; it holds 10,000 rows",
    );
    expect(reason("svg", `<svg viewBox="0 0 9 9">${'<rect width="1" height="9"/>'.repeat(97)}</svg>`)).toBe(
      "must hold at most 96 columns; it holds 97",
    );
    expect(reason("css", "a{}".repeat(50_001))).toBe("must hold at most 50,000 rules");
    expect(reason("css", "a{".repeat(101))).toBe("must not nest its rules deeper than 100");
    expect(reason("tokens", JSON.stringify({ layout: Object.fromEntries(Array.from({ length: 25 }, (_, i) => [`a${i}`, {}])) }))).toContain(
      "at most 24 groups",
    );
  });
});

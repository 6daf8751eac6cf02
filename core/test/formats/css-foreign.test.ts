import { describe, expect, it } from "vitest";
import { type Layout, readCss } from "../../src/index";

/** What is read from a foreign stylesheet, one breakpoint per line. */
const lines = (layout: Layout): readonly string[] =>
  layout.breakpoints.map(({ from, columns: { count, gutter, margin, container } }) => {
    const held = container.kind === "capped" ? `max ${container.max}` : container.kind === "fixed" ? `fixed ${container.width}` : "fluid";
    return `${from}: ${count} gutter ${gutter} margin ${margin.start} ${margin.end} ${held}`;
  });

const read = (css: string): { lines: readonly string[]; lost: readonly string[] } => {
  const result = readCss(css);
  return result.ok ? { lines: lines(result.layout), lost: result.lost } : { lines: [], lost: result.issues.map(({ message }) => message) };
};

describe("columns of foreign stylesheets", () => {
  it.each([
    ["equal tracks by repeat", ".g{grid-template-columns:repeat(6,1fr)}", ["320: 6 gutter 0px margin 0px 0px fluid"]],
    ["equal tracks one by one", ".g{grid-template-columns:1fr 1fr 1fr}", ["320: 3 gutter 0px margin 0px 0px fluid"]],
    ["tracks that may shrink", ".g{grid-template-columns:repeat(12,minmax(0,1fr))}", ["320: 12 gutter 0px margin 0px 0px fluid"]],
    ["one gap for both directions", ".g{grid-template-columns:repeat(4,1fr);gap:16px}", ["320: 4 gutter 16px margin 0px 0px fluid"]],
    ["the second of two gaps", ".g{grid-template-columns:repeat(4,1fr);gap:8px 20px}", ["320: 4 gutter 20px margin 0px 0px fluid"]],
    [
      "a column gap before a gap",
      ".g{grid-template-columns:repeat(4,1fr);gap:8px;column-gap:1.5rem}",
      ["320: 4 gutter 1.5rem margin 0px 0px fluid"],
    ],
    ["the old name of gap", ".g{grid-template-columns:repeat(4,1fr);grid-gap:12px}", ["320: 4 gutter 12px margin 0px 0px fluid"]],
    ["padding of two values", ".g{grid-template-columns:repeat(4,1fr);padding:0 24px}", ["320: 4 gutter 0px margin 24px 24px fluid"]],
    [
      "padding of four values",
      ".g{grid-template-columns:repeat(4,1fr);padding:1px 2px 3px 4px}",
      ["320: 4 gutter 0px margin 4px 2px fluid"],
    ],
    [
      "padding side by side",
      ".g{grid-template-columns:repeat(4,1fr);padding-left:5%;padding-right:1rem}",
      ["320: 4 gutter 0px margin 5% 1rem fluid"],
    ],
    ["logical padding", ".g{grid-template-columns:repeat(4,1fr);padding-inline:10px 20px}", ["320: 4 gutter 0px margin 10px 20px fluid"]],
    [
      "a most width",
      ".g{grid-template-columns:repeat(4,1fr);max-width:1140px;margin:0 auto}",
      ["320: 4 gutter 0px margin 0px 0px max 1140px"],
    ],
    ["a width of its own", ".g{grid-template-columns:repeat(4,1fr);width:60rem}", ["320: 4 gutter 0px margin 0px 0px fixed 60rem"]],
    ["a width of all there is", ".g{grid-template-columns:repeat(4,1fr);width:100%}", ["320: 4 gutter 0px margin 0px 0px fluid"]],
    ["a length divided", ".g{grid-template-columns:repeat(4,1fr);gap:calc(24rem / 16)}", ["320: 4 gutter 1.5rem margin 0px 0px fluid"]],
  ])("%s", (_, css, expected) => {
    expect(read(css).lines).toEqual(expected);
  });

  it.each([
    ["(min-width: 600px)", 600],
    ["(min-width: 37.5em)", 600],
    ["(width >= 37.5rem)", 600],
    ["(600px <= width)", 600],
    ["screen and (min-width: 600px)", 600],
  ])("@media %s begins at %i", (condition, from) => {
    const css = `.g{grid-template-columns:repeat(4,1fr);gap:16px} @media ${condition} {.g{grid-template-columns:repeat(8,1fr)}}`;
    expect(read(css).lines).toEqual(["320: 4 gutter 16px margin 0px 0px fluid", `${from}: 8 gutter 16px margin 0px 0px fluid`]);
  });

  it.each([
    ["(max-width: 600px)", ["320: 8", "601: 4"]],
    ["(max-width: 599.98px)", ["320: 8", "600: 4"]],
    ["(width < 600px)", ["320: 8", "600: 4"]],
    ["not all and (min-width: 600px)", ["320: 8", "600: 4"]],
    ["(min-width: 400px) and (max-width: 599.98px)", ["320: 4", "400: 8", "600: 4"]],
    ["(400px <= width < 37.5em)", ["320: 4", "400: 8", "600: 4"]],
    ["(min-width: 600px), (max-width: 399.98px)", ["320: 8", "400: 4", "600: 8"]],
    ["(min-width: 400px) and (not (min-width: 600px))", ["320: 4", "400: 8", "600: 4"]],
  ])("@media %s holds where Media Queries 4 says", (condition, expected) => {
    const css = `.g{grid-template-columns:repeat(4,1fr)} @media ${condition} {.g{grid-template-columns:repeat(8,1fr)}}`;
    expect(read(css).lines.map((line) => line.split(" gutter")[0])).toEqual(expected);
  });

  it.each(["print", "(min-width: 600px), (orientation: landscape)", "(min-width: 600px) and (hover)", "(min-width: 50vw)"])(
    "@media %s depends on more than the width, and is said to be lost",
    (condition) => {
      const { lines: found, lost } = read(
        `.g{grid-template-columns:repeat(4,1fr)}\n@media ${condition} {.g{grid-template-columns:repeat(8,1fr)}}`,
      );
      expect(found).toHaveLength(1);
      expect(lost.join()).toContain("line 2");
    },
  );

  it("are read through @supports and @layer, by the later of two rules", () => {
    const css = "@layer base{.g{grid-template-columns:repeat(4,1fr)}} @supports (display:grid){.g{grid-template-columns:repeat(6,1fr)}}";
    expect(read(css).lines).toEqual(["320: 6 gutter 0px margin 0px 0px fluid"]);
  });

  it("are reported with their line where they are no plain length", () => {
    const { lost } = read(".g{\ngrid-template-columns:repeat(4,1fr);\ngap: clamp(8px, 2vw, 24px);\nmax-width: fit-content\n}");
    expect(lost.filter((words) => words.startsWith("line 3")).length).toBeGreaterThan(0);
    expect(lost.filter((words) => words.startsWith("line 4")).length).toBeGreaterThan(0);
  });

  it("are refused beyond the format's limits, with the path", () => {
    const result = readCss(".g{grid-template-columns:repeat(97,1fr)}");
    expect(result.ok ? [] : result.issues.map(({ path }) => path)).toEqual(["/breakpoints/0/columns/count"]);
  });
});

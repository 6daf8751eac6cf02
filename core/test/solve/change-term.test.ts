import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  add,
  changeTerm,
  type Columns,
  equals,
  exact,
  type GivesWay,
  multiply,
  parseLength,
  plainText,
  type SumTerm,
  termsAt,
  toJson,
} from "../../src/index";
import { columnTerms } from "../../src/grid/columns";
import { capped, fixed, margin, oneBreakpoint, only } from "../layouts";

const rootFontSize = exact(16);

const change = (width: number, count: number, more: Partial<Columns>, term: SumTerm, value: string, givesWay: GivesWay) => {
  const layout = oneBreakpoint(width, count, more);
  const length = parseLength(value);
  if (!length) throw new Error(`${value} is no length`);
  const changed = changeTerm({ columns: only(layout).columns, width: exact(width), rootFontSize, term, value: length, givesWay });
  if (!changed.ok) return plainText(changed.said);
  const found = columnTerms(changed.columns, { width: changed.width, rootFontSize });
  return [
    toJson(found.width),
    toJson(found.margin.start),
    found.count,
    toJson(found.column),
    toJson(found.gutter),
    toJson(found.container.width),
  ].join(" ");
};

describe("typing into the sum line", () => {
  const desk = { margin: margin("96px"), gutter: "24px" };
  it.each<[string, Partial<Columns>, SumTerm, string, GivesWay, string]>([
    ["a gutter, the column giving way", desk, "gutter", "20px", "column", "1440 96 12 257/3 20 1248"],
    ["a column, the margin giving way", desk, "column", "74px", "margin", "1440 144 12 74 24 1152"],
    ["a column, the gutter giving way", desk, "column", "71px", "gutter", "1440 96 12 71 36 1248"],
    ["a column, the width giving way", desk, "column", "80px", "width", "1416 96 12 80 24 1224"],
    ["the column that gave way until now: the margin does instead", desk, "column", "74px", "column", "1440 144 12 74 24 1152"],
    ["a count, the margin giving way", desk, "columns", "10px", "margin", "1440 202 10 82 24 1036"],
    ["a width, the margin giving way", desk, "width", "1600px", "margin", "1600 176 12 82 24 1248"],
    ["a margin, the column giving way", desk, "margin", "144px", "column", "1440 144 12 74 24 1152"],
    ["a margin in %, kept so", desk, "margin", "10%", "column", "1440 144 12 74 24 1152"],
    ["a container, the margins making room", desk, "container", "1152px", "column", "1440 144 12 74 24 1152"],
    [
      "a margin of a fixed container sets its width",
      { ...desk, container: fixed("1152px") },
      "margin",
      "120px",
      "column",
      "1440 120 12 78 24 1200",
    ],
    [
      "a column of a fixed container, the margin giving way",
      { ...desk, container: fixed("1152px") },
      "column",
      "70px",
      "margin",
      "1440 168 12 70 24 1104",
    ],
    [
      "a column under a cap that holds",
      { ...desk, margin: margin("16px"), container: capped("1152px") },
      "column",
      "70px",
      "margin",
      "1440 168 12 70 24 1104",
    ],
    ["a gutter in fr", { margin: margin("0px"), gutter: "24px" }, "gutter", "0.25fr", "column", "1440 0 12 5760/59 1440/59 1440"],
  ])("%s", (_, more, term, value, givesWay, expected) => {
    expect(change(1440, 12, more, term, value, givesWay)).toBe(expected);
  });

  it.each<[string, Partial<Columns>, SumTerm, string, GivesWay, RegExp]>([
    ["too wide a column", desk, "column", "200px", "margin", /÷ 2 = -612/],
    ["half a column", desk, "columns", "5.5px", "column", /whole number/],
    ["no column", desk, "columns", "0px", "column", /from 1 to 96/],
    ["a gutter no decimal says", desk, "column", "80px", "gutter", /no decimal says/],
    ["a negative margin", desk, "margin", "-4px", "column", /from 0/],
    ["a gutter past the limit", desk, "gutter", "100001px", "column", /at most 100,000px/],
    ["a column in fr", desk, "column", "1fr", "margin", /fr/],
  ])("%s is refused with its arithmetic", (_, more, term, value, givesWay, words) => {
    expect(change(1440, 12, more, term, value, givesWay)).toMatch(words);
  });

  it("keeps the typed value exactly, and the sum closes, whatever is typed", () => {
    const terms: readonly SumTerm[] = ["margin", "column", "gutter", "container"];
    fc.assert(
      fc.property(
        fc.constantFrom(...terms),
        fc.integer({ min: 1, max: 3000 }),
        fc.constantFrom<GivesWay>("column", "gutter", "margin", "width"),
        fc.constantFrom({ kind: "fluid" as const }, fixed("1100px"), capped("1000px")),
        fc.constantFrom("none" as const, "half" as const),
        (term, quarters, givesWay, container, edgeGutters) => {
          const layout = oneBreakpoint(1440, 12, { margin: margin("60px"), gutter: "18px", container, edgeGutters });
          const value = { value: exact(quarters, 4), unit: "px" as const };
          const changed = changeTerm({ columns: only(layout).columns, width: exact(1440), rootFontSize, term, value, givesWay });
          if (!changed.ok) return;
          const found = termsAt(
            { ...layout, breakpoints: [{ ...only(layout), columns: changed.columns }] },
            { ...only(layout), columns: changed.columns },
            changed.width,
          );
          const got =
            term === "margin" ? found.margin.start : term === "container" ? found.container.width : found[term as "column" | "gutter"];
          expect(toJson(got)).toBe(toJson(value.value));
          expect(
            equals(add(multiply(exact(found.count), found.column), multiply(exact(found.gaps), found.gutter)), found.container.width),
          ).toBe(true);
        },
      ),
      { numRuns: 400 },
    );
  });
});

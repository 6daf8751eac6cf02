import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  add,
  changeRowTerm,
  exact,
  parseLength,
  plainText,
  resolveRows,
  type RowChanged,
  type RowGivesWay,
  type Rows,
  type RowTerm,
  toDecimal,
  toNumber,
} from "../../src/index";
import { text } from "../layouts";
import { seeded } from "../random";
import { seedOf } from "../seed";

const context = { width: exact(1280), rootFontSize: exact(16) };
const repeating = (height: string, gutter: string, offset = "0px"): Rows => ({ kind: "repeating", height, gutter, offset });
const dividing = (count: number, gutter: string, both = "20px", more: Partial<Extract<Rows, { kind: "dividing" }>> = {}): Rows => ({
  kind: "dividing",
  count,
  gutter,
  margin: { start: both, end: both },
  ...more,
});

const type = (rows: Rows, sheet: number, term: RowTerm, value: string, givesWay: RowGivesWay): RowChanged => {
  const length = parseLength(value);
  if (!length) throw new Error(`no length: ${value}`);
  return changeRowTerm({ rows, sheet: exact(sheet), context, term, value: length, givesWay });
};

/** The row sum in one line: offset or margins, rows, row and gutter, height. */
const told = (changed: RowChanged): string => {
  if (!changed.ok) return plainText(changed.said);
  const made = resolveRows(changed.rows, changed.sheet, context);
  const [first] = made?.tracks ?? [];
  const { rows } = changed;
  return rows.kind === "repeating"
    ? `${rows.offset} ${made?.whole} × ${rows.height} by ${rows.gutter} in ${toDecimal(changed.sheet)}, ${text(made?.leftover ?? exact(-1))} left`
    : `${rows.margin.start} ${rows.count} × ${first ? text(first.height) : "?"} by ${rows.gutter} ${rows.margin.end} in ${toDecimal(changed.sheet)}`;
};

describe("repeating rows", () => {
  it.each<[string, Rows, number, RowTerm, string, RowGivesWay, string]>([
    [
      "rows of 20 with gutters of 5, one above and one below: seven in 180 (common practice)",
      repeating("20px", "0px", "5px"),
      180,
      "gutter",
      "5px",
      "count",
      "5px 7 × 20px by 5px in 180, 5 left",
    ],
    [
      "a typed count makes the rows give way",
      repeating("8px", "8px"),
      808,
      "count",
      "10px",
      "row",
      "0px 10 × 73.6px by 8px in 808, 0 left",
    ],
    ["or the gutter", repeating("40px", "8px"), 805, "count", "10px", "gutter", "0px 10 × 40px by 45px in 805, 0 left"],
    ["or the offset", repeating("40px", "8px"), 800, "count", "10px", "margin", "328px 10 × 40px by 8px in 800, 0 left"],
    ["or the height", repeating("40px", "8px"), 800, "count", "10px", "height", "0px 10 × 40px by 8px in 472, 0 left"],
    [
      "what is typed into never gives way itself",
      repeating("8px", "8px"),
      800,
      "row",
      "16px",
      "row",
      "0px 33 × 16px by 8px in 800, 16 left",
    ],
    ["a shorter sheet holds fewer", repeating("8px", "8px"), 800, "height", "100px", "count", "0px 6 × 8px by 8px in 100, 12 left"],
    ["a row in rem stays in rem", repeating("8px", "8px"), 800, "row", "1rem", "count", "0px 33 × 1rem by 8px in 800, 16 left"],
  ])("%s", (_, rows, sheet, term, value, gives, expected) => {
    expect(told(type(rows, sheet, term, value, gives))).toBe(expected);
  });

  it.each<[string, Rows, RowTerm, string, RowGivesWay, RegExp]>([
    ["rows that take more than the height", repeating("8px", "40px"), "count", "30px", "row", /the row would have to be -12/],
    ["half a row", repeating("8px", "8px"), "count", "2.5px", "row", /whole number/],
    ["a gutter for one row", repeating("8px", "8px"), "count", "1px", "gutter", /no gap/],
    ["a negative row", repeating("8px", "8px"), "row", "-8px", "count", /cannot be negative/],
    ["no row at all", repeating("8px", "8px"), "row", "0px", "count", /higher than 0/],
    ["more rows than are drawn", repeating("8px", "0px"), "row", "0.01px", "count", /more than 20,000/],
    ["a length in %", repeating("8px", "8px"), "row", "5%", "count", /px or rem/],
    ["a third that no decimal says", repeating("8px", "8px"), "count", "30px", "row", /no decimal says exactly/],
  ])("%s is refused with its reason", (_, rows, term, value, gives, reason) => {
    const changed = type(rows, 800, term, value, gives);
    expect(told(changed)).toMatch(reason);
  });
});

describe("dividing rows", () => {
  it.each<[string, Rows, number, RowTerm, string, RowGivesWay, string]>([
    ["the row gives way to a typed gutter", dividing(6, "20px"), 800, "gutter", "16px", "row", "20px 6 × 340/3 by 16px 20px in 800"],
    ["the margins give way to a typed row", dividing(6, "20px"), 800, "row", "100px", "margin", "50px 6 × 100 by 20px 50px in 800"],
    ["the gutter gives way to a typed row", dividing(6, "20px"), 800, "row", "110px", "gutter", "20px 6 × 110 by 20px 20px in 800"],
    ["the height gives way to a typed count", dividing(6, "20px"), 800, "count", "7px", "height", "20px 7 × 110 by 20px 20px in 930"],
    [
      "the count gives way to a typed row; the rows then share what is left",
      dividing(6, "20px"),
      800,
      "row",
      "150px",
      "count",
      "20px 4 × 175 by 20px 20px in 800",
    ],
    [
      "a section held to 600 at least keeps its rows on a lower sheet",
      dividing(6, "20px", "20px", { least: "600px" }),
      800,
      "height",
      "500px",
      "row",
      "20px 6 × 230/3 by 20px 20px in 500",
    ],
  ])("%s", (_, rows, sheet, term, value, gives, expected) => {
    expect(told(type(rows, sheet, term, value, gives))).toBe(expected);
  });

  it.each<[string, Rows, RowTerm, string, RowGivesWay, RegExp]>([
    ["gutters that leave no row", dividing(6, "20px"), "gutter", "200px", "row", /\(800 − 20 − 20 − 1000\) ÷ 6 = -40: no room/],
    ["rows that take more than the height", dividing(6, "20px"), "row", "200px", "margin", /takes more than the height/],
    [
      "a height the section is not let have",
      dividing(6, "20px", "20px", { most: "800px" }),
      "count",
      "9px",
      "height",
      /outside the least and most/,
    ],
  ])("%s are refused with their arithmetic", (_, rows, term, value, gives, reason) => {
    expect(told(type(rows, 800, term, value, gives))).toMatch(reason);
  });
});

describe("every accepted change of a row term", () => {
  it("keeps what was typed, and the sum closes", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 12 }),
        fc.integer({ min: 0, max: 12 }).map((n) => n * 4),
        fc.integer({ min: 100, max: 250 }).map((n) => n * 8),
        fc.constantFrom<RowGivesWay>("row", "margin", "height"),
        fc.integer({ min: 1, max: 64 }),
        (count, gutter, sheet, gives, typed) => {
          const changed = type(dividing(count, `${gutter}px`), sheet, "gutter", `${typed}px`, gives);
          if (!changed.ok || changed.rows.kind !== "dividing") return;
          expect(changed.rows.gutter).toBe(`${typed}px`);
          const made = resolveRows(changed.rows, changed.sheet, context);
          const first = made?.tracks[0];
          const last = made?.tracks.at(-1);
          if (!first || !last) throw new Error("no rows");
          const end = parseLength(changed.rows.margin.end)?.value ?? exact(-1);
          expect(made.whole).toBe(count);
          expect(text(add(add(last.start, last.height), end))).toBe(text(changed.sheet));
        },
      ),
      { seed: seedOf("row terms") },
    );
  });

  it("never leaves a row of 0 or less, whichever term is computed and however little room there is (5,000 changes)", () => {
    // 13 rows with gutters of 26 and margins of 87 and 37.193 in 359 have no room; a margin of 10.691 gives them none.
    const tight: Rows = { kind: "dividing", count: 13, gutter: "26px", margin: { start: "87px", end: "37.193px" } };
    expect(type(tight, 359, "margin", "10.691px", "count").ok).toBe(false);
    const random = seeded("rows with no room");
    let [taken, refused] = [0, 0];
    for (let round = 0; round < 5_000; round += 1) {
      const px = (most: number): string =>
        `${random.integer(0, most * 1000) / random.pick([1, 1000, 1000])}px`.replace(/(\d{4})\d*px/, "$1px");
      const rows: Rows = {
        kind: "dividing",
        count: random.integer(1, 20),
        gutter: px(random.pick([4, 40])),
        margin: { start: px(90), end: px(90) },
        ...(random.integer(0, 5) === 0 ? { least: `${random.integer(0, 400)}px` } : {}),
      };
      const term = random.pick<RowTerm>(["height", "margin-start", "margin-end", "margin", "count", "row", "gutter"]);
      const value = term === "count" ? `${random.integer(1, 30)}px` : term === "height" ? `${random.integer(1, 900)}px` : px(90);
      const changed = type(
        rows,
        random.integer(40, 900),
        term,
        value,
        random.pick<RowGivesWay>(["row", "gutter", "margin", "height", "count"]),
      );
      if (!changed.ok) {
        refused += 1;
        continue;
      }
      taken += 1;
      const made = resolveRows(changed.rows, changed.sheet, context);
      for (const { height } of made?.tracks ?? []) expect(toNumber(height), JSON.stringify(rows)).toBeGreaterThan(0);
      expect(made?.tracks.length).toBeGreaterThan(0);
    }
    expect(Math.min(taken, refused)).toBeGreaterThan(500);
  });
});

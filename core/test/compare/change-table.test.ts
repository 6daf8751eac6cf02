import { describe, expect, it } from "vitest";
import { changeCount, changeTables, type ChangeRow, type Layout, plainText, versionReason } from "../../src/index";
import { area, deskWith, placed } from "../areas";
import { cleanLayout, withColumns } from "../layouts";
import { seeded } from "../random";
import { editedTimes } from "./edits";

const line = ({ what, from, to, does }: ChangeRow): string =>
  [plainText(what), `${from ? `${plainText(from)} → ` : ""}${plainText(to)}`, plainText(does)].join(" | ");

const sailings = (row: number, column = 4) => area("sailings", { desk: placed(column, 9, { row, rowSpan: 16 }) });

describe("changes as a table", () => {
  it("say what a number does to columns and shares, once for all numbers of a breakpoint", () => {
    const before = cleanLayout();
    const after = withColumns(before, "desk", { gutter: "20px", margin: { start: "60px", end: "60px" } });
    const { spec, breakpoints } = changeTables(before, after);
    const desk = breakpoints.find(({ id }) => id === "desk");
    expect(spec).toEqual([]);
    // 1280 − 2 × 60 = 1160; (1160 − 11 × 20) ÷ 12 = 78⅓; halves 570, thirds 373⅓, quarters 275.
    expect(desk?.rows.map(({ covers }) => covers)).toEqual([2, 0]);
    expect(desk?.rows.map((row) => plainText(row.what))).toEqual(["Gutter", "Margin"]);
    expect(plainText(desk?.rows[0]?.does ?? [])).toMatch(/^Container \d+ → 1160 · column \S+ → 78⅓ · halves \S+ → 570 · thirds \S+ → 373⅓/);
    expect([desk?.edgesMoved, ...breakpoints.filter((one) => one !== desk).map(({ rows }) => rows.length)]).toEqual([true, 0, 0]);
  });

  it("say where an area was removed, and which one now comes first", () => {
    const fares = area("fares", { desk: placed(1, 3, { row: 30 }) });
    const { spec, breakpoints } = changeTables(deskWith([sailings(7), fares]), deskWith([fares, sailings(8)]));
    expect(breakpoints[0]?.rows.map(line)).toEqual(["Sailings rows | 7–22 → 8–23 | 16 px lower"]);
    // Sailings, which is above Fares, is now read after it.
    expect(spec.map(line)).toEqual(["Order of areas | Fares before Sailings | At Desk, Sailings is seen before Fares but read after it"]);
    expect(breakpoints[0]?.edgesMoved).toBe(false);
  });

  it("say where a new area is shown, and count what changed", () => {
    const tables = changeTables(deskWith([]), deskWith([sailings(7)]));
    expect(tables.spec.map(line)).toEqual(["Area Sailings | added | Shown at Desk"]);
    expect(plainText(changeCount(tables))).toBe("1 change");
    expect(plainText(changeCount(changeTables(cleanLayout(), withColumns(cleanLayout(), "desk", { gutter: "16px" }))))).toBe(
      "1 change, at 1 of 3 breakpoints",
    );
  });

  it("leave nothing out and repeat nothing: a row for every difference, none where nothing differs (1,000 histories)", () => {
    const random = seeded("change tables");
    for (let turn = 0; turn < 1000; turn += 1) {
      const before = cleanLayout();
      const after: Layout = editedTimes(before, random.integer(0, 6), random);
      const { spec, breakpoints } = changeTables(before, after);
      const rows = [...spec, ...breakpoints.flatMap((table) => table.rows.map((row) => ({ ...row, at: table.id })))];
      if (JSON.stringify(before) === JSON.stringify(after)) expect(rows).toEqual([]);
      else expect(rows.length, JSON.stringify(after)).toBeGreaterThan(0);
      for (const row of rows) expect(line(row), line(row)).not.toMatch(/undefined|null|\bNaN\b| {2}|^\W*\|/);
      for (const table of breakpoints) expect(table.rows.reduce((sum, { covers }) => sum + covers, 0)).toBe(table.rows.length);
    }
  });
});

describe("why a version has its level", () => {
  it("is given by what changed and where", () => {
    const said = (before: Layout, after: Layout): string => plainText(versionReason(before, after));
    const clean = cleanLayout();
    expect(said(clean, withColumns(clean, "desk", { count: 10 }))).toBe("columns change at desk");
    expect(said(clean, { ...clean, breakpoints: clean.breakpoints.slice(0, 2) })).toBe("1 breakpoint was removed");
    expect(said(deskWith([]), deskWith([sailings(7)]))).toBe("1 area was added");
    expect(said(deskWith([sailings(7)]), deskWith([sailings(8)]))).toBe("areas change at Desk");
    expect(said(clean, { ...clean, name: "Other" })).toBe("only names, notes, order or drawn-at sizes change");
    // A change to an area itself, rather than to its position, applies at every breakpoint.
    expect(said(deskWith([sailings(7)]), deskWith([{ ...sailings(7), kind: "card" }]))).toBe("areas change at every breakpoint");
    expect(said(clean, clean)).toBe("nothing changes");
  });
});

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { rowLines } from "../../src/index";
import { seedOf } from "../seed";

const shown = (lines: number, rows: number): readonly string[] => rowLines(lines, rows).map(({ row, gap }) => `${row}+${gap}`);

describe("rows of whole baseline lines, N = k·x + (k − 1)·j", () => {
  it.each<[number, number, readonly string[]]>([
    [100, 6, ["15+2", "10+8", "5+14"]],
    [90, 4, ["21+2", "18+6", "15+10", "12+14", "9+18", "6+22", "3+26"]],
    [12, 1, ["12+0"]],
    [3, 4, []],
    [0, 3, []],
  ])("%d lines shared by %d rows", (lines, rows, expected) => {
    expect(shown(lines, rows)).toEqual(expected);
  });

  it("are those that trying every row and gap finds", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 300 }), fc.integer({ min: 2, max: 30 }), (lines, rows) => {
        const tried: string[] = [];
        for (let gap = 0; gap <= lines; gap += 1)
          for (let row = 1; row <= lines; row += 1) if (rows * row + (rows - 1) * gap === lines) tried.push(`${row}+${gap}`);
        expect(shown(lines, rows)).toEqual(tried);
      }),
      { seed: seedOf("row lines"), numRuns: 200 },
    );
  });
});

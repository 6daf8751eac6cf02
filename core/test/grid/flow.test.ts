import { describe, expect, it } from "vitest";
import { flow } from "../../src/index";
import { seeded } from "../random";

type Item = Parameters<typeof flow>[0][number];

/**
 * CSS Grid Layout Module Level 2, section 8.5, step by step and cell by cell: items with a definite column, sparse
 * packing.
 */
const cellByCell = (items: readonly Item[]): readonly number[] => {
  const occupied = new Set<string>();
  const take = ({ column, span, rowSpan }: Item, row: number): void => {
    for (let x = column; x < column + span; x += 1) for (let y = row; y < row + rowSpan; y += 1) occupied.add(`${x} ${y}`);
  };
  const free = ({ column, span, rowSpan }: Item, row: number): boolean => {
    for (let x = column; x < column + span; x += 1)
      for (let y = row; y < row + rowSpan; y += 1) if (occupied.has(`${x} ${y}`)) return false;
    return true;
  };
  for (const item of items) if (item.row !== undefined) take(item, item.row);
  let [column, row] = [1, 1];
  return items.map((item) => {
    if (item.row !== undefined) return item.row;
    const previous = column;
    column = item.column;
    if (column < previous) row += 1;
    while (!free(item, row)) row += 1;
    take(item, row);
    return row;
  });
};

describe("flow", () => {
  it("puts an area beside the previous one where it starts further on, and below otherwise", () => {
    expect(
      flow([
        { column: 1, span: 4, rowSpan: 1 },
        { column: 5, span: 8, rowSpan: 1 },
        { column: 1, span: 12, rowSpan: 1 },
      ]),
    ).toEqual([1, 1, 2]);
    expect(
      flow([
        { column: 5, span: 4, rowSpan: 2 },
        { column: 1, span: 4, rowSpan: 1 },
        { column: 5, span: 4, rowSpan: 1 },
      ]),
    ).toEqual([1, 2, 3]);
  });

  it("puts an area on a given row, over what is there, without moving the others", () => {
    expect(
      flow([
        { column: 1, span: 4, rowSpan: 1 },
        { column: 1, span: 12, row: 1, rowSpan: 3 },
        { column: 1, span: 4, rowSpan: 1 },
      ]),
    ).toEqual([4, 1, 5]);
    expect(
      flow([
        { column: 1, span: 4, row: -3, rowSpan: 10_000 },
        { column: 2, span: 1, rowSpan: 1 },
      ]),
    ).toEqual([-3, 9997]);
  });

  it("follows the steps of CSS Grid's auto-placement, cell by cell (20,000 lists)", () => {
    const random = seeded("flow");
    let flowed = 0;
    for (let list = 0; list < 20_000; list += 1) {
      const columns = random.integer(1, 12);
      const items = Array.from({ length: random.integer(1, 9) }, (): Item => {
        const span = random.integer(1, columns);
        const rowSpan = random.integer(1, 3);
        const column = random.integer(1, columns - span + 1);
        return { column, span, rowSpan, ...(random.integer(0, 3) === 0 ? { row: random.integer(1, 6) } : {}) };
      });
      flowed += items.filter(({ row }) => row === undefined).length;
      expect(flow(items), JSON.stringify(items)).toEqual(cellByCell(items));
    }
    expect(flowed).toBeGreaterThan(50_000);
  });

  it("takes time by the number of areas, not of their rows", () => {
    const many = Array.from({ length: 200 }, (_, index): Item => ({ column: 1 + (index % 96), span: 1, rowSpan: 10_000 }));
    expect(Math.max(...flow([...many, ...many]))).toBeLessThanOrEqual(10_000 * 6);
  });
});

import { describe, expect, it } from "vitest";
import { exact, resolve, type Rows, rowsToHold } from "../../src/index";
import { area, deskWith, placed } from "../areas";
import { seeded } from "../random";

describe("rows for content of a height", () => {
  it("are the fewest whose px, added up one below the other, reach it (3,000 areas and heights)", () => {
    const random = seeded("rows to hold");
    for (let turn = 0; turn < 3_000; turn += 1) {
      const [high, gap, count] = [random.integer(1, 40), random.integer(0, 24), random.integer(1, 9)];
      const dividing = random.next() < 0.4;
      // A section of `count` rows is as high as the sheet: margins of 10 above and below; rows share the rest.
      const height = 20 + count * high + (count - 1) * gap;
      const rows: Rows = dividing
        ? { kind: "dividing", count, gutter: `${gap}px`, margin: { start: "10px", end: "10px" } }
        : { kind: "repeating", height: `${high}px`, gutter: `${gap}px`, offset: `${random.integer(0, 9)}px` };
      const [row, needs] = [random.integer(1, 12), random.integer(0, 900)];
      const layout = deskWith([area("a", { desk: placed(1, 3, { row, rowSpan: 1 }) })], { rows, height });
      const resolved = resolve(layout, { width: exact(1280) });
      if (!resolved.ok || !resolved.value.areas[0]) throw new Error("not resolved");
      let [rowsSet, px] = [1, high];
      while (px < needs) {
        // The last row of a section is followed by its bottom margin and the next section's top margin.
        px += (dividing && (row + rowsSet - 1) % count === 0 ? 20 : gap) + high;
        rowsSet += 1;
      }
      expect(rowsToHold(resolved.value.areas[0], exact(needs)), JSON.stringify({ rows, height, row, needs })).toBe(rowsSet);
    }
  });

  it("are none where rows are bands, or where too many would be needed", () => {
    const of = (rows: Rows | null, height: number) => {
      const resolved = resolve(deskWith([area("a", { desk: placed(1, 3, { row: 1, rowSpan: 1 }) })], { rows }), { width: exact(1280) });
      if (!resolved.ok || !resolved.value.areas[0]) throw new Error("not resolved");
      return rowsToHold(resolved.value.areas[0], exact(height));
    };
    expect(of(null, 100)).toBeNull();
    const low: Rows = { kind: "repeating", height: "1px", gutter: "0px", offset: "0px" };
    expect(of(low, 20_000)).toBe(20_000);
    expect(of(low, 20_001)).toBeNull();
  });
});

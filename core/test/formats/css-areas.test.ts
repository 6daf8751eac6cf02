import { describe, expect, it } from "vitest";
import { plainCss, readCss, writeCss } from "../../src/index";
import { area, deskWith, own, placed, randomAreas } from "../areas";
import { seeded } from "../random";

const areas = [
  area("masthead", { desk: placed(1, 12, { row: 1, rowSpan: 4, leaves: "both", reason: "Bar." }) }),
  area("sailings", { desk: placed(5, 8, { row: 7, rowSpan: 16, inside: own(4) }) }),
  area("card", { desk: placed(1, 2) }, { within: "sailings" }),
  area("auto", {}),
];

describe("areas in the stylesheet", () => {
  it("have named columns and numbered rows; one that is not shown has no box", () => {
    const css = writeCss(deskWith(areas), plainCss);
    expect(css).toContain(".area-masthead {\n  grid-column: view-start / view-end;\n  grid-row: 1 / span 4;\n}");
    expect(css).toContain("grid-column: col 5 / span 8;\n  grid-row: 7 / span 16;\n  display: grid;\n  padding-inline: 16px;");
    expect(css).toContain(".area-auto {\n  display: none;\n}");
  });

  it("are left out without areas, or without the grid class", () => {
    expect(writeCss(deskWith([]), plainCss)).not.toContain("areas");
    expect(writeCss(deskWith(areas), { ...plainCss, gridClass: "without" })).not.toContain(".layout-areas");
  });

  it("do not change how columns are read back, whatever areas there are (300 pages)", () => {
    const random = seeded("css with areas");
    for (let round = 0; round < 300; round += 1) {
      const count = random.integer(1, 12);
      const layout = deskWith(randomAreas(random, "desk", count, true), { count, gutter: `${random.integer(0, 24)}px` });
      const read = readCss(writeCss(layout, plainCss));
      expect(read.ok && [read.layout.breakpoints[0]?.columns, read.layout.breakpoints[0]?.rows, read.others?.length ?? 0]).toEqual([
        layout.breakpoints[0]?.columns,
        layout.breakpoints[0]?.rows,
        0,
      ]);
    }
  });
});

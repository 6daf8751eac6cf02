import { describe, expect, it } from "vitest";
import { onDevices, show } from "../../src/index";
import { oneBreakpoint } from "../layouts";

const device = (width: number, density: number) => ({ name: `${width} at ${density}`, width, height: 800, density });

describe("a layout on devices", () => {
  it("has the columns of each width, and says whether their edges are on whole device px", () => {
    // Twelve columns with gutters and margins of 24: (w − 48 − 264) ÷ 12, which ends in ⅔ at 1280 and in ¼ at 1287.
    const layout = { ...oneBreakpoint(1284, 12) };
    const [first] = layout.breakpoints;
    if (!first) throw new Error("no breakpoint");
    const columns = { ...first.columns, gutter: "24px", margin: { start: "24px", end: "24px" } };
    const found = onDevices({ ...layout, breakpoints: [{ ...first, columns }] }, [
      device(1284, 1),
      device(1280, 1),
      device(1280, 3),
      device(1287, 2),
      device(1287, 4),
    ]);
    expect(found.map(({ device: { name }, resolution, wholeEdges }) => [name, show(resolution.terms.column), wholeEdges])).toEqual([
      ["1284 at 1", "81", true],
      ["1280 at 1", "80⅔", false],
      ["1280 at 3", "80⅔", true],
      ["1287 at 2", "81¼", false],
      ["1287 at 4", "81¼", true],
    ]);
  });
});

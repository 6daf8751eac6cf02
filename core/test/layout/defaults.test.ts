import { describe, expect, it } from "vitest";
import { blankLayout, check, layoutFromColumns } from "../../src/index";

describe("a new spec", () => {
  it.each([
    [1440, 12, ["Phone", "Desk"]],
    [768, 8, ["Phone", "Tablet"]],
    [393, 4, ["Phone"]],
    [200, 2, ["Phone"]],
  ])("from %i and %i columns has an answer at every width from 320 up, without a problem", (width, count, names) => {
    const layout = layoutFromColumns("New", width, count);
    expect(layout.breakpoints.map(({ name }) => name)).toEqual(names);
    const asked = layout.breakpoints.at(-1);
    expect([asked?.drawnAt.width, asked?.columns.count]).toEqual([width, count]);
    expect(check(layout).findings.filter(({ level }) => level === "problem")).toEqual([]);
  });
  it("that starts empty has one breakpoint and passes all checks", () => {
    expect(check(blankLayout("New")).findings).toEqual([]);
  });
});

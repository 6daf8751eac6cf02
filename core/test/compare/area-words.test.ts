import { describe, expect, it } from "vitest";
import {
  type Area,
  breakpointSentence,
  changesByBreakpoint,
  compareLayouts,
  countChanges,
  type Layout,
  plainText,
  versionLevel,
} from "../../src/index";
import { area, deskWith, own, placed } from "../areas";

const sailings = (more: Parameters<typeof placed>[2] = {}, column = 4, span = 9): Area =>
  area("sailings", { desk: placed(column, span, more) });
const said = (before: readonly Area[], after: readonly Area[]): readonly string[] => {
  const { spec, breakpoints } = changesByBreakpoint(deskWith(before), deskWith(after));
  return [
    ...spec.map(({ what, from, to }) => plainText([...what, " ", ...(from ?? []), " → ", ...to])),
    ...breakpoints.map((one) => plainText(breakpointSentence(one))),
  ].filter(Boolean);
};

describe("what changed in areas", () => {
  it("is reported once per placement, with what it does to the width (columns of 74, gutters of 24)", () => {
    expect(said([sailings()], [sailings({}, 5, 8)])).toEqual([
      "Desk Sailings columns 4–12 → 5–12, so the width of Sailings goes from 858 to 760",
    ]);
    expect(countChanges(deskWith([sailings()]), deskWith([sailings({ row: 7, rowSpan: 16 }, 5, 8)]))).toBe(1);
  });

  it("says what was removed, why, and which grid is inside", () => {
    expect(said([sailings()], [sailings({ leaves: "end", by: "24px", reason: "Open sea.", inside: own(4) })])).toEqual([
      "Desk Sailings leaves the grid nowhere → at the end by 24, why Sailings leaves the grid none → Open sea. and grid inside Sailings none → 4 own columns, gutter 16, margin 16, so the width of Sailings goes from 858 to 882",
    ]);
  });

  it("says where an area is shown from now on, and where no longer; names are reported once for the spec", () => {
    expect(said([area("a", {})], [area("a", { desk: placed(1, 4) })])).toEqual(["Desk A shown in columns 1–4"]);
    expect(said([area("a", { desk: placed(1, 4) })], [area("a", {})])).toEqual(["Desk A not shown any more"]);
    expect(said([{ ...area("a", {}), name: "Fares" }], [{ ...area("a", {}), name: "Prices" }])).toEqual(["Prices name Fares → Prices"]);
  });

  it("is a major change where an area is removed, a minor one where it moves, a patch where it is renamed", () => {
    const level = (before: Layout, after: Layout) => versionLevel(before, after).level;
    expect(level(deskWith([sailings()]), deskWith([]))).toBe("major");
    expect(level(deskWith([sailings()]), deskWith([sailings({}, 5, 8)]))).toBe("minor");
    expect(level(deskWith([sailings()]), deskWith([{ ...sailings(), name: "Departures" }]))).toBe("patch");
    expect(compareLayouts(deskWith([sailings()]), deskWith([sailings({}, 5, 8)])).map(({ path }) => path.join("/"))).toEqual([
      "areas/sailings/placements/desk/column",
      "areas/sailings/placements/desk/span",
    ]);
  });
});

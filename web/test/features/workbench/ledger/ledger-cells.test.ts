import { describe, expect, it } from "vitest";
import { copiedRows, ledgerCells, ownCells, pastedRows, pasteInto, steppedText } from "@/features/workbench/ledger/ledger-cells";
import { exact } from "@ypsiline/core";
import { cleanLayout, only, oneBreakpoint } from "../../../../../core/test/layouts";

const cell = (id: string) => {
  const found = ledgerCells.find((one) => one.id === id);
  if (!found) throw new Error(id);
  return found;
};
const typed = (id: string, text: string): string => {
  const result = cell(id).read(text, only(oneBreakpoint(1440, 12)), exact(16));
  return result.ok ? cell(id).text(result.breakpoint, exact(16)) : `! ${result.message}`;
};

describe("cells of the ledger", () => {
  it.each([
    ["from", "640", "640"],
    ["from", "1440/2", "720"],
    ["drawn-at", "1280x800", "1280 × 800"],
    ["drawn-at", "768 × 1024", "768 × 1024"],
    ["columns", "2*6", "12"],
    ["gutter", "1.5rem", "1.5rem"],
    ["gutter", "0.25fr", "25%"],
    ["gutter", "4%", "4%"],
    ["gutter", "24px", "24"],
    ["margin", "64", "64"],
    ["margin", "64, 5%", "64, 5%"],
    ["container", "fluid", "fluid 1408"],
    ["container", "1152", "fluid 1152"],
    ["container", "80%", "fluid 1152"],
    ["container", "fluid 1040", "fluid 1040"],
    ["container", "<= 1312", "≤ 1312"],
    ["container", "fixed 1140", "fixed 1140"],
    ["name", "  Slate ", "Slate"],
  ])("%s takes “%s” as %s", (id, text, shown) => {
    expect(typed(id, text)).toBe(shown);
  });

  it.each([
    ["from", "0"],
    ["from", "wide"],
    ["from", "20001"],
    ["drawn-at", "1280x"],
    ["drawn-at", "1x2x3"],
    ["columns", "0"],
    ["columns", "5.5"],
    ["columns", "97"],
    ["gutter", "4vw"],
    ["gutter", "-4"],
    ["margin", "1,2,3"],
    ["container", "none"],
    ["container", "0"],
    ["name", "  "],
  ])("%s refuses “%s” with what would be right", (id, text) => {
    expect(typed(id, text)).toMatch(/^! \S.{8}/);
  });

  it("accept every text they show", () => {
    for (const breakpoint of cleanLayout().breakpoints)
      for (const one of ledgerCells)
        expect(one.read(one.text(breakpoint, exact(16)), breakpoint, exact(16))).toEqual({ ok: true, breakpoint });
  });

  it("step numbers and keep their unit, not below 0", () => {
    expect([
      steppedText("24", exact(8)),
      steppedText("1.5rem", exact(1, 16)),
      steppedText("0", exact(-1)),
      steppedText("half", exact(1)),
    ]).toEqual(["32", "1.5625rem", null, null]);
  });
});

describe("pasting rows of a spreadsheet", () => {
  const { breakpoints } = cleanLayout();
  it("fills cells from the focused one on, row by row", () => {
    const result = pasteInto(breakpoints, 1, 3, pastedRows("6\t24\t40\r\n10\t\t80\r\n"), exact(16));
    expect(result.ok && result.breakpoints.map(({ columns }) => [columns.count, columns.gutter, columns.margin.start])).toEqual([
      [4, "16px", "64px"],
      [6, "24px", "40px"],
      [10, "24px", "80px"],
    ]);
  });
  it("says how many rows matched no breakpoint", () => {
    const result = pasteInto(breakpoints, 2, 3, pastedRows("6\n7\n8"), exact(16));
    expect(result.ok && result.left).toBe(2);
  });
  it("restores what was copied, with and without headings, whatever is in a name", () => {
    const named = breakpoints.map((one, index) => (index === 0 ? { ...one, name: "Wall\t16:9" } : one));
    for (const headings of [true, false]) {
      const result = pasteInto(breakpoints, 0, 0, pastedRows(copiedRows(named, exact(16), headings)), exact(16));
      expect(result.ok && result.breakpoints).toEqual(breakpoints.map((one, index) => (index === 0 ? { ...one, name: "Wall 16:9" } : one)));
    }
  });
  it("pastes nothing if one cell is invalid, and names it", () => {
    const result = pasteInto(breakpoints, 0, 3, pastedRows("6\t24\n6\tbroad"), exact(16));
    expect(result.ok ? "" : result.message).toMatch(/^Row 2, gutter “broad”/);
  });
});

describe("a spec's own numbers, beside the version it follows", () => {
  it("are those that differ, with the version's; breakpoints that the version does not have are left out", () => {
    const followed = cleanLayout();
    const [first, ...others] = followed.breakpoints;
    if (!first) throw new Error("no breakpoint");
    const mine = {
      ...followed,
      breakpoints: [
        { ...first, name: "Handheld", columns: { ...first.columns, gutter: "12px" } },
        ...others,
        { ...first, id: "added", from: 3000 },
      ],
    };
    expect(ownCells(followed, followed).size).toBe(0);
    expect([...ownCells(followed, mine)]).toEqual([
      [`${first.id} name`, first.name],
      [`${first.id} gutter`, first.columns.gutter.replace("px", "")],
    ]);
  });
});

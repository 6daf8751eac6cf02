import { describe, expect, it } from "vitest";
import { baseUnits, exact, levelLines, readDistance, resolve, type Resolution, type SheetLine, uprightLines } from "../../src/index";
import { cleanLayout, text, withBreakpoint } from "../layouts";

const desk = (): Resolution => {
  const layout = withBreakpoint(cleanLayout(), "desk", (one) => ({
    ...one,
    rows: { kind: "repeating", height: "40px", gutter: "8px", offset: "16px" },
    baseline: { step: "8px", offset: "0px", emphasis: 4 },
  }));
  const resolved = resolve(layout, { width: exact(1280) });
  if (!resolved.ok) throw new Error("did not resolve");
  return resolved.value;
};
const named = (lines: readonly SheetLine[], name: string): SheetLine => {
  const found = lines.find((line) => line.name === name);
  if (!found) throw new Error(`no line ${name}`);
  return found;
};
const read = (lines: readonly SheetLine[], a: string, b: string) => {
  const { px, baseUnits: units, tracks, lines: count } = readDistance(desk(), exact(8), named(lines, a), named(lines, b));
  return [text(px), text(units), tracks && `${tracks.whole} and ${tracks.gutters}`, count && text(count)];
};

describe("readings of white space", () => {
  it.each([
    ["end of column 2", "start of column 5", ["220", "55/2", "2 and 3", null]],
    ["start of column 5", "end of column 2", ["220", "55/2", "2 and 3", null]],
    ["left edge", "start of column 1", ["64", "8", "0 and 0", null]],
    ["left edge", "right edge", ["1280", "160", "12 and 11", null]],
  ])("across: from %s to %s", (a, b, expected) => {
    expect(read(uprightLines(desk()), a, b)).toEqual(expected);
  });

  it.each([
    ["bottom of row 1", "top of row 4", ["104", "13", "2 and 3", "13"]],
    ["top edge", "bottom of row 2", ["104", "13", "2 and 1", "13"]],
    ["baseline line 1", "top of row 2", ["56", "7", "1 and 1", "7"]],
  ])("down: from %s to %s", (a, b, expected) => {
    expect(read(levelLines(desk(), true), a, b)).toEqual(expected);
  });

  it("name each position once, in order, and no line outside the sheet", () => {
    const lines = levelLines(desk(), true);
    const places = lines.map(({ at }) => text(at));
    expect(new Set(places).size).toBe(places.length);
    expect([lines[0]?.name, lines.at(-1)?.name]).toEqual(["top edge", "bottom edge"]);
    expect(levelLines(desk(), false).some(({ name }) => name.startsWith("baseline"))).toBe(false);
    expect(uprightLines(desk()).length).toBe(2 + 24);
  });
});

describe("lengths in base units", () => {
  it.each([
    [24, "3", "0", "on"],
    [20, "5/2", "0", "half"],
    [22, "3", "-2", "off"],
    [18, "2", "2", "off"],
    [0, "0", "0", "on"],
  ])("%d on 8", (length, units, over, standing) => {
    const found = baseUnits(exact(length), exact(8));
    expect([text(found.units), text(found.over), found.standing]).toEqual([units, over, standing]);
  });
});

import { describe, expect, it } from "vitest";
import { formatOf, formats, type Layout, leftBehind, layoutSchema, plainWriting, sameJson, takeOver } from "../../src/index";
import { demoLayouts } from "../demo-layouts";
import { area, deskWith, own, placed, randomAreas } from "../areas";
import { readCsvRows } from "../../src/formats/csv/csv";
import { seeded } from "../random";

const write = (layout: Layout): string => {
  const written = formats.areas.write(layout, plainWriting);
  if (!written.ok) throw new Error("not written");
  return written.text;
};
const read = (text: string) => {
  const found = formats.areas.read?.(text);
  if (!found) throw new Error("no reader");
  return found;
};
const issues = (text: string): readonly string[] => {
  const found = read(text);
  return found.ok ? [] : found.issues.map(({ path, message }) => `${path}: ${message}`);
};
const head = "id,area,within,breakpoint,column,span,row,row span,leaves,by,reason,over,inside\n";

describe("areas as a table", () => {
  it("survive export and import into a draft without areas, whatever they are called (500 pages)", () => {
    const random = seeded("areas csv");
    const names = ["=1+1", "+plus", "-3", "@home", 'Say "so"', "a;b,c", "two\nlines", "'quoted", "Überfahrt 🚢"];
    for (let turn = 0; turn < 500; turn += 1) {
      const areas = randomAreas(random, "desk", random.integer(1, 12), true).map((one) => ({
        ...one,
        name: random.pick(names).replace("\n", " "),
        ...(random.integer(0, 1) === 0 ? { kind: random.pick(["card", "=kind"]) } : {}),
      }));
      const layout = deskWith(areas);
      const text = write(layout);
      expect(formatOf(text)).toBe("areas");
      const found = read(text);
      if (!found.ok) throw new Error(JSON.stringify(found.issues));
      const taken = takeOver({ ...layout, areas: [] }, found.layout, "areas", false);
      expect(sameJson(taken, layout), text).toBe(true);
    }
  });

  it("survive it for every demo layout at all its breakpoints, with their positions beside", () => {
    for (const layout of demoLayouts.filter(({ areas }) => areas.length > 0)) {
      const text = write(layout);
      const found = read(text);
      expect(found.ok && sameJson(takeOver({ ...layout, areas: [] }, found.layout, "areas", false), layout)).toBe(true);
      const rows = readCsvRows(text);
      if (!rows.ok) throw new Error(rows.message);
      const [first, ...others] = rows.rows.map(({ fields }) => fields);
      const number = (row: readonly string[], heading: string): number => Number(row[first?.indexOf(heading) ?? -1]);
      for (const row of others) expect(number(row, "left") + number(row, "width")).toBeCloseTo(number(row, "right"), 3);
    }
  });

  it("leave out breakpoints that the draft does not have, and say so", () => {
    const draft = deskWith([]);
    const found = read(`${head}a,A,,desk,1,3,,,,,,,\na,A,,wall,1,9,,,,,,,\n`);
    if (!found.ok) throw new Error("not read");
    expect(leftBehind(draft, found.layout, "areas")).toEqual(["places at wall: the draft has no such breakpoint; it has desk"]);
    const taken = takeOver(draft, found.layout, "areas", false);
    expect(layoutSchema.safeParse(taken).success).toBe(true);
    expect(Object.keys(taken.areas[0]?.placements ?? {})).toEqual(["desk"]);
  });

  it.each<[string, string, string]>([
    ["half a column", "a,A,,desk,1.5,3,,,,,,,", "line 2: column must be a whole number, not 1.5"],
    ["no column", "a,A,,desk,,3,,,,,,,", "line 2: column must be a whole number; leave the row out where the area is not shown"],
    ["no name", ",,,desk,1,3,,,,,,,", "line 2: area must be named"],
    ["a place twice", "a,A,,desk,1,3,,,,,,,\na,A,,desk,2,3,,,,,,,", "line 3: breakpoint desk stands for a on line 2 already"],
    ["an area within itself", "a,A,a,desk,1,3,,,,,,,", "line 2, within: must not lead back to the area itself: a stands in a"],
    ["an unknown side", "a,A,,desk,1,3,,,left,,,,", 'line 2, leaves: must be "none" or "start" or "end" or "both"'],
    ["a breakpoint that is no id", "a,A,,Big Desk,1,3,,,,,,,", "line 2: breakpoint must be a breakpoint's id, not Big Desk"],
    ["over that is neither", "a,A,,desk,1,3,,,,,,maybe,", "line 2: over must be yes or nothing"],
    [
      "a grid inside that is none",
      "a,A,,desk,1,3,,,,,,,{",
      'line 2: inside must be nothing, same, or the grid as the open format writes it, like {"kind":"own","count":4,…}',
    ],
  ])("say where %s is", (_, rows, expected) => {
    expect(issues(`${head}${rows}\n`)[0]).toBe(expected);
  });

  it("stop at 200 areas, each read once", () => {
    const rows = Array.from({ length: 201 }, (_, index) => `a${index},A,,desk,1,3,,,,,,,`).join("\n");
    expect(issues(`${head}${rows}\n`)).toEqual(["line 202: a layout has at most 200 areas"]);
    const wide = deskWith([
      area("a", { desk: placed(1, 3, { inside: own(2, { baseline: { step: "4px", offset: "0px", emphasis: 4 } }) }) }),
    ]);
    expect(write(wide)).toContain('""kind"":""own""');
  });
});

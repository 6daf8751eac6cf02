import { describe, expect, it } from "vitest";
import {
  type Box,
  boxListJson,
  boxLimits,
  type BoxList,
  exact,
  fromJsonNumber,
  readBoxesCsv,
  readBoxesJson,
  toNumber,
  widthOfBoxes,
} from "../../src/index";
import { seeded } from "../random";

const listed = (boxes: unknown, more: Readonly<Record<string, unknown>> = {}): string =>
  JSON.stringify({ format: "ypsiline-boxes", formatVersion: 1, width: 375, boxes, ...more });
const card = { name: "Card", x: 30, y: 96, width: 99, height: 120 };
const numbersOf = ({ name, x, y, width, height, area }: Box) => [name, ...[x, y, width, height].map(toNumber), area];
const faults = (read: { ok: true } | { ok: false; issues: readonly { path: string; message: string }[] }): readonly string[] =>
  read.ok ? [] : read.issues.map(({ path, message }) => `${path} ${message}`);

const names = ["Card", 'Card "large"', "Fares, by zone", "=SUM(A1)", "Überfahrt 3", "", "a\nb", "  spaced  "];
const randomBoxes = (random: ReturnType<typeof seeded>): readonly Box[] =>
  Array.from({ length: random.integer(1, 30) }, () => ({
    name: random.pick(names),
    x: exact(random.integer(-2_000_000, 9_000_000), 1000),
    y: exact(random.integer(-2_000_00, 900_000), random.pick([25, 64, 1000])),
    width: exact(random.integer(0, 9_000_000), 1000),
    height: exact(random.integer(0, 900_000), 64),
    area: random.pick([null, "header", "cards"]),
  }));

/** Boxes as a table as any program writes it: every field quoted (RFC 4180). */
const csvOf = (boxes: readonly Box[]): string =>
  [["name", "x", "y", "width", "height", "area"], ...boxes.map((box) => numbersOf(box))]
    .map((row) => row.map((field) => `"${String(field ?? "").replaceAll('"', '""')}"`).join(","))
    .join("\r\n");

describe("a box list in JSON", () => {
  it("keeps its numbers exactly, whether written as numbers or as decimal text", () => {
    const read = readBoxesJson(listed([{ ...card, x: "30.015625", width: 98.984375, area: "cards" }], { height: 812 }));
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    const [box] = read.value.boxes;
    expect(box?.x).toEqual(exact(1921, 64));
    expect(box?.width).toEqual(exact(6335, 64));
    expect([box?.area, toNumber(read.value.width), toNumber(read.value.height ?? exact(0))]).toEqual(["cards", 375, 812]);
  });

  it("survives being written and read, whatever is in it", () => {
    const random = seeded("box lists and back");
    for (let round = 0; round < 400; round += 1) {
      const list: BoxList = {
        width: fromJsonNumber(random.integer(1, 20_000)),
        height: random.pick([null, exact(812)]),
        boxes: randomBoxes(random),
      };
      expect(readBoxesJson(JSON.stringify(boxListJson(list)))).toEqual({ ok: true, value: list });
    }
  });

  it.each([
    ["not JSON", "{ boxes", / is no JSON: /],
    ["another document", '{"format":"ypsiline"}', /\/format must be "ypsiline-boxes"/],
    ["a later version", listed([card], { formatVersion: 2 }), /\/formatVersion must be 1/],
    ["a member it has not", listed([card], { color: "red" }), /color/],
    ["no boxes", listed([]), /\/boxes must hold at least 1 box/],
    ["boxes that are none", listed({ a: card }), /\/boxes /],
    ["too many", listed(Array.from({ length: boxLimits.boxes + 1 }, () => 0)), /\/boxes must hold at most 5,000 boxes; it holds 5,001/],
    ["a width below 0", listed([card, { ...card, width: -1 }]), /\/boxes\/1\/width must be a number from 0 to 100,000/],
    ["seven decimals", listed([{ ...card, x: "1.0000001" }]), /\/boxes\/0\/x must be a number .* with at most 6 decimals/],
    ["an exponent", listed([{ ...card, y: 1e21 }]), /\/boxes\/0\/y must be a number/],
    ["a viewport wider than any", listed([card], { width: 20_001 }), /\/width must be/],
    ["a name as long as a page", listed([{ ...card, name: "a".repeat(201) }]), /\/boxes\/0\/name must be at most 200 characters/],
    ["nothing where a length is due", listed([{ ...card, height: null }]), /\/boxes\/0\/height must be a number/],
    ["depth without end", "[".repeat(50_000), /must not nest deeper than 8 levels/],
  ])("says of %s where it is and what would be right", (_, text, said) => {
    expect(faults(readBoxesJson(text)).join("; ")).toMatch(said);
  });

  it("accepts 5,000 boxes and no more", () => {
    const read = readBoxesJson(listed(Array.from({ length: boxLimits.boxes }, (_, index) => ({ ...card, y: index }))));
    expect(read.ok && read.value.boxes.length).toBe(5000);
  });
});

describe("boxes in CSV", () => {
  it("accept headings in any order and case, with or without name, area and px", () => {
    const read = readBoxesCsv("Height,WIDTH,y,x\n120,99px,96,30\n120,99,96,138px\n");
    if (!read.ok) throw new Error(JSON.stringify(read.issues));
    expect(read.value.map(numbersOf)).toEqual([
      ["Box 1", 30, 96, 99, 120, null],
      ["Box 2", 138, 96, 99, 120, null],
    ]);
  });

  it("survive being written and read; one without a name is called by its place", () => {
    const random = seeded("boxes in CSV and back");
    for (let round = 0; round < 400; round += 1) {
      const boxes = randomBoxes(random);
      const wanted = boxes.map((box, index) => ({ ...box, name: box.name.trim() === "" ? `Box ${index + 1}` : box.name.trim() }));
      const read = readBoxesCsv(csvOf(boxes));
      if (!read.ok) throw new Error(JSON.stringify(read.issues));
      expect(read.value.map((box) => ({ ...box, name: box.name.trim() }))).toEqual(wanted);
    }
  });

  it.each([
    ["nothing", "", /line 1 is empty; the first line has the headings name, x, y, width, height, area/],
    ["other headings", "name,left,top\nCard,1,2\n", /line 1 has no heading x, y, width, height/],
    ["headings alone", "name,x,y,width,height\n", /line 1 has headings and no boxes below them/],
    ["a word for a length", "x,y,width,height\n1,2,3,4\n1,2,wide,4\n", /line 3, width must be a number/],
    ["a quote that stays open", 'name,x,y,width,height\n"Card,1,2,3,4\n', /line \d/],
    ["a cell too few", "x,y,width,height\n1,2,3\n", /line 2, height must be a number/],
    ["too many", `x,y,width,height\n${"1,2,3,4\n".repeat(boxLimits.boxes + 1)}`, /line 5002 must hold at most 5,000 boxes; it holds 5,001/],
  ])("say of %s which line it is", (_, text, said) => {
    expect(faults(readBoxesCsv(text)).join("; ")).toMatch(said);
  });

  it("have a width of the furthest right edge unless one is given", () => {
    const boxes = (text: string): readonly Box[] => {
      const read = readBoxesCsv(text);
      return read.ok ? read.value : [];
    };
    expect(toNumber(widthOfBoxes(boxes("x,y,width,height\n30,0,99,10\n1000,0,280.4,10\n")))).toBe(1280);
    expect(toNumber(widthOfBoxes(boxes("x,y,width,height\n-90,0,9,10\n")))).toBe(1);
    expect(toNumber(widthOfBoxes(boxes("x,y,width,height\n90000,0,9,10\n")))).toBe(20_000);
  });
});

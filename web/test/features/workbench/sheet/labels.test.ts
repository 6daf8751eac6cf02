import { areaBoxes, exact, fromJsonNumber, type Resolution, resolve, toNumber } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { areaLabels, type Box, columnLabels, cutRow, pxLabels, rowLabels } from "@/features/workbench/sheet/labels";
import { deskWith, randomAreas } from "../../../../../core/test/areas";
import { seeded } from "../../../../../core/test/random";

const names = [
  "Fares",
  "Masthead",
  "Fahrgastinformationsanzeige für Inselverbindungen",
  "Reiseversicherungsbedingungen und Stornierungshinweise 2027",
  "i",
  "Donaudampfschifffahrtsgesellschaftskapitänsmützenablage Nord",
];
/** A stand-in for a font: every letter has an average width. */
const measure = (name: string): number => name.length * 6.7;

/** The overlap of two boxes, px². */
const shared = (a: Box, b: Box): number =>
  Math.max(0, Math.min(a.left + a.width, b.left + b.width) - Math.max(a.left, b.left)) *
  Math.max(0, Math.min(a.top + a.height, b.top + b.height) - Math.max(a.top, b.top));

describe("labels of a sheet", () => {
  it("never overlap, and each area's is inside its area (400 sheets)", () => {
    const random = seeded("labels");
    let [areas, labelled] = [0, 0];
    for (let turn = 0; turn < 400; turn += 1) {
      const count = random.integer(1, 24);
      const width = random.pick([320, 360, 768, 1024, 1280, 1920, 2560]);
      const rowed = random.integer(0, 3) > 0;
      const drawn = randomAreas(random, "desk", count, rowed).slice(0, 40);
      const ids = new Set(drawn.map(({ id }) => id));
      const layout = deskWith(
        drawn.filter(({ within }) => within === undefined || ids.has(within)).map((one) => ({ ...one, name: random.pick(names) })),
        {
          count,
          width,
          height: random.integer(400, 3000),
          gutter: `${random.integer(0, 24)}px`,
          margin: `${random.integer(0, 32)}px`,
          rows: rowed
            ? random.integer(0, 2) === 0
              ? { kind: "dividing", count: random.integer(1, 12), gutter: "8px", margin: { start: "8px", end: "8px" } }
              : { kind: "repeating", height: `${random.integer(2, 60)}px`, gutter: `${random.integer(0, 16)}px`, offset: "0px" }
            : null,
        },
      );
      const at = resolve(layout, { width: fromJsonNumber(width), breakpoint: "desk" });
      if (!at.ok) continue;
      const resolution: Resolution = at.value;
      const height = toNumber(resolution.height);
      const scale = random.integer(320, 1920) / width;
      const sight = { from: -320, until: random.integer(200, 2000) };
      const flag = { left: random.integer(0, 300), top: random.integer(0, 300), width: 24, height: 28 };
      const boxes = areaBoxes(resolution);
      const inAreas = areaLabels(boxes, scale, width * scale, measure, [flag]);
      const rows = rowLabels(resolution, height, scale, sight);
      const beside =
        rows.length > 0 && random.integer(0, 1) === 0 ? rows : pxLabels(height, exact(random.pick([4, 5, 8, 10])), scale, sight);
      const all: readonly Box[] = [...columnLabels(resolution, scale), ...beside, ...inAreas, flag];
      for (const [index, one] of all.entries()) {
        expect(one.width, "a label with nothing in it").toBeGreaterThan(0);
        for (const other of all.slice(index + 1)) expect(shared(one, other), JSON.stringify({ one, other })).toBe(0);
      }
      for (const label of inAreas) {
        const box = boxes.find(({ one }) => one.area.id === label.id);
        if (!box) throw new Error("a label of no area");
        expect(label.left).toBeGreaterThanOrEqual(box.left * scale);
        expect(label.top).toBeGreaterThanOrEqual(box.top * scale);
        expect(label.left + label.width).toBeLessThanOrEqual((box.left + box.width) * scale);
        expect(label.top + label.height).toBeLessThanOrEqual((box.top + box.height) * scale);
        if (!label.shortened) expect(label.width).toBeGreaterThanOrEqual(measure(label.text));
      }
      // An area that has room for a line and no other label in it is labelled.
      const roomy = boxes.filter((box) => box.height * scale >= 24 && box.width * scale >= 40);
      areas += roomy.length;
      labelled += inAreas.length;
    }
    expect(areas).toBeGreaterThan(2000);
    expect(labelled / areas).toBeGreaterThan(0.7);
  });

  it("number all columns that have room, otherwise every n-th and the first", () => {
    const texts = (count: number, wide: number): readonly string[] => {
      const at = resolve(deskWith([], { count, gutter: "8px", margin: "16px" }), { width: fromJsonNumber(1280), breakpoint: "desk" });
      if (!at.ok) throw new Error("no layout");
      return columnLabels(at.value, wide / 1280).map(({ text }) => text);
    };
    expect(texts(12, 900)).toEqual(["1", "2", "3", "4", "5", "6", "7", "8", "9", "10", "11", "12"]);
    expect(texts(24, 320)).toEqual(["2", "4", "6", "8", "10", "12", "14", "16", "18", "20", "22", "24"]);
    expect(texts(24, 160)).toEqual(["3", "6", "9", "12", "15", "18", "21", "24"]);
    expect(texts(1, 320)).toEqual(["1"]);
  });

  it("show px by base units that are far enough apart", () => {
    const px = (scale: number): readonly string[] => pxLabels(400, exact(8), scale, { from: 0, until: 999 }).map(({ text }) => text);
    expect(px(1).slice(0, 4)).toEqual(["0", "32", "64", "96"]);
    expect(px(0.5).slice(0, 4)).toEqual(["0", "64", "128", "192"]);
  });

  it("name the row that is cut by the end of the sheet", () => {
    const cut = (height: number): number | null => {
      const at = resolve(deskWith([], { height }), { width: fromJsonNumber(1280), breakpoint: "desk" });
      if (!at.ok) throw new Error("no layout");
      return cutRow(at.value, height);
    };
    // Rows of 8 with gutters of 8: row 26 is from 400 to 408.
    expect([cut(404), cut(408), cut(400), cut(412)]).toEqual([26, null, null, null]);
  });
});

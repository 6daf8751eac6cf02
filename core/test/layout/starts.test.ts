import { describe, expect, it } from "vitest";
import { check, deviceSets, layoutFromStart, startBases, startRows, startSpaces, type StartSize, suggestSpaces } from "../../src/index";
import { seeded } from "../random";

const sized = (base: number, { sizes }: { readonly sizes: readonly StartSize[] }) => {
  const spaces = startSpaces(sizes, base);
  return sizes.map((size, index) => ({ ...size, ...(spaces[index] ?? { gutter: 0, margin: 0 }) }));
};

describe("a new spec's suggestion", () => {
  const cases = startBases.flatMap((base) => deviceSets.map((set) => [base, set.name, set] as const));
  it.each(cases)(
    "on a base of %i for %s closes: whole columns, on the base unit, rising; only containers get narrower where margins grow",
    (base, _, set) => {
      const all = sized(base, set);
      for (const [index, { name, width, count, gutter, margin }] of all.entries()) {
        expect(gutter).toBeGreaterThanOrEqual(all[index - 1]?.gutter ?? 0);
        // In whole numbers, as on paper.
        const columns = width - 2 * margin - (count - 1) * gutter;
        expect([columns % count, gutter % base, margin % base], name).toEqual([0, 0, 0]);
        expect(columns / count, name).toBeGreaterThan(gutter);
        expect(margin, name).toBeGreaterThanOrEqual(16);
      }
      for (const rows of startRows) {
        const made = layoutFromStart({ name: "New", base, rows, breakpoints: all });
        if (!made.ok) throw new Error(JSON.stringify(made.issues));
        const { findings } = check(made.value);
        const grave = findings
          .filter(({ level }) => level !== "note")
          .map((one) => (one.rule === "steps-rise" ? one.facts.what : one.rule));
        expect(new Set([...grave, "container"]), rows).toEqual(new Set(["container"]));
      }
    },
  );

  it("is the usual one on a base of 8", () => {
    const [usual] = deviceSets;
    expect(sized(8, usual).map(({ gutter, margin }) => [gutter, margin])).toEqual([
      [16, 16],
      [16, 32],
      [24, 64],
    ]);
  });

  it("is the nearest of all that close, and none where none does (3,000 random sizes, all pairs tried)", () => {
    const random = seeded("starts");
    for (let round = 0; round < 3000; round += 1) {
      const size = { width: random.integer(240, 2560), count: random.integer(1, 24) };
      const base = random.pick(startBases);
      const wished = { gutter: random.integer(0, 60), margin: random.integer(0, 200) };
      const found = suggestSpaces(size, base, wished);
      const cost = (gutter: number, margin: number): number => 2 * Math.abs(gutter - wished.gutter) + Math.abs(margin - wished.margin);
      const { width, count } = size;
      let least = Infinity;
      for (let g = 1; g * base < width; g += 1)
        for (let m = Math.ceil(16 / base); m * base < width; m += 1) {
          const left = width - 2 * m * base - (count - 1) * g * base;
          if (left % count === 0 && left > count * g * base) least = Math.min(least, cost(g * base, m * base));
        }
      expect(found ? cost(found.gutter, found.margin) : Infinity, `${width} ${count} ${base}`).toBe(least);
    }
  });

  it("does not exist for 390 with 4 columns on a base of 8", () => expect(suggestSpaces({ width: 390, count: 4 }, 8)).toBeNull());
});

import { describe, expect, it } from "vitest";
import { drawnAtSize, exact, fromJsonNumber, linesBetween, resolutionsOf, resolve, spoken, toNumber } from "../../src/index";
import { cleanLayout } from "../layouts";
import { seeded } from "../random";

describe("a resolution", () => {
  it("contains its gutters between its columns, and its shares among its spans (1,000 grids)", () => {
    const random = seeded("gutters and shares");
    for (let round = 0; round < 1000; round += 1) {
      const count = random.integer(1, 24);
      const layout = cleanLayout();
      const [first] = layout.breakpoints;
      if (!first) throw new Error("no breakpoint");
      const columns = { ...first.columns, count, gutter: `${random.integer(0, 40)}px` };
      const resolved = resolve(
        { ...layout, breakpoints: [{ ...first, columns }] },
        { width: exact(random.integer(320, 2000)), breakpoint: first.id },
      );
      if (!resolved.ok) throw new Error("not resolved");
      const { gutters, columns: tracks, spans, shares: parts } = resolved.value;
      expect(gutters).toHaveLength(count - 1);
      // Computed independently in floating point.
      gutters.forEach(({ start, width }, index) => {
        const [before, after] = [tracks[index], tracks[index + 1]];
        expect(toNumber(start)).toBeCloseTo(toNumber(before?.start ?? exact(-1)) + toNumber(before?.width ?? exact(-1)), 9);
        expect(toNumber(start) + toNumber(width)).toBeCloseTo(toNumber(after?.start ?? exact(-1)), 9);
      });
      for (const part of [2, 3, 4] as const) expect(parts[part] ?? null).toEqual(count % part === 0 ? spans[count / part - 1] : null);
    }
  });

  it("draws the same baseline and mesh as the files", () => {
    const layout = cleanLayout();
    const [first] = layout.breakpoints;
    if (!first) throw new Error("no breakpoint");
    const lined = {
      ...layout,
      breakpoints: [
        {
          ...first,
          baseline: { step: "6px", offset: "10px", emphasis: 3 },
          mesh: { step: "0.5rem", emphasis: 4 },
        },
      ],
    };
    const resolution = resolutionsOf(lined)(first.id);
    const drawn = drawnAtSize(lined, first.id);
    if (!resolution || !drawn.ok || !resolution.baselineLines || !resolution.mesh) throw new Error("nothing is drawn");
    const until = fromJsonNumber(first.drawnAt.height);
    expect(drawn.value.baseline).toEqual(linesBetween(resolution.baselineLines, exact(0), until));
    expect(drawn.value.mesh.level).toEqual(linesBetween(resolution.mesh, exact(0), until));
    expect(drawn.value.baseline.slice(0, 4).map(({ at, emphasised }) => [toNumber(at), emphasised])).toEqual([
      [10, true],
      [16, false],
      [22, false],
      [28, true],
    ]);
  });

  it("is computed once for a breakpoint, and is null for one that does not exist", () => {
    const of = resolutionsOf(cleanLayout());
    expect(of("desk")).toBe(of("desk"));
    expect(of("desk")?.width).toEqual(exact(1280));
    expect(of("none")).toBeNull();
  });
});

it.each([
  [exact(233, 3), "77 and two thirds"],
  [exact(-1, 2), "minus a half"],
  [exact(600, 7), "85 and 5 over 7"],
  [exact(12), "12"],
])("%o is read aloud as %s", (value, words) => expect(spoken(value)).toBe(words));

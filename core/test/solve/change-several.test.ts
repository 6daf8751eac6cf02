import { describe, expect, it } from "vitest";
import { changeSeveral, parseLayout, severalWays } from "../../src/index";
import { cleanLayout, withColumns } from "../layouts";
import { seeded } from "../random";

const ids = new Set(["phone", "tablet", "desk"]);
const texts = (...given: Parameters<typeof changeSeveral>) => changeSeveral(...given).map(({ changed, fault }) => changed?.to ?? fault);

describe("changing a number of several breakpoints", () => {
  it("does what paper does, in hundredths of a px (4,000 random gutters and margins)", () => {
    const random = seeded("change several");
    for (let round = 0; round < 4000; round += 1) {
      const [start, end, gutter] = [random.integer(0, 20_000), random.integer(0, 20_000), random.integer(0, 20_000)];
      const px = (hundredths: number): string => `${hundredths / 100}px`;
      const layout = {
        ...withColumns(cleanLayout(), "desk", { margin: { start: px(start), end: px(end) }, gutter: px(gutter) }),
        base: random.pick(["4px", "8px", "10px"]),
      };
      const way = random.pick(severalWays);
      const by = random.integer(0, 400);
      const base = Number.parseInt(layout.base) * 100;
      // Whole numbers only: nothing is rounded unless rounding is requested.
      const expected = (value: number): number =>
        way === "set"
          ? by * 100
          : way === "add"
            ? value + by * 100
            : way === "multiply"
              ? value * by
              : Math.floor((2 * value + base) / (2 * base)) * base;
      const desk = changeSeveral(layout, new Set(["desk"]), "gutter", way, String(by));
      const margin = changeSeveral(layout, new Set(["desk"]), "margin", way, String(by));
      const wanted = (value: number): string => `${expected(value) / 100}px`;
      const most = 20_000 * 100;
      if (Math.max(...[start, end, gutter].map(expected)) > most) continue;
      expect(desk[0]?.changed?.breakpoint.columns.gutter).toBe(wanted(gutter));
      expect(margin[0]?.changed?.breakpoint.columns.margin).toEqual({ start: wanted(start), end: wanted(end) });
      for (const one of [...desk, ...margin])
        if (one.changed)
          expect(
            parseLayout({
              ...layout,
              breakpoints: layout.breakpoints.map((each) => (each.id === "desk" ? (one.changed?.breakpoint ?? each) : each)),
            }).ok,
          ).toBe(true);
    }
  });

  it("leaves each in its own unit, and says where it cannot be changed", () => {
    const layout = withColumns(cleanLayout(), "phone", { gutter: "1.25rem" });
    expect(texts(layout, ids, "gutter", "add", "8")).toEqual(["It is in rem: add a number with rem, like 1rem", "24", "32"]);
    expect(texts(layout, ids, "gutter", "multiply", "2/3")).toEqual([
      "It would be ⅚, which no decimal says exactly",
      "It would be 10⅔, which no decimal says exactly",
      "16",
    ]);
    // 1.25rem are 20 px; 24 is the upper of the two equally near multiples of 8.
    expect(texts(layout, ids, "gutter", "round", "")).toEqual(["1.5rem", "16", "24"]);
    expect(texts(layout, ids, "gutter", "add", "-20")[1]).toBe("It would be -4: it cannot be below 0");
    expect(texts(layout, ids, "columns", "multiply", "1.5")).toEqual(["6", "12", "18"]);
    expect(texts(layout, ids, "columns", "add", "0.5")[0]).toContain("Type a whole number");
    expect(texts(layout, ids, "gutter", "multiply", "2px")[0]).toContain("Type a factor");
    expect(texts(layout, ids, "gutter", "set", "harbour")[0]).toContain("Not a number");
  });

  it("skips breakpoints that are not chosen or have no such number", () => {
    expect(changeSeveral(cleanLayout(), new Set(["desk"]), "gutter", "set", "20").map(({ id }) => id)).toEqual(["desk"]);
    expect(changeSeveral(cleanLayout(), ids, "baseline", "set", "8")).toEqual([]);
  });
});

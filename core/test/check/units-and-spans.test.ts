import { describe, expect, it } from "vitest";
import { isWholeSpan, isWideEnough } from "../../src/check/mending";
import { baseUnits, onBase } from "../../src/check/on-base";
import { baseSum, baseStanding } from "../../src/check/sums";
import { exact, plainText, toJson } from "../../src/index";
import { seeded } from "../random";

/** A fraction of whole numbers as core writes it. The oracle of these tests counts in whole numbers alone. */
const fraction = (numerator: number, denominator: number): string => toJson(exact(numerator, denominator));

describe("lengths in base units", () => {
  it("are on, on half, or off the base unit, with the nearest whole number and the rest (3,000 lengths)", () => {
    const { integer, pick } = seeded("base units");
    const counts = { on: 0, half: 0, off: 0 };
    for (let times = 0; times < 3000; times += 1) {
      const base = pick([4, 5, 8, 10, 12]);
      const of = pick([1, 1, 2, 3, 4]);
      const length = pick([base * of * integer(0, 40), (base * of * integer(0, 80)) / 2, integer(0, 2000)]);
      if (!Number.isInteger(length)) continue;
      const wanted = length % (base * of) === 0 ? "on" : (2 * length) % (base * of) === 0 ? "half" : "off";
      expect(onBase(exact(length, of), exact(base)), `${length}/${of} of ${base}`).toBe(wanted);
      const { standing, units, over } = baseUnits(exact(length, of), exact(base));
      const near = Math.floor((2 * length + base * of) / (2 * base * of));
      expect([standing, toJson(units), toJson(over)]).toEqual(
        wanted === "off" ? ["off", String(near), fraction(length - near * base * of, of)] : [wanted, fraction(length, base * of), "0"],
      );
      counts[wanted] += 1;
    }
    expect(Math.min(...Object.values(counts))).toBeGreaterThan(200);
  });

  it("are said as half units only where they are", () => {
    expect([4, 12, 3, 7].map((length) => baseStanding(exact(length), exact(8)))).toEqual([
      "on a half unit",
      "on a half unit",
      "off the base unit",
      "off the base unit",
    ]);
    expect(plainText(baseSum(exact(36), exact(8)))).toBe("36 = 4½ × 8");
  });
});

describe("columns in whole parts", () => {
  it("make a whole span, and are wide enough, where whole numbers say so (4,000 columns)", () => {
    const { integer, pick } = seeded("whole spans");
    const seen = new Set<string>();
    for (let times = 0; times < 4000; times += 1) {
      const [unit, over, k] = [pick([1, 2, 3, 64]), integer(1, 12), integer(1, 12)];
      const [column, gutter] = [integer(-5, 400), integer(0, 100)];
      const least = pick([0, 1, 20, 40]);
      const terms = { width: 0, container: 0, margins: 0, column, gutter, over };
      const scale = { unit, half: 4, least };
      // k columns and the gutters between them, in parts of a part: one by one.
      let parts = 0;
      for (let one = 1; one <= k; one += 1) parts += column + (one === k ? 0 : gutter);
      const whole = Number.isInteger(parts / over) && Number.isInteger(parts / over / unit);
      const wide = column > 0 && column / over >= least - 1e-12;
      expect([isWholeSpan(scale, terms, k), isWideEnough(scale, terms)]).toEqual([whole, wide]);
      seen.add(`${whole} ${wide}`);
    }
    expect(seen.size).toBe(4);
    // A column of exactly the least is wide enough, and one of nothing is not.
    expect(isWideEnough({ unit: 1, half: 4, least: 20 }, { width: 0, container: 0, margins: 0, column: 40, gutter: 0, over: 2 })).toBe(
      true,
    );
    expect(isWideEnough({ unit: 1, half: 4, least: 0 }, { width: 0, container: 0, margins: 0, column: 0, gutter: 0, over: 2 })).toBe(false);
  });
});

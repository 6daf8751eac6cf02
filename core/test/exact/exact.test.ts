import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  add,
  ceiling,
  compare,
  divide,
  equals,
  exact,
  floor,
  fromJsonNumber,
  isWhole,
  modulo,
  multiply,
  negate,
  parseDecimal,
  parseExact,
  show,
  subtract,
  toDecimal,
  toExactDecimal,
  toJson,
  zero,
} from "../../src/index";
import { nearestMembers, wholeQuotients } from "../../src/exact/congruence";

/** Ratios from small to far beyond doubles, so that both representations and the step between them are tested. */
const ratios = fc
  .tuple(
    fc.oneof(fc.bigInt({ min: -2000n, max: 2000n }), fc.bigInt({ min: -(10n ** 24n), max: 10n ** 24n })),
    fc.oneof(fc.bigInt({ min: 1n, max: 200n }), fc.bigInt({ min: 1n, max: 10n ** 20n })),
  )
  .map(([n, d]) => exact(n, d));

describe("exact numbers", () => {
  it.each([
    ["10.5", "21/2"],
    ["33.333", "33333/1000"],
    ["-.25", "-1/4"],
    ["0.000001", "1/1000000"],
    ["123456.789012", "30864197253/250000"],
    ["123456789012345678.5", "246913578024691357/2"],
  ])("reads the decimal %s exactly as %s", (text, json) => {
    const read = parseDecimal(text);
    expect(read && toJson(read)).toBe(json);
  });

  it.each(["", "abc", "1e5", "1.2.3", "1/0", "--1", "0x10", "Infinity"])("reads no number from “%s”", (text) => {
    expect(parseExact(text)).toBeNull();
  });

  it("accepts no floats and no division by 0", () => {
    expect(() => exact(0.1)).toThrow(RangeError);
    expect(() => exact(1, 0)).toThrow(RangeError);
    expect(() => divide(exact(1), zero)).toThrow(RangeError);
    expect(() => fromJsonNumber(1e-8)).toThrow(RangeError);
    expect(toJson(fromJsonNumber(0.1))).toBe("1/10");
  });

  it("keeps the laws of arithmetic at any size", () => {
    fc.assert(
      fc.property(ratios, ratios, ratios, (a, b, c) => {
        expect(equals(subtract(add(a, b), b), a)).toBe(true);
        expect(equals(multiply(a, add(b, c)), add(multiply(a, b), multiply(a, c)))).toBe(true);
        expect(Math.sign(compare(a, b)) + Math.sign(compare(b, a))).toBe(0);
        expect(equals(negate(negate(a)), a)).toBe(true);
        if (!equals(b, zero)) expect(equals(multiply(divide(a, b), b), a)).toBe(true);
      }),
    );
  });

  it("puts floor and ceiling around a number, and modulo from 0 to below", () => {
    fc.assert(
      fc.property(ratios, ratios, (a, b) => {
        expect(isWhole(floor(a)) && compare(floor(a), a) <= 0 && compare(a, add(floor(a), exact(1))) < 0).toBe(true);
        expect(equals(ceiling(a), negate(floor(negate(a))))).toBe(true);
        if (compare(b, zero) > 0) {
          const rest = modulo(a, b);
          expect(compare(rest, zero) >= 0 && compare(rest, b) < 0).toBe(true);
        }
      }),
    );
  });

  it("survives its JSON form", () => {
    fc.assert(
      fc.property(ratios, (a) => {
        const back = parseExact(toJson(a));
        expect(back !== null && equals(back, a)).toBe(true);
      }),
    );
  });
});

describe("shown numbers", () => {
  it.each([
    [exact(233, 3), "77⅔", "77.667"],
    [exact(1, 2), "½", "0.5"],
    [exact(-5, 2), "-2½", "-2.5"],
    [exact(123, 10), "12.3", "12.3"],
    [exact(600, 7), "85 5/7", "85.714"],
    [exact(5, 7), "5/7", "0.714"],
    [exact(100_001, 1009), "99.109", "99.109"],
    [exact(1999, 2000), "1", "1"],
  ])("%o is shown as %s and read as %s", (value, shown, decimal) => {
    expect(toDecimal(value)).toBe(decimal);
    expect(show(value)).toBe(shown);
  });

  it("writes a finite decimal whole, or not at all", () => {
    expect(toExactDecimal(exact(1, 64))).toBe("0.015625");
    expect(toExactDecimal(exact(1, 3))).toBeNull();
  });
});

describe("congruences", () => {
  it("finds every whole number for which (constant − slope·x)/n is whole, as trying each does", () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -500, max: 2000 }),
        fc.integer({ min: 1, max: 6 }),
        fc.integer({ min: 1, max: 40 }),
        fc.integer({ min: 1, max: 24 }),
        (constant, d, slope, n) => {
          const c = exact(constant, d);
          const tried = Array.from({ length: 150 }, (_, x) => x).filter((x) => isWhole(divide(subtract(c, exact(slope * x)), exact(n))));
          const found = wholeQuotients(c, exact(slope), n);
          const listed =
            found === null
              ? []
              : tried.length === 0
                ? [-1]
                : Array.from({ length: 150 }, (_, x) => x).filter((x) => (BigInt(x) - found.first) % found.step === 0n);
          expect(listed).toEqual(tried);
        },
      ),
    );
  });

  it("lists the nearest members first", () => {
    expect(nearestMembers({ first: 0n, step: 12n }, exact(20), 2)).toEqual([24n, 12n, 36n, 0n]);
    expect(nearestMembers({ first: 2n, step: 6n }, exact(-1), 1)).toEqual([-4n, 2n]);
  });
});

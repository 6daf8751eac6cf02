import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { inBoth, nearestMembers, type ResidueClass, wholeQuotients } from "../../src/exact/congruence";
import { divide, exact, isWhole, multiply, subtract } from "../../src/index";
import { seedOf } from "../seed";

const members = ({ first, step }: ResidueClass, most: bigint): readonly bigint[] => {
  const out: bigint[] = [];
  for (let x = first; x <= most; x += step) out.push(x);
  return out;
};
const classes = fc
  .tuple(fc.bigInt({ min: 1n, max: 60n }), fc.bigInt({ min: 0n, max: 59n }))
  .map(([step, first]): ResidueClass => ({ first: first % step, step }));

describe("residue classes", () => {
  it("in common are exactly those in both", () => {
    fc.assert(
      fc.property(classes, classes, (a, b) => {
        const most = 3600n;
        const second = new Set(members(b, most));
        const tried = members(a, most).filter((x) => second.has(x));
        const found = inBoth(a, b);
        expect(found ? members(found, most) : []).toEqual(tried);
      }),
      { seed: seedOf("common residue classes"), numRuns: 300 },
    );
  });

  it.each<[ResidueClass, ResidueClass, ResidueClass | null]>([
    [
      { first: 2n, step: 4n },
      { first: 0n, step: 6n },
      { first: 6n, step: 12n },
    ],
    [{ first: 1n, step: 4n }, { first: 0n, step: 6n }, null],
    [
      { first: 0n, step: 1n },
      { first: 5n, step: 7n },
      { first: 5n, step: 7n },
    ],
    [
      { first: 2n, step: 3n },
      { first: 3n, step: 5n },
      { first: 8n, step: 15n },
    ],
  ])("%o and %o", (a, b, both) => {
    expect(inBoth(a, b)).toEqual(both);
    expect(inBoth(b, a)).toEqual(both);
  });

  it("of whole quotients contain every x for which (constant − slope·x)/n is whole, and no other", () => {
    const part = fc.tuple(fc.integer({ min: -400, max: 400 }), fc.integer({ min: 1, max: 6 })).map(([n, d]) => exact(n, d));
    fc.assert(
      fc.property(part, part, fc.integer({ min: 1, max: 12 }), (constant, slope, n) => {
        const found = wholeQuotients(constant, slope, n);
        const inside = new Set(found ? members(found, 500n) : []);
        for (let x = 0; x <= 500; x += 1)
          expect(inside.has(BigInt(x))).toBe(isWhole(divide(subtract(constant, multiply(slope, exact(x))), exact(n))));
      }),
      { seed: seedOf("whole quotients"), numRuns: 60 },
    );
  });

  it("list their members nearest first, the smaller of two equally near ones before the larger", () => {
    expect(nearestMembers({ first: 2n, step: 6n }, exact(11), 2)).toEqual([8n, 14n, 2n, 20n]);
    expect(nearestMembers({ first: 2n, step: 6n }, exact(40, 3), 1)).toEqual([14n, 8n]);
  });
});

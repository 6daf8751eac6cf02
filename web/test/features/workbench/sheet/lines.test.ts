import { exact } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { hatchInSight, linesInSight } from "@/features/workbench/sheet/lines";
import { seeded } from "../../../../../core/test/random";

type Segment = readonly [x1: number, y1: number, x2: number, y2: number];

/** The segments of a path of M, H, V and L. */
const segments = (path: string): readonly Segment[] =>
  [...path.matchAll(/M(\S+) ([^\sHVL]+)([HVL])([^\sM]+)(?: ([^\sM]+))?/g)].map(([, x, y, how, a, b]): Segment => {
    const [x1, y1] = [Number(x), Number(y)];
    return how === "H" ? [x1, y1, Number(a), y1] : how === "V" ? [x1, y1, x1, Number(a)] : [x1, y1, Number(a), Number(b)];
  });

describe("lines in view", () => {
  it("are all lines of the sheet that fall there, with every n-th emphasised", () => {
    const random = seeded("lines in sight");
    for (let turn = 0; turn < 1000; turn += 1) {
      const [step, emphasis] = [random.integer(3, 80) / 2, random.integer(1, 9)];
      const offset = random.integer(0, 200);
      const scale = random.pick([0.5, 1, 2]);
      const from = random.integer(0, 600) * scale;
      const until = from + random.integer(0, 700) * scale;
      const upright = random.integer(0, 1) === 1;
      const lines = { offset: exact(offset), step: exact(2 * step, 2), emphasis };
      const { strong, weak } = linesInSight(lines, { scale, length: 300, upright }, { from, until });
      const drawn = [...segments(strong).map((one) => ({ one, is: true })), ...segments(weak).map((one) => ({ one, is: false }))]
        .map(({ one: [x1, y1, x2, y2], is }) => {
          const whole = upright ? x1 === x2 && y1 === 0 && y2 === 300 : y1 === y2 && x1 === 0 && x2 === 300;
          return `${whole ? "" : "cut "}${((upright ? x1 : y1) + 0.4).toFixed(2)} ${is}`;
        })
        .sort();
      // Counted one by one: the first is at the offset.
      const expected: string[] = [];
      for (let k = 0; k < 1200; k += 1) {
        const at = (offset + k * step) * scale;
        if (at >= from && at <= until) expected.push(`${at.toFixed(2)} ${k % emphasis === 0}`);
      }
      expect(drawn).toEqual(expected.sort());
    }
  });

  it("of a hatch are a pitch apart, end at the strip's edges, and continue in the strip beside", () => {
    const random = seeded("hatch in sight");
    for (let turn = 0; turn < 1000; turn += 1) {
      const left = random.integer(0, 300);
      const right = left + random.integer(1, 300);
      const from = random.integer(0, 300);
      const until = from + random.integer(1, 300);
      const drawn = segments(hatchInSight({ left, right }, { from, until }, 10));
      const sums = drawn.map(([x1, y1]) => x1 + y1);
      expect(sums).toEqual(Array.from({ length: sums.length }, (_, index) => (Math.ceil((left + from) / 10) + index) * 10));
      // The lower end is on the left or bottom edge, the upper end on the right or top edge, both inside the strip.
      const wrong = drawn.filter(
        ([x1, y1, x2, y2]) =>
          x2 + y2 !== x1 + y1 ||
          !(x1 === left || y1 === until) ||
          !(x2 === right || y2 === from) ||
          !(x1 >= left && x2 <= right && y2 >= from && y1 <= until),
      );
      expect(wrong).toEqual([]);
      // No other line of the hatch crosses the strip.
      const last = sums.at(-1) ?? (Math.ceil((left + from) / 10) - 1) * 10;
      expect(last + 10).toBeGreaterThanOrEqual(right + until);
    }
    expect(hatchInSight({ left: 10, right: 10 }, { from: 0, until: 90 }, 10)).toBe("");
  });
});

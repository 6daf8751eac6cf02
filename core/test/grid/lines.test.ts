import { describe, expect, it } from "vitest";
import { exact, linesBetween, toNumber } from "../../src/index";
import { seeded } from "../random";

describe("lines at a fixed step", () => {
  it("are those of a walk from the offset on, with every n-th emphasised from the first (2,000 stretches)", () => {
    const random = seeded("lines between");
    for (let turn = 0; turn < 2_000; turn += 1) {
      const [offset, step, emphasis] = [random.integer(-40, 40), random.integer(1, 24), random.integer(1, 9)];
      const from = random.integer(0, 300);
      const until = from + random.integer(0, 300);
      const walked: { at: number; emphasised: boolean }[] = [];
      for (let [at, left] = [offset, 0]; at <= until; at += step, left = left === 0 ? emphasis - 1 : left - 1)
        if (at >= Math.max(0, from)) walked.push({ at, emphasised: left === 0 });
      const lines = linesBetween({ offset: exact(offset), step: exact(step), emphasis }, exact(from), exact(until));
      expect(
        lines.map(({ at, emphasised }) => ({ at: toNumber(at), emphasised })),
        JSON.stringify({ offset, step, emphasis, from, until }),
      ).toEqual(walked);
    }
  });
});

import { describe, expect, it } from "vitest";
import {
  applyChanges,
  changeSentence,
  changesInWords,
  compareLayouts,
  followOn,
  changeWords,
  plainText,
  sameJson,
  valueWords,
} from "../../src/index";
import { cleanLayout } from "../layouts";
import { seeded } from "../random";
import { editedTimes } from "./edits";

describe("changes between any two layouts", () => {
  it("turn one into the other, whole; each is worded, and no before reads like its after (2,000 pairs)", () => {
    const random = seeded("changes told");
    let told = 0;
    for (let round = 0; round < 2_000; round += 1) {
      const before = editedTimes(cleanLayout(), random.integer(0, 12), random);
      const after = editedTimes(before, random.integer(1, 4), random);
      const changes = compareLayouts(before, after);
      const applied = applyChanges(before, changes);
      if (!applied.ok) throw new Error(`round ${round}: ${JSON.stringify({ changes, applied }).slice(0, 2000)}`);
      expect(sameJson(applied.layout, after), `round ${round}: ${JSON.stringify(changes).slice(0, 2000)}`).toBe(true);
      for (const change of changes) {
        const said = changesInWords([change], before, after);
        expect(said.length, `round ${round}: told as nothing: ${JSON.stringify(change)}`).toBeGreaterThan(0);
        for (const one of said) {
          told += 1;
          const [from, to] = [one.from && plainText(one.from), plainText(one.to)];
          expect(from, `round ${round}: ${plainText(changeSentence(one))}: ${JSON.stringify(change)}`).not.toBe(to);
        }
      }
    }
    expect(told).toBeGreaterThan(3_000);
  }, 120_000);

  it("made by two people from one layout are asked about in words that differ (1,500 pairs)", () => {
    const random = seeded("questions told");
    let asked = 0;
    for (let round = 0; round < 1_500; round += 1) {
      const base = editedTimes(cleanLayout(), random.integer(0, 12), random);
      const [theirs, mine] = [editedTimes(base, random.integer(1, 6), random), editedTimes(base, random.integer(1, 6), random)];
      for (const { change, ours } of followOn(base, theirs, mine).met) {
        if (change.path.at(-1) === "#order" || sameJson(ours, change.to)) continue;
        asked += 1;
        const [keep, take] = [plainText(valueWords(ours)), plainText(valueWords(change.to))];
        expect(keep, `round ${round}: ${plainText(changeWords(change, mine, theirs).what)}: ${JSON.stringify({ ours, change })}`).not.toBe(
          take,
        );
      }
    }
    expect(asked).toBeGreaterThan(75);
  }, 120_000);
});

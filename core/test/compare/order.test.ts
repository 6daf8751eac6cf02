import { describe, expect, it } from "vitest";
import {
  applyChanges,
  changeSentence,
  changesInWords,
  compareLayouts,
  followOn,
  type Layout,
  plainText,
  settleFollowing,
} from "../../src/index";
import { mergeOrder } from "../../src/compare/order";
import { area } from "../areas";
import { cleanLayout } from "../layouts";
import { seeded } from "../random";

const with_ = (ids: string): Layout => ({ ...cleanLayout(), areas: [...ids].map((id) => area(`area-${id}`, {})) });
const idsOf = ({ areas }: Layout): string => areas.map(({ id }) => id.slice(-1)).join("");

describe("two orders derived from one", () => {
  it.each<[string, string, string, string, string | null]>([
    ["both inserted, at different places", "abc", "axbc", "abyc", "axbyc"],
    ["both inserted behind the same one: by name", "ab", "axb", "ayb", "axyb"],
    ["both put something first", "ab", "xab", "yab", "xyab"],
    ["one turned two round, the other inserted between them", "ab", "ba", "axb", "bax"],
    ["both moved the same one to the same place", "abc", "cab", "cab", "cab"],
    ["each moved another one", "abcd", "bacd", "abdc", "badc"],
    ["what one took away the other moved past", "abc", "ac", "bac", "bac"],
    ["one moved to the end, one inserted at the end", "abc", "bca", "abcx", "bcxa"],
    ["orders that contradict: b before a, a before c, c before b", "abc", "bac", "acb", null],
  ])("%s: %s made %s, and %s there", (_, from, to, now, expected) => {
    // What one side inserted is in the list before its order is merged.
    const arrived = [...now, ...[...to].filter((name) => !from.includes(name) && !now.includes(name))];
    const merged = mergeOrder([...from], [...to], arrived);
    expect(merged === null ? null : merged.join("")).toBe(expected);
  });

  /** Insertions at random places and a few removals; the rest keeps its order. */
  const edited = (ids: string, fresh: string, random: ReturnType<typeof seeded>): string => {
    let next = [...ids];
    for (const id of fresh) if (random.integer(0, 1) === 1) next.splice(random.integer(0, next.length), 0, id);
    if (random.integer(0, 3) === 0) next = next.filter((_, index) => index !== random.integer(0, next.length - 1));
    return next.join("");
  };

  it("merge so that each item stays behind the neighbour it was moved behind, whoever comes first, without a question (2,000 pairs)", () => {
    const random = seeded("orders");
    for (let round = 0; round < 2_000; round += 1) {
      const base = "abcdef".slice(0, random.integer(0, 6));
      const [mine, theirs] = [edited(base, "uvw", random), edited(base, "xyz", random)];
      const changes = (to: string) => compareLayouts(with_(base), with_(to));
      const apply = (on: Layout, to: string): string => {
        const applied = applyChanges(on, changes(to));
        if (!applied.ok) throw new Error(`round ${round}: ${base} → ${mine} and ${theirs}: ${JSON.stringify(applied)}`);
        return idsOf(applied.layout);
      };
      const [first, second] = [apply(with_(theirs), mine), apply(with_(mine), theirs)];
      const what = `round ${round}: ${base} → ${mine} and ${theirs}: ${first} or ${second}`;
      const following = followOn(with_(base), with_(theirs), with_(mine));
      expect(following.met, what).toEqual([]);
      const settled = settleFollowing(with_(mine), following, [], { spec: "Other", version: "1.0.0" });
      const followed = settled.ok ? idsOf(settled.layout) : "";
      for (const merged of [first, second, followed]) {
        expect([...merged].sort(), what).toEqual(
          [...new Set(mine + theirs)].filter((id) => (mine.includes(id) && theirs.includes(id)) || !base.includes(id)).sort(),
        );
        // An oracle without core: two entries that one side ordered and the other did not reverse keep that order.
        for (const side of [mine, theirs])
          for (let a = 0; a < side.length; a += 1)
            for (let b = a + 1; b < side.length; b += 1) {
              const [x, y] = [side[a] ?? "", side[b] ?? ""];
              if (merged.includes(x) && merged.includes(y) && merged.indexOf(x) >= merged.indexOf(y))
                expect.fail(`${what}: ${x} before ${y} in ${merged}`);
            }
      }
    }
  }, 120_000);
});

describe("an order put into words", () => {
  const steps = (ids: string): Layout => ({ ...cleanLayout(), spacing: [...ids].map((id) => ({ name: id, multiple: id.charCodeAt(0) })) });
  const said = (from: string, to: string): readonly string[] => {
    const [before, after] = [steps(from), steps(to)];
    return changesInWords(compareLayouts(before, after), before, after).map((change) => plainText(changeSentence(change)));
  };

  const isWithin = (some: readonly string[], whole: string): boolean => {
    let at = -1;
    return some.every((id) => (at = whole.indexOf(id, at + 1)) >= 0);
  };

  it.each([
    ["two changed places", "abcd", "acbd", "c now comes before b"],
    ["one went to the end", "abcd", "bcda", "a now comes last"],
    ["two went to the front together", "abcd", "cdab", "c, d now come before a"],
    ["two were moved apart", "abcdef", "acdbef", "b now comes before e"],
  ])("%s", (_what, from, to, sentence) => {
    expect(said(from, to)).toEqual([sentence]);
  });

  it("moves as few items as possible, and can be followed by hand from one order to the other (2,000 orders)", () => {
    const random = seeded("orders in words");
    for (let round = 0; round < 2_000; round += 1) {
      const from = "abcdefgh".slice(0, random.integer(2, 8));
      const rest = [...from];
      const to = [...from].map(() => rest.splice(random.integer(0, rest.length - 1), 1)[0]).join("");
      if (from === to) continue;
      const [sentence = ""] = said(from, to);
      const runs = [...sentence.matchAll(/([a-h](?:, [a-h])*) now comes? (?:before ([a-h])|last)/g)].map(([, ids = "", next]) => ({
        ids: ids.split(", "),
        next,
      }));
      const moved = new Set(runs.flatMap(({ ids }) => ids));
      const order = [...from].filter((id) => !moved.has(id));
      for (const { ids, next } of runs.reverse()) order.splice(next === undefined ? order.length : order.indexOf(next), 0, ...ids);
      expect(order.join(""), `${from} → ${to}: ${sentence}`).toBe(to);
      // Tries every subset of entries for the longest that has the same order in both.
      const choices = Array.from({ length: 2 ** from.length }, (_one, bits) => [...from].filter((_id, index) => (bits >> index) % 2 === 1));
      const still = Math.max(...choices.filter((some) => isWithin(some, to)).map(({ length }) => length));
      expect(moved.size, `${from} → ${to}: ${sentence}`).toBe(from.length - still);
    }
  });
});

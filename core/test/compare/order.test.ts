import { describe, expect, it } from "vitest";
import { applyChanges, compareLayouts, followOn, type Layout, settleFollowing } from "../../src/index";
import { mergeOrder } from "../../src/compare/order";
import { area } from "../areas";
import { cleanLayout } from "../layouts";
import { seeded } from "../random";

const with_ = (ids: string): Layout => ({ ...cleanLayout(), areas: [...ids].map((id) => area(`area-${id}`, {})) });
const idsOf = ({ areas }: Layout): string => areas.map(({ id }) => id.slice(-1)).join("");

describe("orders that two people made of one", () => {
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
    // What one side inserted is there by the time its order is merged.
    const arrived = [...now, ...[...to].filter((name) => !from.includes(name) && !now.includes(name))];
    const merged = mergeOrder([...from], [...to], arrived);
    expect(merged === null ? null : merged.join("")).toBe(expected);
  });

  /** Insertions at random places, and now and then one taken away: the rest keeps its order. */
  const edited = (ids: string, fresh: string, random: ReturnType<typeof seeded>): string => {
    let next = [...ids];
    for (const id of fresh) if (random.integer(0, 1) === 1) next.splice(random.integer(0, next.length), 0, id);
    if (random.integer(0, 3) === 0) next = next.filter((_, index) => index !== random.integer(0, next.length - 1));
    return next.join("");
  };

  it("each stays behind the neighbour it was put behind, whoever was first, and nobody is asked (4,000 pairs)", () => {
    const random = seeded("orders");
    for (let round = 0; round < 4_000; round += 1) {
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
        // An oracle without core: of any two that one side had in an order and the other did not turn round, that order stands.
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

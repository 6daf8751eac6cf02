import { describe, expect, it } from "vitest";
import { blankLayout, check, type CheckMemory, checkMemory, type Layout, newBreakpoint, parseLayout, tryNextFix } from "../../src/index";
import { randomAreas } from "../areas";
import { seeded } from "../random";

const ids = ["hand", "tablet", "desk"] as const;
const breakpoint = (id: string, index: number) =>
  newBreakpoint({ id, name: id, from: 320 + 400 * index, width: 400 + 400 * index, height: 900, count: 12, gutter: "8px", margin: "16px" });

const parsed = (data: unknown): Layout => {
  const result = parseLayout(data);
  if (!result.ok) throw new Error(JSON.stringify(result.issues));
  return result.value;
};

/** The findings, with the fixes of two of them: computing fixes takes as long as a check each. */
const seen = (layout: Layout, which: number, memory: CheckMemory) =>
  check(layout, memory).findings.map((finding, index, { length }) => ({
    ...Object.fromEntries((["rule", "level", "breakpoint", "path", "facts", "accepted"] as const).map((name) => [name, finding[name]])),
    fixes: [which % length, (which * 7) % length].includes(index) ? finding.fixes : null,
  }));

describe("the memory of checks", () => {
  it("changes no finding: after every edit they are those of a fresh check (90 edits)", () => {
    const random = seeded("remembered checks");
    const memory = checkMemory();
    for (let round = 0; round < 15; round += 1) {
      const placements = new Map(ids.map((id) => [id, randomAreas(random, id, 12, true)]));
      const areas = (placements.get("desk") ?? []).map((area, index) => ({
        ...area,
        ...(random.integer(0, 1) === 0 ? { kind: "card" } : {}),
        placements: Object.assign({}, ...ids.map((id) => placements.get(id)?.[index]?.placements ?? {})) as typeof area.placements,
      }));
      let layout = parsed({ ...blankLayout("Remembered"), breakpoints: ids.map(breakpoint), areas });
      for (let step = 0; step < 6; step += 1) {
        const at = random.pick(ids);
        const chosen = random.pick(layout.areas);
        const edit = random.pick(["move", "name", "swap", "base", "columns", "hide", "undo"] as const);
        const one = (change: (area: typeof chosen) => typeof chosen) => layout.areas.map((area) => (area === chosen ? change(area) : area));
        const placement = chosen.placements[at];
        const next: Layout = {
          move: () =>
            placement
              ? {
                  ...layout,
                  areas: one((area) => ({
                    ...area,
                    placements: { ...area.placements, [at]: { ...placement, column: random.integer(1, 14) } },
                  })),
                }
              : layout,
          name: () => ({ ...layout, areas: one((area) => ({ ...area, name: `Named ${step}`, kind: "card" })) }),
          swap: () => ({ ...layout, areas: [...layout.areas].reverse(), breakpoints: [...layout.breakpoints].reverse() }),
          base: () => ({ ...layout, base: random.pick(["4px", "8px"]), rootFontSize: random.pick(["16px", "20px"]) }),
          columns: () => ({
            ...layout,
            breakpoints: layout.breakpoints.map((each) =>
              each.id === at ? { ...each, columns: { ...each.columns, count: random.integer(6, 12) } } : each,
            ),
          }),
          hide: () => ({
            ...layout,
            areas: one((area) => ({
              ...area,
              placements: Object.fromEntries(Object.entries(area.placements).filter(([id]) => id !== at)),
            })),
          }),
          undo: () => layout,
        }[edit]();
        layout = parsed(next);
        expect(seen(layout, step, memory)).toEqual(seen(parsed(structuredClone(layout)), step, checkMemory()));
      }
    }
  });

  it("tries fixes one at a time with the same result", () => {
    const random = seeded("fixes one at a time");
    let tried = 0;
    for (let round = 0; round < 20; round += 1) {
      const areas = randomAreas(random, "desk", 12, true);
      const layout = parsed({ ...blankLayout("Fixes"), breakpoints: [breakpoint("desk", 2)], areas });
      const whole = check(layout).findings.map(({ fixes }) => fixes);
      const oneByOne = check(layout).findings.map((finding) => {
        while (tryNextFix(finding)) tried += 1;
        return finding.fixes;
      });
      expect(oneByOne).toEqual(whole);
    }
    expect(tried).toBeGreaterThan(20);
  });
});

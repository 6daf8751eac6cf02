import { describe, expect, it } from "vitest";
import { type Area, type Layout, newBreakpoint, parseLayout } from "../../src/index";
import { area, deskWith, placed, randomAreas } from "../areas";
import { seeded } from "../random";

/** A copy of the document that no parse returned, so that it is parsed from scratch. */
const unknown = <T>(data: T): T => structuredClone(data);

const wideOf = (id: string) =>
  newBreakpoint({ id, name: "Wide", from: 1440, width: 1600, height: 900, count: 12, gutter: "24px", margin: "64px" });

describe("parsing again after an edit", () => {
  it("gives what parsing everything gives, over valid and invalid edits", () => {
    const random = seeded("parsing again");
    let right = 0;
    let wrong = 0;
    for (let round = 0; round < 80; round += 1) {
      const layout = deskWith(randomAreas(random, "desk", 12, random.integer(0, 1) === 0));
      const one = <T>(list: readonly T[]): T => random.pick(list);
      const changed = (change: (area: Area) => unknown): unknown => {
        const chosen = one(layout.areas);
        return { ...layout, areas: layout.areas.map((each) => (each === chosen ? change(each) : each)) };
      };
      const edits: readonly unknown[] = [
        layout,
        changed((each) => ({ ...each, name: `Renamed ${round}` })),
        changed((each) => ({ ...each, placements: { desk: placed(random.integer(1, 40), random.integer(1, 30)) } })),
        changed((each) => ({ ...each, placements: { desk: { column: 1, span: 2 } } })),
        changed((each) => ({ ...each, placements: { nowhere: placed(1, 1) } })),
        changed((each) => ({ ...each, within: one(layout.areas).id })),
        changed((each) => ({ ...each, id: one(layout.areas).id })),
        changed((each) => ({ ...each, name: "", kind: "\0" })),
        { ...layout, areas: layout.areas.filter((each) => each !== layout.areas[0]) },
        { ...layout, areas: [...layout.areas, { id: "more", name: "More", placements: {} }] },
        { ...layout, areas: [...layout.areas, ...Array.from({ length: 189 }, (_, index) => area(`more-${index}`, {}))] },
        { ...layout, areas: undefined },
        { ...layout, areas: null, breakpoints: [] },
        { ...layout, breakpoints: [] },
        { ...layout, breakpoints: [...layout.breakpoints, wideOf("wide")] },
        { ...layout, breakpoints: [...layout.breakpoints, wideOf("desk")] },
        { ...layout, breakpoints: [wideOf("wide")] },
        { ...layout, base: one(["4px", "0px", "8"]), name: one(["", "Other"]) },
        {
          ...layout,
          text: [{ name: "Body", size: "16px", lineHeight: "24px", font: "Archivo", at: { wide: { size: "17px", lineHeight: "24px" } } }],
        },
        { ...layout, elsewhere: 1 },
      ];
      for (const edit of edits) {
        const again = parseLayout(edit);
        expect(again).toEqual(parseLayout(unknown(edit)));
        if (again.ok) right += 1;
        else wrong += 1;
      }
    }
    expect([right, wrong].every((count) => count > 200)).toBe(true);
  });

  it("keeps the entries that did not change, and no others", () => {
    const layout: Layout = deskWith([area("a", { desk: placed(1, 2) }), area("b", { desk: placed(3, 2) })]);
    const moved = parseLayout({
      ...layout,
      areas: [layout.areas[0], { ...layout.areas[1], placements: { desk: { column: 4, span: 2 } } }],
    });
    if (!moved.ok) throw new Error("no layout");
    expect(moved.value.areas[0]).toBe(layout.areas[0]);
    expect(moved.value.breakpoints[0]).toBe(layout.breakpoints[0]);
    expect(moved.value.areas[1]).toEqual(area("b", { desk: placed(4, 2) }));
  });
});

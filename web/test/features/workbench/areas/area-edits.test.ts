import { type AreaGeometry, exact, type Layout, parseLayout, placeText, type Resolution, resolve } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import {
  addArea,
  besideBefore,
  type Edge,
  hideAt,
  moved,
  ownRow,
  placeAt,
  removeArea,
  reorderArea,
  withPlacement,
} from "@/features/workbench/areas/area-edits";
import { area, deskWith, placed, randomAreas } from "../../../../../core/test/areas";
import { seeded } from "../../../../../core/test/random";

const resolved = (layout: Layout): Resolution => {
  const found = resolve(layout, { width: exact(1280) });
  if (!found.ok) throw new Error("not resolved");
  return found.value;
};
const only = (layout: Layout, id: string): AreaGeometry => {
  const one = resolved(layout).areas.find((each) => each.area.id === id);
  if (!one) throw new Error(`${id} is not shown`);
  return one;
};
const at = (layout: Layout, id: string): string => {
  const placement = layout.areas.find((one) => one.id === id)?.placements["desk"];
  return placement ? placeText(placement) : "not shown";
};

describe("edits of areas", () => {
  const page = deskWith([
    area("text", { desk: placed(1, 6, { row: 7, rowSpan: 4 }) }),
    area("picture", { desk: placed(1, 12, { row: 13, rowSpan: 3 }) }),
    area("inner", { desk: placed(1, 2) }, { within: "text" }),
  ]);

  it("place one beside the previous one, in the free columns, or on a row of its own", () => {
    const beside = besideBefore(resolved(page), only(page, "picture"));
    expect(beside && placeText(beside)).toBe("7–12 r 7–9");
    expect(besideBefore(resolved(page), only(page, "text"))).toBeNull();
    const next = beside ? placeAt(page, "picture", "desk", beside) : page;
    expect(placeText(ownRow(resolved(next), only(next, "picture")))).toBe("1–12 r 11–13");
  });

  it("move edges by whole columns and rows and keep them inside (20,000 moves)", () => {
    const random = seeded("area moves");
    for (let round = 0; round < 500; round += 1) {
      const layout = deskWith(randomAreas(random, "desk", 12, true));
      for (const one of resolved(layout).areas.slice(0, 8))
        for (const edge of ["all", "start", "end", "top", "bottom"] as const satisfies readonly Edge[]) {
          const place = moved(one, edge, random.integer(-14, 14), random.integer(-14, 14));
          const { column, span, row = 1, rowSpan = 1 } = place;
          expect(
            [column >= 1, span >= 1, column + span - 1 <= one.on.count, row >= 1, rowSpan >= 1],
            `${edge} ${JSON.stringify(place)}`,
          ).toEqual([true, true, true, true, true]);
          if (edge === "all") expect([span, rowSpan]).toEqual([one.placement.span, one.rowSpan]);
          if (edge === "start") expect(column + span).toBe(one.placement.column + one.placement.span);
          if (edge === "end") expect(column).toBe(one.placement.column);
          expect(parseLayout(placeAt(layout, one.area.id, "desk", place)).ok).toBe(true);
        }
    }
  });

  it("hide or remove nested areas together with their area", () => {
    expect(at(hideAt(page, "text", "desk"), "inner")).toBe("not shown");
    expect(removeArea(page, "text").areas.map(({ id }) => id)).toEqual(["picture"]);
    expect(parseLayout(removeArea(page, "text")).ok).toBe(true);
  });

  it("add one with a new name and id, and change its place in reading order", () => {
    const twice = addArea(addArea(page, "desk", { column: 1, span: 4 }, undefined).layout, "desk", { column: 5, span: 4 }, "text");
    expect(twice.layout.areas.map(({ id, name, within }) => [id, name, within])).toEqual([
      ["text", "Text", undefined],
      ["picture", "Picture", undefined],
      ["inner", "Inner", "text"],
      ["area", "Area", undefined],
      ["area-2", "Area 2", "text"],
    ]);
    expect(reorderArea(page, "inner", -1).areas.map(({ id }) => id)).toEqual(["text", "inner", "picture"]);
    expect(reorderArea(page, "text", -1)).toBe(page);
  });

  it("keep the rest of a placement if only its position is typed, and drop what is undefined", () => {
    const leaving = withPlacement(page, "picture", "desk", { leaves: "end", reason: "Sea." });
    expect(placeAt(leaving, "picture", "desk", { column: 3, span: 2 }).areas[1]?.placements["desk"]).toMatchObject({
      column: 3,
      span: 2,
      leaves: "end",
      reason: "Sea.",
    });
    expect(at(withPlacement(page, "picture", "desk", { row: undefined }), "picture")).toBe("1–12 r +3");
  });
});

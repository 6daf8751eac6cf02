import { describe, expect, it, vi } from "vitest";
import type { TriedColumns } from "../../src/check/mending";
import { rules } from "../../src/check/registry";
import { cleanLayout, withColumns } from "../layouts";

describe("a new rule that can be mended", () => {
  it("is searched for by a repair without another line: a rule of even counts, made up here", async () => {
    vi.resetModules();
    vi.doMock("../../src/check/registry", async (original) => {
      const real = await original<typeof import("../../src/check/registry")>();
      const evenCount = {
        ...rules["divides-well"],
        id: "even-count",
        level: "problem",
        mends: { cells: ["columns"], columns: ({ count }: TriedColumns) => count % 2 === 0 },
        find: ({ breakpoints }: Parameters<(typeof rules)["divides-well"]["find"]>[0]) =>
          breakpoints.flatMap(({ breakpoint, index }) =>
            breakpoint.columns.count % 2 === 0
              ? []
              : [{ breakpoint: breakpoint.id, path: `/breakpoints/${index}/columns/count`, facts: { count: 1 }, fixes: [] }],
          ),
      };
      const made = { ...real.rules, "even-count": evenCount };
      return { ...real, rules: made, ruleIds: Object.keys(made) };
    });
    const core = await import("../../src/index");
    const layout = withColumns(cleanLayout(), "desk", { count: 3, gutter: "24px" });
    const repaired = core.repair(layout);
    if (!repaired.ok) throw new Error("not repaired");
    expect(core.repair(layout, [{ breakpoint: "desk", cell: "columns" }])).toMatchObject({ ok: false, breakpoints: ["desk"] });
    expect((repaired.layout.breakpoints[2]?.columns.count ?? 1) % 2).toBe(0);
    expect(repaired.left).toEqual([]);
  });
});

import fc from "fast-check";
import { describe, expect, it } from "vitest";
import {
  applyChanges,
  changeSentence,
  changesInWords,
  compareLayouts,
  countChanges,
  type Layout,
  newBreakpoint,
  plainText,
  sameJson,
} from "../../src/index";
import { cleanLayout, margin, withBreakpoint, withColumns } from "../layouts";

const wide = newBreakpoint({ id: "wide", name: "Wide", from: 1440, width: 1600, height: 1000, count: 12, gutter: "32px", margin: "64px" });

const edits: readonly ((layout: Layout) => Layout)[] = [
  (layout) => withColumns(layout, "desk", { gutter: "20px" }),
  (layout) => withColumns(layout, "desk", { margin: margin("60px") }),
  (layout) => withColumns(layout, "tablet", { count: 6 }),
  (layout) => withColumns(layout, "phone", { container: { kind: "fixed", width: "300px", align: "start" } }),
  (layout) => withBreakpoint(layout, "tablet", (one) => ({ ...one, name: "Slate", from: 640 })),
  (layout) =>
    withBreakpoint(layout, "desk", (one) => ({
      ...one,
      rows: { kind: "repeating", height: "8px", gutter: "8px", offset: "0px" },
      baseline: { step: "4px", offset: "0px", emphasis: 4 },
    })),
  (layout) => ({ ...layout, breakpoints: [...layout.breakpoints, wide] }),
  (layout) => ({ ...layout, breakpoints: layout.breakpoints.filter(({ id }) => id !== "tablet") }),
  (layout) => ({ ...layout, breakpoints: [...layout.breakpoints].reverse() }),
  (layout) => ({ ...layout, base: "10px", notes: [{ about: "spec", text: "Ten." }] }),
  (layout) => ({
    ...layout,
    notes: [
      { about: "spec", text: "Alike." },
      { about: "spec", text: "Alike." },
      { about: "spec", text: "Alike." },
    ],
  }),
  (layout) => ({ ...layout, spacing: [{ name: "s", multiple: 1.5 }, ...layout.spacing.slice(3)] }),
];

const someEdits = fc.subarray([...edits]).map((list) => (layout: Layout) => list.reduce((next, edit) => edit(next), layout));

describe("changes between layouts", () => {
  it("turn the first into the second, whatever was edited, added, removed and reordered", () => {
    fc.assert(
      fc.property(someEdits, someEdits, (one, other) => {
        const a = one(cleanLayout());
        const b = other(cleanLayout());
        const changes = compareLayouts(a, b);
        const there = applyChanges(a, changes);
        expect(there.ok && sameJson(there.layout, b)).toBe(true);
        expect(compareLayouts(a, a)).toEqual([]);
      }),
      { numRuns: 300 },
    );
  });

  it("of different numbers both apply, in either order", () => {
    const base = cleanLayout();
    const mine = compareLayouts(base, withColumns(base, "desk", { gutter: "20px" }));
    const theirs = compareLayouts(base, withColumns(base, "desk", { count: 10 }));
    for (const [first, second] of [
      [mine, theirs],
      [theirs, mine],
    ] as const) {
      const once = applyChanges(base, first);
      const twice = once.ok ? applyChanges(once.layout, second) : once;
      expect(twice.ok && twice.layout.breakpoints[2]?.columns).toMatchObject({ gutter: "20px", count: 10 });
    }
  });

  it("find their breakpoint though others were added and removed meanwhile", () => {
    const base = cleanLayout();
    const mine = compareLayouts(base, withColumns(base, "desk", { gutter: "20px" }));
    const theirs = { ...base, breakpoints: [...base.breakpoints.slice(1), wide] };
    const applied = applyChanges(theirs, mine);
    expect(applied.ok && applied.layout.breakpoints.map(({ id, columns }) => [id, columns.gutter])).toEqual([
      ["tablet", "16px"],
      ["desk", "20px"],
      ["wide", "32px"],
    ]);
  });

  it("of the same number conflict: nothing is applied and both values are returned", () => {
    const base = cleanLayout();
    const mine = compareLayouts(base, withColumns(base, "desk", { gutter: "20px", count: 10 }));
    const applied = applyChanges(withColumns(base, "desk", { gutter: "16px" }), mine);
    expect(applied).toEqual({
      ok: false,
      issues: [],
      conflicts: [{ change: { path: ["breakpoints", "desk", "columns", "gutter"], from: "24px", to: "20px" }, theirs: "16px" }],
    });
  });

  it("of a removed breakpoint conflict with its removal", () => {
    const base = cleanLayout();
    const mine = compareLayouts(base, withColumns(base, "tablet", { count: 6 }));
    const applied = applyChanges({ ...base, breakpoints: base.breakpoints.filter(({ id }) => id !== "tablet") }, mine);
    expect(applied.ok ? null : applied.conflicts[0]?.theirs).toBeUndefined();
    expect(applied.ok).toBe(false);
  });

  it("that would make no layout are refused with the path", () => {
    const applied = applyChanges(cleanLayout(), [{ path: ["breakpoints", "desk", "columns", "count"], from: 12, to: 0 }]);
    expect(applied.ok ? [] : applied.issues.map(({ path }) => path)).toEqual(["/breakpoints/2/columns/count"]);
  });

  it("are put into words; margins that changed alike once", () => {
    const after = withColumns(cleanLayout(), "desk", { gutter: "20px", margin: margin("60px") });
    const told = changesInWords(compareLayouts(cleanLayout(), after), cleanLayout(), after);
    expect(told.map((change) => `${change.where}: ${plainText(changeSentence(change))}`)).toEqual([
      "desk: gutter 24 → 20",
      "desk: margin 64 → 60",
    ]);
    expect(countChanges(cleanLayout(), after)).toBe(2);
  });
});

describe("malformed changes", () => {
  it.each([
    ["a member no layout has", { path: ["constructor"], to: 1 }, "/changes/0/path"],
    ["__proto__", { path: ["extensions", "__proto__", "x"], to: 1 }, "/changes/0/path"],
    ["no path", { path: [], to: 1 }, "/changes/0/path"],
    ["an order of null", { path: ["breakpoints", "#order"], from: null, to: null }, "/changes/0/from"],
    ["an order of numbers", { path: ["breakpoints", "#order"], from: ["desk"], to: [1] }, "/changes/0/to"],
    ["an order with more after it", { path: ["breakpoints", "#order", "x"], from: [], to: [] }, "/changes/0/path"],
    ["an entry that is null", { path: ["breakpoints", "new"], to: null }, "/changes/0/to"],
    ["an entry of another name", { path: ["breakpoints", "new"], to: { id: "other" } }, "/changes/0/to"],
    ["an entry whose name is no text", { path: ["text", "x"], to: { name: { toString: 1 } } }, "/changes/0/to"],
  ])("%s comes back as an issue with its path", (_, change, path) => {
    const applied = applyChanges(cleanLayout(), [change]);
    expect(applied.ok ? [] : applied.issues.map((issue) => issue.path)).toEqual([path]);
  });
  it.each([
    [["breakpoints", "desk", "columns", "constructor"]],
    [["breakpoints", "constructor"]],
    [["base", "deeper", "still"]],
    [["areas", "__none__", "x"]],
  ])("%o is refused and never thrown over", (path) => {
    const applied = applyChanges(cleanLayout(), [{ path, to: 1 }]);
    expect(applied.ok).toBe(false);
  });
});

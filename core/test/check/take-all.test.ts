import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { check, fixLabel, type Layout, takeAll } from "../../src/index";
import { cleanLayout, margin, withBreakpoint, withColumns } from "../layouts";
import { seeded } from "../random";
import { seedOf } from "../seed";

const labels = (layout: Layout): readonly string[] =>
  takeAll(layout).taken.map(({ finding, fix }) => `${finding.breakpoint}: ${fixLabel(fix)}`);

describe("applying all fixes that do not contradict each other", () => {
  it("uses one fix for several findings with one cause", () => {
    const layout = withColumns(cleanLayout(), "desk", { gutter: "20px" });
    const all = takeAll(layout);
    expect(labels(layout)).toEqual(["desk: Gutter → 24"]);
    expect(all.left).toEqual([]);
    expect(check(all.layout).findings).toEqual([]);
  });

  it("applies fixes at several breakpoints, and none where nothing is found", () => {
    const layout = withBreakpoint(withColumns(cleanLayout(), "desk", { gutter: "20px" }), "tablet", (one) => ({
      ...one,
      drawnAt: { width: 1024, height: 1024 },
    }));
    expect(new Set(takeAll(layout).taken.map(({ finding }) => finding.breakpoint))).toEqual(new Set(["tablet", "desk"]));
    expect(check(takeAll(layout).layout).findings.filter(({ level }) => level === "problem")).toEqual([]);
    expect(labels(cleanLayout())).toEqual([]);
  });

  it("leaves accepted findings alone, and considers only the findings asked for", () => {
    const layout = withColumns(withColumns(cleanLayout(), "desk", { gutter: "20px" }), "phone", { gutter: "12px" });
    const phone = takeAll(layout, ({ breakpoint }) => breakpoint === "phone");
    expect(phone.taken.every(({ finding }) => finding.breakpoint === "phone")).toBe(true);
    expect(phone.layout.breakpoints[2]).toEqual(layout.breakpoints[2]);
    const rules = ["whole-columns", "whole-spans", "gutter-on-base"];
    const accepted = { ...layout, accepted: rules.map((rule) => ({ rule, breakpoint: "desk", reason: "Until spring." })) };
    expect(takeAll(accepted, ({ breakpoint }) => breakpoint === "desk").taken).toEqual([]);
  });

  it("never changes a number twice, and never leaves a more severe finding than before", () => {
    const length = fc.integer({ min: 1, max: 80 }).map((n) => `${n}px`);
    fc.assert(
      fc.property(fc.tuple(length, length, length, length), fc.integer({ min: 1, max: 14 }), ([a, b, c, d], count) => {
        const layout = withColumns(withColumns(cleanLayout(), "phone", { gutter: a, margin: margin(b) }), "desk", {
          gutter: c,
          margin: margin(d),
          count,
        });
        const { taken, layout: after } = takeAll(layout);
        const paths = taken.flatMap(({ fix }) => fix.patch.map(({ path }) => path));
        expect(new Set(paths).size).toBe(paths.length);
        const grave = (of: Layout) => check(of).findings.filter(({ level }) => level !== "note").length;
        expect(grave(after)).toBeLessThanOrEqual(grave(layout));
        if (taken.length > 0) expect(check(after).findings.length).toBeLessThan(check(layout).findings.length + taken.length);
      }),
      { seed: seedOf("take all"), numRuns: 60 },
    );
  });

  it("makes no finding more severe: no note becomes a caution (100 layouts)", () => {
    const random = seeded("take all, gravity");
    const rank = { note: 0, caution: 1, problem: 2 } as const;
    let took = 0;
    for (let round = 0; round < 100; round += 1) {
      const length = (most: number): string =>
        random.pick([`${random.integer(0, most)}px`, `${random.integer(0, most * 2) / 2}px`, `${random.integer(0, 8)}rem`]);
      const columns = () => ({ count: random.integer(1, 16), gutter: length(60), margin: margin(length(120)) });
      const layout = withColumns(withColumns(withColumns(cleanLayout(), "phone", columns()), "tablet", columns()), "desk", columns());
      const { taken, layout: after, left } = takeAll(layout);
      took += taken.length;
      const before = new Map(check(layout).findings.map((one) => [`${one.rule} ${one.breakpoint} ${one.path}`, one.level]));
      for (const one of check(after).findings)
        expect(rank[one.level], `${one.rule} ${one.breakpoint}`).toBeLessThanOrEqual(
          rank[before.get(`${one.rule} ${one.breakpoint} ${one.path}`) ?? "note"],
        );
      // The remaining findings are listed.
      expect(left.length).toBe(check(after).findings.filter(({ accepted }) => accepted === null).length);
    }
    expect(took).toBeGreaterThan(250);
  });
});

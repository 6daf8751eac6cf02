import { describe, expect, it } from "vitest";
import { applyPatch, check, type Finding, type Layout, parseLayout } from "../../src/index";
import { cleanLayout, margin, withBreakpoint, withColumns } from "../layouts";
import { seeded } from "../random";

const name = ({ rule, breakpoint, path }: Finding): string => `${rule} ${breakpoint} ${path}`;

/** A layout with many faults. */
const messy = ({ pick, integer }: ReturnType<typeof seeded>): Layout => {
  const length = (): string => pick([`${integer(0, 120)}px`, `${8 * integer(0, 14)}px`, `${integer(0, 9)}%`, "1.5rem"]);
  const wanted = {
    ...cleanLayout(),
    base: pick(["8px", "4px", "10px"]),
    leastColumn: pick(["0px", "0px", "40px"]),
    text: [{ name: "Body", size: "16px", lineHeight: pick(["24px", "22px", "26px"]), font: "Archivo" }],
    breakpoints: cleanLayout().breakpoints.map((breakpoint, index) => {
      const size = `${integer(200, 1400)}px`;
      return {
        ...breakpoint,
        from: pick([breakpoint.from, breakpoint.from, integer(280, 1300)]),
        drawnAt: { width: pick([breakpoint.drawnAt.width, integer(300, 1600)]), height: pick([800, integer(400, 1100)]) },
        columns: {
          count: pick([4, 8, 12, 12, 5, 10, integer(1, 30)]),
          gutter: pick([length().replace(/\d+%/, "20px"), "24px", "0.25fr"]),
          margin: index === 1 ? { start: length(), end: length() } : margin(length()),
          edgeGutters: pick(["none", "none", "half"] as const),
          container: pick([
            { kind: "fluid" as const },
            { kind: "fluid" as const },
            { kind: "capped" as const, max: size },
            { kind: "fixed" as const, width: size },
          ]),
          ...(integer(0, 3) === 0 ? { stated: { container: `${integer(300, 1300)}px` } } : {}),
        },
        rows: pick([null, { kind: "repeating" as const, height: `${integer(1, 40)}px`, gutter: `${integer(0, 12)}px` }]),
        baseline: pick([null, { step: `${integer(2, 12)}px`, emphasis: 4 }]),
      };
    }),
  };
  const parsed = parseLayout(wanted);
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.issues));
  return parsed.value;
};

describe("every fix that is offered", () => {
  it("mends its finding and adds no problem, in 100 layouts with many faults", () => {
    const random = seeded("fixes");
    let offered = 0;
    let terms = new Set<string>();
    for (let run = 0; run < 100; run += 1) {
      const layout = messy(random);
      const { findings } = check(layout);
      const problems = new Set(findings.filter(({ level }) => level === "problem").map(name));
      for (const finding of findings)
        for (const { patch, term } of finding.fixes) {
          const patched = applyPatch(layout, patch);
          const where = JSON.stringify({ finding: name(finding), patch, layout });
          if (!patched.ok) throw new Error(where);
          const after = check(patched.value).findings;
          expect(after.map(name), where).not.toContain(name(finding));
          expect(after.filter((one) => one.level === "problem" && !problems.has(name(one))).map(name), where).toEqual([]);
          offered += 1;
          terms = terms.add(term);
        }
    }
    expect(offered).toBeGreaterThan(300);
    expect(terms.size).toBeGreaterThan(10);
  });

  it("never widens a container beyond today's to keep it from getting narrower at a breakpoint, with the smaller margins below", () => {
    const layout = withColumns(withColumns(cleanLayout(), "tablet", { margin: margin("32px") }), "desk", { margin: margin("64px") });
    const found = check(layout).findings.find(({ rule, path }) => rule === "steps-rise" && path.endsWith("columns/container"));
    const hold = found?.fixes.find(({ term }) => term === "hold");
    const patched = hold && applyPatch(layout, hold.patch);
    const desk = patched?.ok ? patched.value.breakpoints[2] : undefined;
    // 1280 − 2 · 64 = 1152 at the drawn-at width; 1024 − 2 · 32 = 960 at the breakpoint, below which the tablet has
    // 960.
    expect(desk?.columns).toMatchObject({ container: { kind: "capped", max: "1152px" }, margin: { start: "32px", end: "32px" } });
    expect(
      check(withBreakpoint(patched?.ok ? patched.value : layout, "desk", (one) => one)).findings.filter(
        ({ rule, breakpoint }) => rule === "steps-rise" && breakpoint === "desk",
      ),
    ).toEqual([]);
  });
});

import { describe, expect, it } from "vitest";
import { applyPatch, check, exact, findingWords, fixLabel, plainText, resolve, type RuleId, spaceBelow, toJson } from "../../src/index";
import { area, deskWith, own, placed, randomAreas } from "../areas";
import { seeded } from "../random";

const ruleIdsOfAreas: readonly RuleId[] = [
  "areas-inside",
  "areas-apart",
  "leaves-reason",
  "inside-columns",
  "areas-order",
  "equal-gaps",
  "areas-shown",
];

describe("findings about areas", () => {
  it("are worded the same whatever an area is called", () => {
    const named = 'Wall 16/9\n"top"';
    const layout = deskWith([
      { ...area("a", { desk: placed(1, 8, { row: 1, rowSpan: 4 }) }), name: named },
      { ...area("b", { desk: placed(5, 8, { row: 3, rowSpan: 4, leaves: "end" }) }), name: "Fares" },
      { ...area("c", { desk: placed(1, 4, { row: 9, inside: own(4, { gutter: "17px" }) }) }), name: named },
    ]);
    const found = check(layout).findings.filter(({ rule }) => ruleIdsOfAreas.includes(rule));
    const said = found.flatMap((one) => [plainText(findingWords(one, "Desk").title), ...one.fixes.map(fixLabel)]);
    expect(said).toEqual([
      `${named} and Fares overlap`,
      "Fares row 5",
      "Let Fares flow",
      `Fares over ${named}`,
      "Fares leaves the grid without a reason",
      "Keep Fares in the grid",
      `Columns inside ${named} are not whole pixels`,
      `Gutter inside ${named} → 16`,
      `Columns inside ${named} → 1`,
    ]);
  });

  it("offer fixes that mend them and leave a valid layout (400 pages)", () => {
    const random = seeded("area fixes");
    const taken = new Map<string, number>();
    let neighbours = 0;
    for (let round = 0; round < 400; round += 1) {
      const areas = randomAreas(random, "desk", 12, true).map((one) => ({
        ...one,
        ...(random.integer(0, 1) === 0 ? { kind: "card" } : {}),
        placements: Object.fromEntries(
          Object.entries(one.placements).map(([id, placement]) => [
            id,
            {
              ...placement,
              column: placement.column + random.pick([0, 0, 0, 3]),
              ...(random.integer(0, 3) === 0 ? { reason: undefined } : {}),
            },
          ]),
        ),
      }));
      // Dividing rows continue in sections with margins between, so equal numbers of rows can be different white
      // spaces.
      const dividing = { kind: "dividing", count: 6, gutter: "8px", margin: { start: "16px", end: "24px" } } as const;
      const layout = deskWith(areas, round % 2 === 0 ? {} : { rows: dividing });
      // The rarest findings first, so that every 400 pages contain some.
      const rare = ({ rule }: { readonly rule: string }): number => (rule === "equal-gaps" ? 0 : 1);
      for (const finding of check(layout)
        .findings.filter(({ rule }) => ruleIdsOfAreas.includes(rule))
        .sort((a, b) => rare(a) - rare(b))
        .slice(0, 4))
        for (const fix of finding.fixes) {
          const patched = applyPatch(layout, fix.patch);
          expect(patched.ok, fixLabel(fix)).toBe(true);
          if (!patched.ok) continue;
          const left = check(patched.value).findings;
          const name = ({ rule, breakpoint, path }: typeof finding): string => `${rule} ${breakpoint} ${path}`;
          expect(left.map(name), fixLabel(fix)).not.toContain(name(finding));
          if (finding.rule === "equal-gaps") {
            const resolved = resolve(patched.value, { width: exact(1280) });
            const { usual, other } = finding.facts;
            const gap =
              resolved.ok &&
              spaceBelow(resolved.value.areas).find(({ from, to }) => from.area.name === other.from && to.area.name === other.to);
            // Another area that flows may come between the two; then they are no longer neighbours, and no finding is
            // about them.
            if (gap) expect(gap.distance && toJson(gap.distance), fixLabel(fix)).toBe(toJson(usual.distance));
            neighbours += Number(Boolean(gap));
          }
          taken.set(finding.rule, (taken.get(finding.rule) ?? 0) + 1);
        }
    }
    expect(neighbours).toBeGreaterThan((taken.get("equal-gaps") ?? 0) / 2);
    expect([...taken.keys()].sort()).toEqual(
      expect.arrayContaining(["areas-inside", "areas-order", "equal-gaps", "inside-columns", "leaves-reason"]),
    );
  });
});

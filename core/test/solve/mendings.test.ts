import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { Frame, Mending, TriedColumns, TriedTerms } from "../../src/check/mending";
import { ruleIds, rules } from "../../src/check/registry";
import { checkedOf } from "../../src/check/check";
import { checkMemory } from "../../src/check/memory";
import { breakpointRanges, columnTerms, exact, type Exact, type Layout, multiply, parseLength, toNumber } from "../../src/index";
import { px } from "../../src/exact/length";
import { lastWidth } from "../../src/grid/breakpoint-at";
import { repairCells } from "../../src/layout/cells";
import { anyColumns } from "../any-columns";
import { cleanLayout } from "../layouts";
import { seedOf } from "../seed";

/**
 * A fraction of a px of which every length of these layouts is a whole multiple: hundredths, and halves of a base unit.
 */
const unit = 600;

/** The terms at a width as a repair counts them, from the exact ones. */
const triedTerms = (layout: Layout, columns: Layout["breakpoints"][number]["columns"], width: number): TriedTerms => {
  const terms = columnTerms(columns, { width: exact(width), rootFontSize: exact(16) });
  const parts = (length: Exact): number => toNumber(multiply(length, exact(unit)));
  const share = parseLength(columns.gutter);
  // Denominators that occur here: up to 96 columns times hundredths of a column.
  const over = share?.unit === "fr" ? terms.count * 100 + terms.gaps * Math.round(toNumber(share.value) * 100) : terms.count;
  const margins = parts(terms.declaredMargin.start) + parts(terms.declaredMargin.end);
  const whole = (length: Exact): number => Math.round(toNumber(multiply(multiply(length, exact(unit)), exact(over))));
  return {
    width: width * unit,
    margins,
    container: parts(terms.container.width),
    column: whole(terms.column),
    gutter: whole(terms.gutter),
    over,
  };
};

describe("what rules say to a repair", () => {
  it("is what they report: a number passes exactly where its rule has no problem and no caution there (1,500 breakpoints)", () => {
    let found = 0;
    fc.assert(
      fc.property(
        anyColumns,
        fc.integer({ min: 200, max: 1600 }),
        fc.integer({ min: 0, max: 80 }),
        fc.constantFrom(4, 5, 8, 10),
        (drawn, width, least, base) => {
          const columns = { ...drawn, margin: { ...drawn.margin, start: drawn.margin.start.replace("%", "px") } };
          const layout: Layout = {
            ...cleanLayout(),
            base: `${base}px`,
            leastColumn: `${least}px`,
            breakpoints: cleanLayout()
              .breakpoints.slice(0, 1)
              .map((one) => ({ ...one, from: Math.min(width, 330), drawnAt: { ...one.drawnAt, width }, columns })),
          };
          const [range] = breakpointRanges(layout);
          if (!range) throw new Error("no breakpoint");
          const at = (where: number) => triedTerms(layout, columns, where);
          const scale = { unit, half: (base * unit) / 2, least: least * unit };
          const tried: TriedColumns = {
            ...scale,
            count: columns.count,
            kind: columns.container.kind,
            isLowest: true,
            drawn: at(width),
            first: () => at(range.from),
            last: () => at(lastWidth(range)),
            reflow: () => at(320),
          };
          const context = { width: exact(width), rootFontSize: exact(16) };
          const parts = (text: string): number => toNumber(multiply(px(text, context), exact(unit)));
          const frame: Frame = { from: range.from, until: range.until, drawn: width };
          const passes = ({ frame: inFrame, gutter, margin, columns: together }: Mending): boolean =>
            (inFrame?.(frame, true) ?? true) &&
            (columns.gutter.endsWith("fr") || (gutter?.(parts(columns.gutter), scale) ?? true)) &&
            (margin?.(parts(columns.margin.start), scale) ?? true) &&
            (margin?.(parts(columns.margin.end), scale) ?? true) &&
            (together?.(tried) ?? true);
          const checked = checkedOf(layout, checkMemory());
          for (const id of ruleIds) {
            const { mends } = rules[id];
            if (mends === null || mends.lengths) continue;
            const isFound = rules[id].find(checked).some(({ level }) => (level ?? rules[id].level) !== "note");
            expect([id, passes(mends)]).toEqual([id, !isFound]);
            if (isFound) found += 1;
            // No column above 0 that is narrower than the rule's minimum passes.
            const { column, over } = tried.drawn;
            if (mends.narrowest && column > 0 && column < mends.narrowest(scale) * over) expect([id, passes(mends)]).toEqual([id, false]);
          }
        },
      ),
      { seed: seedOf("what rules tell a repair"), numRuns: 1500 },
    );
    expect(found).toBeGreaterThan(1500);
  });

  it("names every number that a repair may change, and no other", () => {
    const named = new Set<string>(ruleIds.flatMap((id) => rules[id].mends?.cells ?? []));
    expect([...named].sort()).toEqual([...repairCells].sort());
  });
});

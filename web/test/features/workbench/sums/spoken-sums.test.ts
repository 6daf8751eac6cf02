import { exact, lengthContext, resolveBaseline, rowSum, termsAt } from "@ypsiline/core";
import { describe, expect, it } from "vitest";
import { spokenBaseline, spokenColumns, spokenRows } from "@/features/workbench/sums/spoken-sums";
import { only, oneBreakpoint } from "../../../../../core/test/layouts";

const layout = oneBreakpoint(1280, 12);
const context = lengthContext(layout, exact(1280));

describe("sums read aloud", () => {
  it("columns: width, margins, columns, gaps and the container between", () => {
    const terms = termsAt(layout, only(layout), exact(1280));
    expect(spokenColumns({ ...terms, column: exact(233, 3), gutter: exact(20) })).toMatch(
      /^1280 equals margin \S+ plus 12 columns of 77 and two thirds plus 11 gaps of 20 plus margin \S+\. The container between the margins is \S+\.$/,
    );
    expect(spokenColumns({ ...terms, count: 2, gaps: 1 })).toContain("plus 2 columns of");
    expect(spokenColumns({ ...terms, count: 2, gaps: 1 })).toContain("plus 1 gap of");
  });

  it("rows that repeat, and rows that divide", () => {
    const repeating = rowSum({ kind: "repeating", height: "8px", gutter: "8px", offset: "4px" }, exact(800), context);
    expect(spokenRows(repeating)).toBe("800 equals offset 4 plus 50 rows of 8 plus 49 gaps of 8 plus 4 left over.");
    const dividing = rowSum({ kind: "dividing", count: 6, gutter: "16px", margin: { start: "8px", end: "12px" } }, exact(800), context);
    expect(spokenRows(dividing)).toBe(
      "800 equals margin 8 plus 6 rows of 116 and two thirds plus 5 gaps of 16 plus margin 12. The rows fill 780.",
    );
  });

  it("a baseline", () => {
    const lines = resolveBaseline({ step: "8px", offset: "4px", emphasis: 4 }, exact(800), context);
    expect(spokenBaseline(lines, exact(800))).toBe("800 equals offset 4 plus 99 lines of 8 plus 4 left over.");
  });
});

import { fromJsonNumber, resolveBaseline, rootFontSize } from "@ypsiline/core";
import { RowsLine } from "../sums/rows-line";
import { NumbersLedger } from "../ledger/numbers-ledger";
import type { Facet } from "./facet";

export const rows: Facet = {
  id: "rows",
  name: "Rows",
  said: "rows",
  layer: "rows",
  measures: "heights",
  numbersRows: true,
  Line: ({ layout, breakpoint, base, readOnly, onBreakpoint, onCarry, length, onLength }) => {
    const { baseline, drawnAt } = breakpoint;
    const root = rootFontSize(layout);
    const context = { width: fromJsonNumber(drawnAt.width), rootFontSize: root };
    const step = baseline && resolveBaseline(baseline, fromJsonNumber(drawnAt.height), context).step;
    return (
      <RowsLine
        breakpoint={breakpoint}
        base={base}
        rootFontSize={root}
        step={step}
        readOnly={readOnly}
        onBreakpoint={onBreakpoint}
        onCarry={onCarry}
        length={length}
        onLength={onLength}
      />
    );
  },
  Ledger: NumbersLedger,
};

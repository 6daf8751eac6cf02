import { fromJsonNumber, lengthContext, resolveBaseline, rowSum } from "@ypsiline/core";
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
  // Rows and baseline are shown over the drawn-at size, also where so many rows are asked for that none can be drawn.
  Line: ({ layout, breakpoint, base, readOnly, onBreakpoint }) => {
    const { rows: declared, baseline, drawnAt } = breakpoint;
    const height = fromJsonNumber(drawnAt.height);
    const context = lengthContext(layout, fromJsonNumber(drawnAt.width));
    return (
      <RowsLine
        breakpoint={breakpoint}
        sum={declared && rowSum(declared, height, context)}
        context={context}
        base={base}
        step={baseline && resolveBaseline(baseline, height, context).step}
        readOnly={readOnly}
        onBreakpoint={onBreakpoint}
      />
    );
  },
  Ledger: NumbersLedger,
};

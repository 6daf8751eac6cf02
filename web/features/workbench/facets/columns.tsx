import { rootFontSize } from "@ypsiline/core";
import { SumLine } from "../sums/sum-line";
import { NumbersLedger } from "../ledger/numbers-ledger";
import type { Facet } from "./facet";

export const columns: Facet = {
  id: "columns",
  name: "Columns",
  said: "columns",
  layer: "columns",
  measures: "widths",
  numbersRows: false,
  Line: ({ layout, breakpoint, resolution, base, readOnly, onBreakpoint, onWidth }) =>
    resolution && (
      <SumLine
        breakpoint={breakpoint}
        terms={resolution.terms}
        base={base}
        rootFontSize={rootFontSize(layout)}
        readOnly={readOnly}
        onColumns={(next) => onBreakpoint({ ...breakpoint, columns: next })}
        onWidth={onWidth}
      />
    ),
  Ledger: NumbersLedger,
};

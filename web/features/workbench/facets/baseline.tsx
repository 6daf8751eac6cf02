import { fromJsonNumber, lengthContext, resolveBaseline, rootFontSize } from "@ypsiline/core";
import dynamic from "next/dynamic";
import { NumbersLedger } from "../ledger/numbers-ledger";
import type { Facet } from "./facet";

// Fetched when the facet is first opened. Not drawn by the server, because anything typed before it is ready would be
// lost.
const BaselineLine = dynamic(() => import("../sums/baseline-line").then((module) => module.BaselineLine), {
  ssr: false,
  loading: () => <div className="sum-waiting" />,
});

export const baseline: Facet = {
  id: "baseline",
  name: "Baseline",
  said: "baseline",
  layer: "baseline",
  measures: "widths",
  numbersRows: false,
  Line: ({ layout, breakpoint, base, readOnly, onLayout, onBreakpoint }) => {
    const { baseline: declared, drawnAt } = breakpoint;
    return (
      <BaselineLine
        layout={layout}
        breakpoint={breakpoint}
        lines={declared && resolveBaseline(declared, fromJsonNumber(drawnAt.height), lengthContext(layout, fromJsonNumber(drawnAt.width)))}
        base={base}
        rootFontSize={rootFontSize(layout)}
        readOnly={readOnly}
        onLayout={onLayout}
        onBreakpoint={onBreakpoint}
      />
    );
  },
  Ledger: NumbersLedger,
};

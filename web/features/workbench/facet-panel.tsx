"use client";

import { type Breakpoint, type Exact, fromJsonNumber, type Layout, resolveBaseline, type Resolution, rootFontSize } from "@ypsiline/core";
import { BaseLine } from "./base-line";
import { BaselineLine } from "./baseline-line";
import type { FindingPlace } from "./finding-place";
import { RowsLine } from "./rows-line";
import { SumLine } from "./sum-line";
import type { Facet } from "./view";

type Props = {
  readonly facet: Facet;
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly resolution: Resolution | null;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly mark: FindingPlace | null;
  readonly onLayout: (layout: Layout) => string | null;
  readonly onBreakpoint: (breakpoint: Breakpoint) => string | null;
  readonly onWidth: (width: Exact) => void;
  /** Asks which other breakpoints get these numbers; null where there are no others. */
  readonly onCarry: (() => void) | null;
};

/** The sum of the facet looked at, in one place whatever the facet. */
export const FacetPanel = ({
  facet,
  layout,
  breakpoint,
  resolution,
  base,
  readOnly,
  mark,
  onLayout,
  onBreakpoint,
  onWidth,
  onCarry,
}: Props) => {
  const shared = { breakpoint, base, readOnly, onBreakpoint };
  const root = rootFontSize(layout);
  const panel = (): React.ReactNode => {
    switch (facet) {
      case "base":
        return <BaseLine {...shared} layout={layout} onLayout={onLayout} />;
      case "columns":
        return (
          resolution && (
            <SumLine
              breakpoint={breakpoint}
              terms={resolution.terms}
              base={base}
              rootFontSize={root}
              readOnly={readOnly}
              onColumns={(columns) => onBreakpoint({ ...breakpoint, columns })}
              onWidth={onWidth}
            />
          )
        );
      case "rows": {
        const { baseline, drawnAt } = breakpoint;
        const context = { width: fromJsonNumber(drawnAt.width), rootFontSize: root };
        const step = baseline && resolveBaseline(baseline, fromJsonNumber(drawnAt.height), context).step;
        return <RowsLine {...shared} rootFontSize={root} step={step} onCarry={onCarry} />;
      }
      case "baseline":
        return <BaselineLine {...shared} layout={layout} rootFontSize={root} onLayout={onLayout} onCarry={onCarry} />;
      default:
        return facet satisfies never;
    }
  };
  return (
    <div className="facet-panel" data-mark={mark ?? undefined}>
      {panel()}
    </div>
  );
};

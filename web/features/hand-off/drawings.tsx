import { breakpointRanges, fromJsonNumber, type Layout, termsAt } from "@ypsiline/core";
import { GridStrip, MarginHatch } from "@/ui/grid-strip";

const stripHeight = 56;
const pitch = 72;
const labelWidth = 120;
const drawingWidth = 848;

/** All breakpoints of a layout at their drawn-at widths, to one scale. */
export const Drawings = ({ layout }: { readonly layout: Layout }) => {
  const ranges = breakpointRanges(layout);
  const widest = Math.max(...ranges.map(({ breakpoint }) => breakpoint.drawnAt.width));
  const scale = (drawingWidth - labelWidth - 2) / widest;
  const height = ranges.length * pitch - (pitch - stripHeight) + 2;
  return (
    <svg viewBox={`0 0 ${drawingWidth} ${height}`} role="img" aria-label={`All breakpoints of ${layout.name}, drawn to one scale`}>
      <defs>
        <MarginHatch id="hand-off-hatch" />
      </defs>
      {ranges.map(({ breakpoint }, index) => (
        <g key={breakpoint.id}>
          <text x="0" y={index * pitch + 24} fontSize="13.5" fontWeight="640" fill="var(--ink)">
            {breakpoint.name.length > 15 ? `${breakpoint.name.slice(0, 14)}…` : breakpoint.name}
          </text>
          <text x="0" y={index * pitch + 43} fontSize="12" fill="var(--ink-2)" className="num">
            at {breakpoint.drawnAt.width}
          </text>
          <GridStrip
            terms={termsAt(layout, breakpoint, fromJsonNumber(breakpoint.drawnAt.width))}
            scale={scale}
            x={labelWidth}
            y={index * pitch + 1}
            height={stripHeight}
            hatch="hand-off-hatch"
          />
        </g>
      ))}
    </svg>
  );
};

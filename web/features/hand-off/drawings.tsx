import { breakpointRanges, fromJsonNumber, type Layout, termsAt } from "@ypsiline/core";
import { GridStrip, MarginHatch } from "@/ui/grid-strip";

/** The place of the names: beside the strips, or above them on a narrow page. */
type Place = "beside" | "above";

const places = {
  beside: { width: 848, label: 120, pitch: 72, strip: 56, top: 1, nameAt: 24, sizeAt: 43, sizeX: 0 },
  above: { width: 326, label: 0, pitch: 64, strip: 32, top: 20, nameAt: 14, sizeAt: 14, sizeX: 326 },
} as const;

const shortened = (name: string, most: number): string => (name.length > most ? `${name.slice(0, most - 1)}…` : name);

/** All breakpoints of a layout at their drawn-at widths, to one scale. */
export const Drawings = ({ layout, names }: { readonly layout: Layout; readonly names: Place }) => {
  const ranges = breakpointRanges(layout);
  const widest = Math.max(...ranges.map(({ breakpoint }) => breakpoint.drawnAt.width));
  const { width, label, pitch, strip, top, nameAt, sizeAt, sizeX } = places[names];
  const scale = (width - label - 2) / widest;
  const height = ranges.length * pitch - (pitch - strip - top) + 1;
  return (
    <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={`All breakpoints of ${layout.name}, drawn to one scale`}>
      <defs>
        <MarginHatch id={`hatch-${names}`} />
      </defs>
      {ranges.map(({ breakpoint }, index) => (
        <g key={breakpoint.id} transform={`translate(0 ${index * pitch})`}>
          <text x="0" y={nameAt} fontSize="13.5" fontWeight="640" fill="var(--ink)">
            {shortened(breakpoint.name, names === "beside" ? 15 : 28)}
          </text>
          <text x={sizeX} y={sizeAt} fontSize="12" textAnchor={sizeX === 0 ? "start" : "end"} fill="var(--ink-2)" className="num">
            at {breakpoint.drawnAt.width}
          </text>
          <GridStrip
            terms={termsAt(layout, breakpoint, fromJsonNumber(breakpoint.drawnAt.width))}
            scale={scale}
            x={label + 1}
            y={top}
            height={strip}
            hatch={`hatch-${names}`}
          />
        </g>
      ))}
    </svg>
  );
};

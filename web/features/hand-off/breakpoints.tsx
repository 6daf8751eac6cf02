import { breakpointCss, breakpointRanges, type Layout, plainCss, type Resolutions } from "@ypsiline/core";
import { widthsText } from "@/ui/widths-text";
import { AreasTable, tabled } from "./areas-tables";
import { BreakpointView } from "./breakpoint-view";
import { CopyNext } from "./copy-next";

type Props = { readonly layout: Layout; readonly drawn: Resolutions; readonly areas: string | null };

/** Every breakpoint with its drawing, spans, areas and CSS together. */
export const Breakpoints = ({ layout, drawn, areas }: Props) => {
  const shown = tabled(layout, areas);
  return breakpointRanges(layout).map((range, index) => {
    const { breakpoint } = range;
    const resolution = drawn(breakpoint.id);
    return (
      <section key={breakpoint.id} id={`at-${breakpoint.id}`} className="of-breakpoint" aria-label={breakpoint.name}>
        <h3>
          {breakpoint.name}{" "}
          <span className="quiet num">
            {widthsText(breakpoint.from, range.until)}, drawn at {breakpoint.drawnAt.width} × {breakpoint.drawnAt.height}
          </span>
        </h3>
        {resolution && (
          <div className="inspectable" data-breakpoint={breakpoint.id} data-name={breakpoint.name} data-width={breakpoint.drawnAt.width}>
            <BreakpointView layout={layout} breakpoint={breakpoint} resolution={resolution} />
          </div>
        )}
        {resolution && resolution.areas.length > 0 && (
          <AreasTable layout={layout} resolution={resolution} shown={shown.includes(breakpoint.id)} />
        )}
        <details className="code" open={index === 0}>
          <summary>{breakpoint.name} in CSS</summary>
          <CopyNext label={`${breakpoint.name} in CSS`} />
          <pre>{breakpointCss(layout, range, index === 0, plainCss)}</pre>
        </details>
      </section>
    );
  });
};

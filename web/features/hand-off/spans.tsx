import { breakpointRanges, fromJsonNumber, type Layout, shareOfContainer, spanWidth, termsAt, toDecimal } from "@ypsiline/core";
import { Num } from "@/ui/num";

/** Columns together that a hand-off tells of. */
const most = 12;

/** What 1 to 12 columns together measure at every breakpoint, in px and in % of the container, at the size it is drawn at. */
export const Spans = ({ layout }: { readonly layout: Layout }) => {
  const all = breakpointRanges(layout).map(({ breakpoint }) => ({
    breakpoint,
    terms: termsAt(layout, breakpoint, fromJsonNumber(breakpoint.drawnAt.width)),
  }));
  const rows = Math.min(most, Math.max(...all.map(({ terms }) => terms.count)));
  return (
    <div className="table-scroll card-plain">
      <table className="numbers num spans-all">
        <thead>
          <tr>
            <th scope="col">Columns</th>
            {all.map(({ breakpoint }) => (
              <th key={breakpoint.id} scope="col" colSpan={2} title={breakpoint.name}>
                {breakpoint.name} at {breakpoint.drawnAt.width}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {Array.from({ length: rows }, (_, index) => index + 1).map((k) => (
            <tr key={k}>
              <td>{k}</td>
              {all.map(({ breakpoint, terms }) => {
                const width = k <= terms.count ? spanWidth(terms, k) : null;
                const share = width && shareOfContainer(terms, width);
                return [
                  <td key={`${breakpoint.id} px`}>{width ? <Num value={width} /> : "–"}</td>,
                  <td key={`${breakpoint.id} share`} className="worked-out">
                    {share ? `${toDecimal(share, 2)}%` : ""}
                  </td>,
                ];
              })}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
};

import { breakpointRanges, type Columns, type Layout, type Resolutions, valueWords, joined, lengthWords, type Words } from "@ypsiline/core";
import { Num, Said } from "@/ui/num";
import { TableScroll } from "@/ui/table-scroll";

const marginWords = ({ margin }: Columns): Words =>
  margin.start === margin.end ? lengthWords(margin.start) : joined([lengthWords(margin.start), lengthWords(margin.end)], ", ");

/** The numbers of every breakpoint: as declared, and resolved at the drawn-at size. */
export const NumbersTable = ({ layout, drawn }: { readonly layout: Layout; readonly drawn: Resolutions }) => (
  <TableScroll label="Numbers of every breakpoint" className="card-plain">
    <table className="numbers num">
      <thead>
        <tr>
          {[
            "Breakpoint",
            "From",
            "Columns",
            "Gutter",
            "Margin",
            "Container kind",
            "Drawn at",
            "Container",
            "Column",
            "Row pitch",
            "Baseline",
          ].map((label, index) => (
            <th key={index} scope="col">
              {label}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {breakpointRanges(layout).map(({ breakpoint }) => {
          const { columns, drawnAt } = breakpoint;
          const { terms = null, rows = null } = drawn(breakpoint.id) ?? {};
          return (
            <tr key={breakpoint.id}>
              <td>{breakpoint.name}</td>
              <td>{breakpoint.from}</td>
              <td>
                {columns.count}
                {columns.edgeGutters === "half" && " + edges"}
              </td>
              <td>
                <Said of={lengthWords(columns.gutter)} />
              </td>
              <td>
                <Said of={marginWords(columns)} />
              </td>
              <td>
                <Said of={valueWords(columns.container)} />
              </td>
              <td className="worked-out">
                {drawnAt.width} × {drawnAt.height}
              </td>
              <td className="worked-out">{terms && <Num value={terms.container.width} />}</td>
              <td className="worked-out">{terms && <Num value={terms.column} />}</td>
              <td className="worked-out">{rows ? <Num value={rows.pitch} /> : "–"}</td>
              <td className="worked-out">{breakpoint.baseline ? <Said of={lengthWords(breakpoint.baseline.step)} /> : "–"}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  </TableScroll>
);

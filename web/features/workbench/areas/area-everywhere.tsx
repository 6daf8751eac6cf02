import { type Area, inOrder, type Layout, type Resolutions, shareOfContainer, toDecimal } from "@ypsiline/core";
import { Num } from "@/ui/num";

type Props = { readonly layout: Layout; readonly drawn: Resolutions; readonly area: Area; readonly at: string };

/** One area at every breakpoint: how many columns, how wide, and what share of the container that is. */
export const AreaEverywhere = ({ layout, drawn, area, at }: Props) => (
  <section aria-labelledby="area-everywhere-title">
    <h2 id="area-everywhere-title">{area.name} at every breakpoint</h2>
    <table className="numbers spans">
      <thead>
        <tr>
          <th scope="col">Breakpoint</th>
          <th scope="col" className="text-end">
            Columns
          </th>
          <th scope="col" className="text-end">
            Width
          </th>
          <th scope="col" className="text-end">
            % of container
          </th>
        </tr>
      </thead>
      <tbody>
        {inOrder(layout).map((breakpoint) => {
          const resolution = drawn(breakpoint.id);
          const one = resolution?.areas.find(({ area: { id } }) => id === area.id);
          const share = one && resolution ? shareOfContainer(resolution.terms, one.width) : null;
          return (
            <tr key={breakpoint.id} className={breakpoint.id === at ? "here" : ""}>
              <th scope="row">{breakpoint.name}</th>
              <td className="num text-end">{one ? `${one.placement.span} of ${one.on.count}` : "not shown"}</td>
              <td className="num text-end">{one && <Num value={one.width} />}</td>
              <td className="num text-end">{share && toDecimal(share, 2)}</td>
            </tr>
          );
        })}
      </tbody>
    </table>
  </section>
);

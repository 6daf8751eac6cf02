import { isZero, type Layout, show, sign, type Sweep, words } from "@ypsiline/core";
import { Num, Said } from "@/ui/num";
import { jumpsOf } from "./series";
import { TableScroll } from "@/ui/table-scroll";

/** What each breakpoint hands to the next: the numbers just below the width and from it on, and the jump. */
export const HandOvers = ({ sweep, layout }: { readonly sweep: Sweep; readonly layout: Layout }) => {
  const name = (id: string): string => layout.breakpoints.find((one) => one.id === id)?.name ?? id;
  if (sweep.handOvers.length === 0) return <p className="quiet">There is only one breakpoint, so nothing changes at a breakpoint.</p>;
  return (
    <TableScroll label="What changes at each breakpoint">
      <table className="numbers num" aria-label="At each breakpoint">
        <thead>
          <tr>
            <th scope="col">At</th>
            {["Container", "Column", "Gutter", "Margin"].map((label) => (
              <th key={label} scope="col">
                {label}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {sweep.handOvers.map((handOver) => (
            <tr key={show(handOver.width)}>
              <th scope="row">
                <Num value={handOver.width} />
                <span className="hand-over-names">
                  {name(handOver.below.breakpoint)} to {name(handOver.above.breakpoint)}
                </span>
              </th>
              {jumpsOf(handOver).map(({ label, was, is, by }) => (
                <td key={label}>
                  {isZero(by) ? (
                    <>
                      <Num value={is} />
                      <span className="jump quiet">stays</span>
                    </>
                  ) : (
                    <>
                      <Said of={words`${was} to ${is}`} />
                      <span className={`jump ${label === "Container" && sign(by) < 0 ? "fault" : ""}`}>
                        <Said of={words`${sign(by) > 0 ? "+" : ""}${by}`} />
                      </span>
                    </>
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </TableScroll>
  );
};

"use client";

import { inOrder, type Layout, type Resolutions } from "@ypsiline/core";
import { Num } from "@/ui/num";
import { AreaEverywhere } from "./area-everywhere";

type Props = {
  readonly layout: Layout;
  readonly drawn: Resolutions;
  readonly at: string;
  readonly chosen: string | null;
  readonly onChoose: (area: string | null) => void;
};

/** The areas of the current breakpoint at its drawn-at size, and the selected one at every breakpoint. */
export const AreasPanel = ({ layout, drawn, at, chosen, onChoose }: Props) => {
  const resolution = drawn(at);
  const area = layout.areas.find(({ id }) => id === chosen);
  const where = inOrder(layout).find(({ id }) => id === at)?.name ?? at;
  const shown = resolution?.areas ?? [];
  return (
    <>
      <section aria-labelledby="areas-panel-title">
        <h2 id="areas-panel-title">Areas at {where}</h2>
        {shown.length === 0 && <p className="quiet">No area is shown at {where}.</p>}
        {shown.length > 0 && (
          <table className="numbers num spans">
            <thead>
              <tr>
                <th scope="col">Area</th>
                <th scope="col">Columns</th>
                <th scope="col">Width</th>
                <th scope="col">Height</th>
              </tr>
            </thead>
            <tbody>
              {shown.map((one) => (
                <tr key={one.area.id} className={one.area.id === chosen ? "here" : ""}>
                  <th scope="row">
                    <button
                      type="button"
                      className="btn btn-link btn-sm p-0"
                      aria-pressed={one.area.id === chosen}
                      onClick={() => onChoose(one.area.id === chosen ? null : one.area.id)}
                    >
                      {one.area.name}
                    </button>
                  </th>
                  <td>{`${one.placement.span} of ${one.on.count}`}</td>
                  <td>
                    <Num value={one.width} />
                  </td>
                  <td>{one.height ? <Num value={one.height} /> : "grows"}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </section>
      {area ? (
        <AreaEverywhere layout={layout} drawn={drawn} area={area} at={at} />
      ) : (
        shown.length > 0 && <p className="quiet">Choose an area to see it at every breakpoint.</p>
      )}
    </>
  );
};

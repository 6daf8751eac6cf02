"use client";

import { type Exact, type Resolution, shareOfContainer, toDecimal } from "@ypsiline/core";
import { memo } from "react";
import { BaseUnits } from "@/ui/base-units";
import { listsSpan } from "@/ui/listed-spans";
import { Num } from "@/ui/num";

/** What 1 to n columns together measure at the probe's width. */
export const SpansTable = memo(function SpansTable({ resolution, base }: { readonly resolution: Resolution; readonly base: Exact }) {
  const { terms, spans } = resolution;
  return (
    <section aria-label="Spans">
      <h2>
        Spans at <span className="num">{toDecimal(resolution.width)}</span>
      </h2>
      <table className="numbers num spans">
        <thead>
          <tr>
            <th scope="col">Columns</th>
            <th scope="col">px</th>
            <th scope="col">% of container</th>
            <th scope="col">base units</th>
          </tr>
        </thead>
        <tbody>
          {spans.map((width, index) => {
            const share = shareOfContainer(terms, width);
            return listsSpan(index + 1, terms.count) ? (
              <tr key={index}>
                <td>{index + 1}</td>
                <td>
                  <Num value={width} />
                </td>
                <td>{share ? toDecimal(share, 2) : "–"}</td>
                <td>
                  <BaseUnits value={width} base={base} />
                </td>
              </tr>
            ) : null;
          })}
        </tbody>
      </table>
    </section>
  );
});

"use client";

import { type Exact, onBase, type Resolution, shareOfContainer, toDecimal } from "@ypsiline/core";
import { Num } from "@/ui/num";

/** Spans most asked for come first in a long list: all up to 12, then those that divide the count. */
const listed = (k: number, count: number): boolean => count <= 12 || k <= 6 || count % k === 0;

const standing = { on: "✓", half: "half", off: "–" } as const;
const standingWords = { on: "on the base unit", half: "on the half step", off: "off the base unit" } as const;

/** What 1 to n columns together measure at the probe's width. */
export const SpansTable = ({ resolution, base }: { readonly resolution: Resolution; readonly base: Exact }) => {
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
            <th scope="col">on base</th>
          </tr>
        </thead>
        <tbody>
          {spans.map((width, index) => {
            const share = shareOfContainer(terms, width);
            const at = onBase(width, base);
            return listed(index + 1, terms.count) ? (
              <tr key={index}>
                <td>{index + 1}</td>
                <td>
                  <Num value={width} />
                </td>
                <td>{share ? toDecimal(share, 2) : "–"}</td>
                <td>
                  <span aria-hidden="true">{standing[at]}</span>
                  <span className="visually-hidden">{standingWords[at]}</span>
                </td>
              </tr>
            ) : null;
          })}
        </tbody>
      </table>
    </section>
  );
};

import { type AreaGeometry, breakpointRanges, type Layout, placeText, type Resolutions, wordMap } from "@ypsiline/core";
import { Fragment } from "react";
import { AreasPlan } from "@/ui/areas-plan";
import { CopyNext } from "./copy-next";
import { Num } from "@/ui/num";

const leavesWords = { none: "", start: "at the start", end: "at the end", both: "at both edges" } as const;

const insideWords = ({ placement: { inside } }: AreaGeometry): string =>
  inside === null ? "" : inside.kind === "same" ? "the same columns" : `${inside.count} columns of its own`;

/** Most areas × breakpoints that are tabled in one page; past it each breakpoint's table has a page of its own. */
const mostTabled = 400;

/** The breakpoints whose areas are tabled: all, or, of many areas, the one asked for, or the first. */
const tabled = (layout: Layout, asked: string | null): readonly string[] => {
  const ids = breakpointRanges(layout).map(({ breakpoint }) => breakpoint.id);
  return layout.areas.length * ids.length <= mostTabled
    ? ids
    : ids
        .filter((id) => id === asked)
        .concat(ids)
        .slice(0, 1);
};

/** Links to the tables of the other breakpoints, where not all are in the page. */
const OtherTables = ({ layout, shown }: { readonly layout: Layout; readonly shown: readonly string[] }) =>
  shown.length === layout.breakpoints.length ? null : (
    <nav className="card-plain areas-of" aria-label="Areas of other breakpoints">
      <p className="mb-0">
        {layout.areas.length} areas at {layout.breakpoints.length} breakpoints: each breakpoint has a table of its own.{" "}
        {breakpointRanges(layout).map(({ breakpoint: { id, name } }) => (
          <Fragment key={id}>
            <a href={`?areas=${id}#areas`} aria-current={shown.includes(id) ? "page" : undefined}>
              {name}
            </a>{" "}
          </Fragment>
        ))}
      </p>
    </nav>
  );

type Props = { readonly layout: Layout; readonly drawn: Resolutions; readonly asked: string | null };

/** Which content stands where at every breakpoint: a plan, every number, why it leaves the grid, and the word map to copy. */
export const AreasTables = ({ layout, drawn, asked }: Props) => {
  const shown = tabled(layout, asked);
  return (
    <>
      <OtherTables layout={layout} shown={shown} />
      {breakpointRanges(layout)
        .filter(({ breakpoint }) => shown.includes(breakpoint.id))
        .map(({ breakpoint }) => {
          const resolution = drawn(breakpoint.id);
          if (!resolution || resolution.areas.length === 0) return null;
          const { areas } = resolution;
          const map = wordMap(resolution);
          return (
            <section key={breakpoint.id} className="card-plain areas-of" aria-label={`Areas of ${breakpoint.name}`}>
              <h3>
                {breakpoint.name}{" "}
                <span className="quiet num">
                  {breakpoint.drawnAt.width} × {breakpoint.drawnAt.height}
                </span>
              </h3>
              <AreasPlan after={resolution} before={null} label={`Areas of ${breakpoint.name}`} />
              <div className="table-scroll">
                <table className="numbers num">
                  <thead>
                    <tr>
                      {["Area", "Columns, rows", "Width", "Height", "From the left", "Leaves the grid", "Grid inside"].map((label) => (
                        <th key={label} scope="col">
                          {label}
                        </th>
                      ))}
                    </tr>
                  </thead>
                  <tbody>
                    {areas.map((one) => (
                      <tr key={one.area.id}>
                        <td style={{ paddingInlineStart: 8 + one.depth * 16 }}>{one.area.name}</td>
                        <td>{placeText({ ...one.placement, row: one.row, rowSpan: one.rowSpan })}</td>
                        <td>
                          <Num value={one.width} />
                        </td>
                        <td>{one.height ? <Num value={one.height} /> : "its content's"}</td>
                        <td>
                          <Num value={one.left} />
                        </td>
                        <td>
                          {one.placement.leaves === "none" ? "" : `${leavesWords[one.placement.leaves]}: ${one.placement.reason ?? ""}`}
                        </td>
                        <td>{insideWords(one)}</td>
                      </tr>
                    ))}
                  </tbody>
                </table>
              </div>
              {map && (
                <details className="code">
                  <summary>As a word map</summary>
                  <CopyNext label={`word map of ${breakpoint.name}`} />
                  <pre>{map.text}</pre>
                </details>
              )}
            </section>
          );
        })}
    </>
  );
};

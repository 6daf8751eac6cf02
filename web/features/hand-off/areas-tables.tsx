import { type AreaGeometry, breakpointRanges, inspectable, type Layout, placeText, type Resolution, wordMap } from "@ypsiline/core";
import { Num } from "@/ui/num";
import { CopyNext } from "./copy-next";
import { pointedAt } from "./inspect-data";

const leavesWords = { none: "", start: "at the start", end: "at the end", both: "at both edges" } as const;

const insideWords = ({ placement: { inside } }: AreaGeometry): string =>
  inside === null ? "" : inside.kind === "same" ? "the same columns" : `${inside.count} columns of its own`;

/** Most areas × breakpoints that are tabled in one page; past it a page has one breakpoint's table. */
const mostTabled = 400;

/** The breakpoints whose areas are tabled: all, or, of many areas, the one asked for, or the first. */
export const tabled = (layout: Layout, asked: string | null): readonly string[] => {
  const ids = breakpointRanges(layout).map(({ breakpoint }) => breakpoint.id);
  return layout.areas.length * ids.length <= mostTabled
    ? ids
    : ids
        .filter((id) => id === asked)
        .concat(ids)
        .slice(0, 1);
};

type Props = {
  readonly layout: Layout;
  readonly resolution: Resolution;
  /** Whether it is in this page; otherwise a link leads to it. */ readonly shown: boolean;
};

/** The areas of a breakpoint: every number, why one leaves the grid, and the word map to copy. */
export const AreasTable = ({ layout, resolution, shown }: Props) => {
  const { areas, breakpoint } = resolution;
  if (!shown)
    return (
      <p>
        <a href={`?areas=${breakpoint.id}#at-${breakpoint.id}`}>
          Show the {areas.length} areas of {breakpoint.name}
        </a>
      </p>
    );
  const map = wordMap(resolution);
  const inspected = new Map(inspectable(layout, resolution).map((one) => [one.id, one]));
  return (
    <>
      <div className="table-scroll card-plain inspectable" data-breakpoint={breakpoint.id}>
        <table className="numbers num areas-of">
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
            {areas.map((one) => {
              const facts = inspected.get(`area ${one.area.id}`);
              return (
                <tr key={one.area.id}>
                  <th scope="row" style={{ paddingInlineStart: 8 + one.depth * 16 }}>
                    <span {...(facts ? pointedAt(facts) : {})}>{one.area.name}</span>
                  </th>
                  <td>{placeText({ ...one.placement, row: one.row, rowSpan: one.rowSpan })}</td>
                  <td>
                    <Num value={one.width} />
                  </td>
                  <td>{one.height ? <Num value={one.height} /> : "grows"}</td>
                  <td>
                    <Num value={one.left} />
                  </td>
                  <td>{one.placement.leaves === "none" ? "" : `${leavesWords[one.placement.leaves]}: ${one.placement.reason ?? ""}`}</td>
                  <td>{insideWords(one)}</td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {map && (
        <details className="code">
          <summary>Word map of {breakpoint.name}</summary>
          <CopyNext label={`word map of ${breakpoint.name}`} />
          <pre>{map.text}</pre>
        </details>
      )}
    </>
  );
};

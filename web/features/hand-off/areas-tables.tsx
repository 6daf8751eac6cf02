import { type AreaGeometry, breakpointRanges, fromJsonNumber, type Layout, placeText, resolve, toNumber, wordMap } from "@ypsiline/core";
import { CopyButton } from "@/ui/copy-button";
import { Num } from "@/ui/num";

const leavesWords = { none: "", start: "at the start", end: "at the end", both: "at both edges" } as const;

/** Where areas stand, drawn small: those whose height is known. */
const Plan = ({
  areas,
  width,
  height,
  name,
}: {
  readonly areas: readonly AreaGeometry[];
  readonly width: number;
  readonly height: number;
  readonly name: string;
}) => {
  const known = areas.filter(({ top, height: tall }) => top !== null && tall !== null);
  if (known.length === 0) return null;
  return (
    <svg className="areas-plan" viewBox={`-2 -2 ${width + 4} ${height + 4}`} role="img" aria-label={`Areas of ${name}`}>
      <rect x="0" y="0" width={width} height={height} fill="#fff" stroke="var(--rule-2)" strokeWidth={width / 400} />
      {known.map(({ area, left, width: wide, top, height: tall, depth }) => (
        <g key={area.id}>
          <rect
            x={toNumber(left)}
            y={top ? toNumber(top) : 0}
            width={Math.max(0, toNumber(wide))}
            height={Math.max(0, tall ? toNumber(tall) : 0)}
            fill={depth === 0 ? "var(--column)" : "#fff"}
            fillOpacity="0.6"
            stroke="var(--ink)"
            strokeWidth={width / 320}
          />
          <text x={toNumber(left) + width / 80} y={(top ? toNumber(top) : 0) + width / 30} fontSize={width / 40} fill="var(--ink)">
            {area.name}
          </text>
        </g>
      ))}
    </svg>
  );
};

const insideWords = ({ placement: { inside } }: AreaGeometry): string =>
  inside === null ? "" : inside.kind === "same" ? "the same columns" : `${inside.count} columns of its own`;

/** Which content stands where at every breakpoint: a plan, every number, why it leaves the grid, and the word map to copy. */
export const AreasTables = ({ layout }: { readonly layout: Layout }) => (
  <>
    {breakpointRanges(layout).map(({ breakpoint }) => {
      const resolved = resolve(layout, { width: fromJsonNumber(breakpoint.drawnAt.width), breakpoint: breakpoint.id });
      if (!resolved.ok || resolved.value.areas.length === 0) return null;
      const { areas } = resolved.value;
      const map = wordMap(resolved.value);
      return (
        <section key={breakpoint.id} className="card-plain areas-of" aria-label={`Areas of ${breakpoint.name}`}>
          <h3>
            {breakpoint.name}{" "}
            <span className="quiet num">
              {breakpoint.drawnAt.width} × {breakpoint.drawnAt.height}
            </span>
          </h3>
          <Plan areas={areas} width={breakpoint.drawnAt.width} height={breakpoint.drawnAt.height} name={breakpoint.name} />
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
                    <td>{one.placement.leaves === "none" ? "" : `${leavesWords[one.placement.leaves]}: ${one.placement.reason ?? ""}`}</td>
                    <td>{insideWords(one)}</td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
          {map && (
            <details className="code">
              <summary>As a word map</summary>
              <CopyButton text={map.text} label={`word map of ${breakpoint.name}`} />
              <pre>{map.text}</pre>
            </details>
          )}
        </section>
      );
    })}
  </>
);

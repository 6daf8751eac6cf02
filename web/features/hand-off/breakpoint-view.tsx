import {
  areaBoxes,
  type Breakpoint,
  inspectable,
  type Inspected,
  inspectColumns,
  type Layout,
  type Resolution,
  shareOfContainer,
  toDecimal,
  toNumber,
} from "@ypsiline/core";
import { Num } from "@/ui/num";
import { listsSpan } from "@/ui/listed-spans";
import { pointedAt, shapePointedAt } from "./inspect-data";
import { TableScroll } from "@/ui/table-scroll";

type Props = { readonly layout: Layout; readonly breakpoint: Breakpoint; readonly resolution: Resolution };

/** Maximum number of areas with facts in one drawing; the tables have all. */
const mostAreas = 100;

/**
 * One breakpoint at a width: its columns and areas drawn to scale, and what its columns measure together. Everything in it
 * says what it is, what it measures and how it is written in CSS.
 */
export const BreakpointView = ({ layout, breakpoint, resolution }: Props) => {
  const { columns, gutters, terms, spans } = resolution;
  const W = toNumber(resolution.width);
  const boxes = areaBoxes(resolution).slice(0, mostAreas);
  const reach = Math.max(toNumber(resolution.height), ...boxes.map(({ top, height }) => top + height));
  const H = Math.min(reach, W < 600 ? W * 1.6 : W * 0.62);
  // Px of layout to a px of the page, about.
  const unit = Math.max(W / 680, H / 400);
  const known = new Map(inspectable(layout, resolution).map((one) => [one.id, one]));
  const of = (id: string): Inspected => known.get(id) ?? inspectColumns(resolution, 1, 1);
  const start = Math.max(0, toNumber(terms.margin.start));
  const end = Math.max(0, toNumber(terms.margin.end));
  return (
    <>
      <svg
        className="inspect-drawing"
        viewBox={`${-unit} ${-18 * unit} ${W + 2 * unit} ${H + 19 * unit}`}
        role="group"
        aria-label={`${breakpoint.name} at ${toDecimal(resolution.width)}, drawn to scale`}
      >
        <rect x="0" y="0" width={W} height={H} fill="#fff" />
        <g className="marks">
          <rect className="margin" x="0" y="0" width={start} height={H} role="img" {...shapePointedAt(of("margin start"))} />
          {columns.map((track, index) => {
            const [left, width] = [toNumber(track.start), Math.max(0, toNumber(track.width))];
            return (
              <rect
                key={index}
                className="column"
                data-column={index + 1}
                x={left}
                // Its head, with its number, can be pointed at where areas cover it.
                y={-16 * unit}
                width={width}
                height={H + 16 * unit}
                role="img"
                {...shapePointedAt(of(`columns ${index + 1} 1`))}
              />
            );
          })}
          {gutters.map((gap, index) => (
            <rect
              key={index}
              className="gutter"
              x={toNumber(gap.start)}
              y="0"
              width={Math.max(0, toNumber(gap.width))}
              height={H}
              role="img"
              {...shapePointedAt(of(`gutter ${index + 1}`))}
            />
          ))}
          <rect className="margin" x={W - end} y="0" width={end} height={H} role="img" {...shapePointedAt(of("margin end"))} />
          {boxes
            .filter(({ top }) => top < H)
            .map((box) => (
              <rect
                key={box.one.area.id}
                className="area"
                x={box.left}
                y={box.top}
                width={box.width}
                height={Math.max(0, Math.min(box.height, H - box.top))}
                strokeWidth={unit}
                role="img"
                {...shapePointedAt(of(`area ${box.one.area.id}`))}
              />
            ))}
        </g>
        <g aria-hidden="true">
          {columns.length * 14 * unit < W &&
            columns.map((track, index) => (
              <text
                key={index}
                x={toNumber(track.start) + toNumber(track.width) / 2}
                y={-6 * unit}
                fontSize={11 * unit}
                textAnchor="middle"
                fill="var(--primary-dark)"
                className="num"
              >
                {index + 1}
              </text>
            ))}
          {boxes
            .filter(({ top, height, width }) => top + 16 * unit < H && height > 18 * unit && width > 40 * unit)
            .map(({ one, left, top, width }) => (
              <text key={one.area.id} x={left + 6 * unit} y={top + 15 * unit} fontSize={12 * unit} fontWeight="560" fill="var(--ink)">
                {one.area.name.length * 7 * unit > width
                  ? `${one.area.name.slice(0, Math.max(1, Math.floor(width / (8 * unit))))}…`
                  : one.area.name}
              </text>
            ))}
        </g>
        <rect x="0" y="0" width={W} height={H} fill="none" stroke="var(--ink)" strokeWidth={unit} pointerEvents="none" />
      </svg>
      <TableScroll label={`Spans of ${breakpoint.name}`} className="card-plain">
        <table className="numbers num spans-of">
          <thead>
            <tr>
              <th scope="col">Columns</th>
              {spans.map((_, index) => listsSpan(index + 1, terms.count) && <th key={index}>{index + 1}</th>)}
            </tr>
          </thead>
          <tbody>
            <tr>
              <th scope="row">px</th>
              {spans.map(
                (width, index) =>
                  listsSpan(index + 1, terms.count) && (
                    <td key={index}>
                      <span {...pointedAt(inspectColumns(resolution, 1, index + 1))}>
                        <Num value={width} />
                      </span>
                    </td>
                  ),
              )}
            </tr>
            <tr>
              <th scope="row">% of container</th>
              {spans.map((width, index) => {
                const share = shareOfContainer(terms, width);
                return listsSpan(index + 1, terms.count) && <td key={index}>{share ? toDecimal(share, 2) : "–"}</td>;
              })}
            </tr>
          </tbody>
        </table>
      </TableScroll>
    </>
  );
};

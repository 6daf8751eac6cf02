import { containerDifferences, containerLine, exact, type Layout, toDecimal, toNumber, words } from "@ypsiline/core";
import { Said } from "./num";

const from = exact(240);
const to = exact(2560);
const [left, right, top, bottom, width, height] = [48, 8, 8, 24, 720, 160] as const;

/** Widths marked on the axis. */
const ticks = [320, 600, 1024, 1440, 1920, 2560] as const;

/** The container over all widths, before and after, if they differ, and these widths in numbers. */
export const ContainerLines = ({
  before,
  after,
  names,
}: {
  readonly before: Layout;
  readonly after: Layout;
  readonly names: readonly [string, string];
}) => {
  const differences = containerDifferences(before, after, from, to);
  if (differences.length === 0) return <p className="quiet">The container is the same at every width from 240 to 2560.</p>;
  const lines = [containerLine(before, from, to), containerLine(after, from, to)] as const;
  const most = Math.max(...lines.flat().map(([, container]) => toNumber(container)));
  const x = (px: number): number => left + ((px - 240) / 2320) * (width - left - right);
  const y = (px: number): number => height - bottom - (Math.max(0, px) / most) * (height - top - bottom);
  const path = (line: (typeof lines)[number]): string =>
    line
      .map(([at, container], index) => `${index === 0 ? "M" : "L"}${x(toNumber(at)).toFixed(1)} ${y(toNumber(container)).toFixed(1)}`)
      .join("");
  return (
    <figure className="container-lines">
      <svg viewBox={`0 0 ${width} ${height}`} role="img" aria-label={`Container from 240 to 2560, ${names[0]} and ${names[1]}`}>
        {differences.map((one, index) => (
          <rect
            key={index}
            x={x(toNumber(one.from))}
            width={x(toNumber(one.until)) - x(toNumber(one.from))}
            y={top}
            height={height - top - bottom}
            fill="var(--caution-light)"
          />
        ))}
        {ticks.map((tick) => (
          <g key={tick}>
            <path d={`M${x(tick)} ${top}V${height - bottom + 4}`} stroke="var(--rule)" />
            <text
              x={x(tick)}
              y={height - 8}
              textAnchor={tick === 2560 ? "end" : "middle"}
              fontSize="11"
              fill="var(--ink-2)"
              className="num"
            >
              {tick}
            </text>
          </g>
        ))}
        {[0, most].map((tick) => (
          <text key={tick} x={left - 8} y={y(tick) + 4} textAnchor="end" fontSize="11" fill="var(--ink-2)" className="num">
            {Math.round(tick)}
          </text>
        ))}
        <path d={`M${left} ${top}V${height - bottom}H${width - right}`} fill="none" stroke="var(--ink)" />
        <path d={path(lines[1])} fill="none" stroke="var(--primary)" strokeWidth="2" />
        <path d={path(lines[0])} fill="none" stroke="var(--probe)" strokeWidth="1.4" strokeDasharray="4 3" />
      </svg>
      <figcaption>
        <span className="line-key after">{names[1]}</span> <span className="line-key before">{names[0]}</span>{" "}
        {differences.map((one) => (
          <span key={toDecimal(one.from)} className="d-block">
            <Said
              className="num num-wrap"
              of={words`${one.from} to ${one.until}: container by up to ${toNumber(one.most) > 0 ? "+" : ""}${one.most}`}
            />
          </span>
        ))}
      </figcaption>
    </figure>
  );
};

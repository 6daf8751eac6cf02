import { type Exact, shownNumber, toDecimal } from "@ypsiline/core";

const size = 12.5;
/** Advance of one digit of the monospaced number face, em. */
const advance = 0.6;

/** A number in a drawing, on a patch of card so that lines do not run through it; left out where there is no room. */
export const NumSvg = ({ value, x, y, room }: { readonly value: Exact; readonly x: number; readonly y: number; readonly room: number }) => {
  const { minus, whole, numerator, denominator } = shownNumber(value);
  const head = `${minus ? "\u2212" : ""}${whole === "0" && numerator !== 0 ? "" : whole}`;
  const digits = head.length + (numerator === 0 ? 0 : (String(numerator).length + String(denominator).length + 1) * 0.8);
  const width = digits * size * advance + 6;
  if (width > room + 6) return null;
  return (
    <g role="img" aria-label={toDecimal(value)}>
      <rect x={x - width / 2} y={y - 8} width={width} height="16" fill="var(--card)" />
      <text x={x} y={y + 4.5} fontSize={size} textAnchor="middle" fill="var(--ink)" className="num">
        {head}
        {numerator !== 0 && (
          <>
            <tspan fontSize={size * 0.8} dy="-2.5">
              {numerator}
            </tspan>
            <tspan fontSize={size * 0.8} dy="2.5">
              /{denominator}
            </tspan>
          </>
        )}
      </text>
    </g>
  );
};

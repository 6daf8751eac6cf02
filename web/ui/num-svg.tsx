import { type Exact, shownNumber, toDecimal } from "@ypsiline/core";

const size = 12.5;
/** Advance of one digit of the monospaced number face, em. */
const advance = 0.6;

type Props = { readonly value: Exact; readonly x: number; readonly y: number; readonly room: number };

/** Two thirds, as fractions are set in running text. */
const small = 2 / 3;

/** One form of a number on a plain background, so that lines do not cross it; left out if there is no room. */
const Patch = ({
  x,
  y,
  room,
  head,
  fraction,
  className,
}: Omit<Props, "value"> & { readonly head: string; readonly fraction: readonly [number, number] | null; readonly className?: string }) => {
  const digits = head.length + (fraction ? (`${fraction[0]}${fraction[1]}`.length + 1) * small + 0.2 : 0);
  const width = digits * size * advance + 6;
  if (width > room + 6) return null;
  return (
    <g className={className}>
      <rect x={x - width / 2} y={y - 8} width={width} height="16" fill="var(--card)" />
      <text x={x} y={y + 4.5} fontSize={size} textAnchor="middle" fill="var(--ink)" className="num">
        {head}
        {fraction && (
          <>
            <tspan fontSize={size * small} dx={head === "" ? 0 : size * 0.1} dy={-size * 0.3}>
              {fraction[0]}
            </tspan>
            <tspan fontSize={size * small} dy={size * 0.3}>
              /{fraction[1]}
            </tspan>
          </>
        )}
      </text>
    </g>
  );
};

/** A number in a drawing, in the form its reader chose. */
export const NumSvg = ({ value, ...place }: Props) => {
  const { minus, whole, numerator, denominator } = shownNumber(value);
  const lead = minus ? "\u2212" : "";
  const head = lead + (whole === "0" && numerator !== 0 ? "" : whole);
  const [two, three] = [2, 3].map((places) => toDecimal(value, places).replace("-", "\u2212"));
  const plain = numerator === 0 && two === three;
  return (
    <g role="img" aria-label={toDecimal(value)}>
      <Patch
        {...place}
        head={head}
        fraction={numerator === 0 ? null : [numerator, denominator]}
        className={plain ? undefined : "as-fraction"}
      />
      {!plain && <Patch {...place} head={two ?? ""} fraction={null} className="as-two" />}
      {!plain && <Patch {...place} head={three ?? ""} fraction={null} className="as-three" />}
    </g>
  );
};

import { type ColumnTerms, toNumber, name as named, plainText, type Words, words } from "@ypsiline/core";
import { GridStrip, MarginHatch } from "@/ui/grid-strip";
import { Said } from "@/ui/num";

type Props = { readonly today: ColumnTerms; readonly pointed: ColumnTerms | null; readonly name: string };

const width = 280;
const height = 72;

/** A small sheet of the set pointed at over today's, to one scale. */
export const SetPreview = ({ today, pointed, name }: Props) => {
  const scale = (width - 2) / toNumber(today.width);
  const told = ({ count, column, gutter, margin }: ColumnTerms): Words =>
    words`${count} × ${column}, gutter ${gutter}, margin ${margin.start}`;
  return (
    <section className="set-preview card-plain" aria-label="Small sheet">
      <h2>{pointed ? "The set pointed at" : "Point at a set"}</h2>
      <svg width={width} height={2 * height + 40} role="img" aria-label={plainText(pointed ? told(pointed) : words`Today: ${told(today)}`)}>
        <defs>
          <MarginHatch id="set-hatch" />
        </defs>
        <GridStrip terms={pointed ?? today} scale={scale} x={1} y={1} height={height} hatch="set-hatch" />
        <text x="1" y={height + 22} fontSize="12" fill="var(--ink-2)">
          Today
        </text>
        <GridStrip terms={today} scale={scale} x={1} y={height + 32} height={height} hatch="set-hatch" />
      </svg>
      <p className="m-0">
        <Said of={pointed ? told(pointed) : words`${named(name)} at ${today.width}`} />
      </p>
    </section>
  );
};

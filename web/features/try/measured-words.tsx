import type { AreasMeasured } from "./measure-areas";

const px = (value: number): string => value.toFixed(4).replace(/\.?0+$/, "") || "0";
const signed = (value: number): string => `${value < 0 ? "−" : "+"}${px(Math.abs(value))}`;

/** Which area is off, which edge and by how much; or that it is shown or left out though it should not be. */
export const offWords = ({ area, edge, by }: NonNullable<AreasMeasured["off"]>): string =>
  by === null ? `${area} ${edge}` : `${area}, ${edge} edge ${signed(by)} px`;

/** What the browser made of the page, against the sum. */
export const MeasuredWords = ({ measured, short = false }: { readonly measured: AreasMeasured | null; readonly short?: boolean }) => {
  if (!measured) return <p className="try-measured quiet">Measuring…</p>;
  const { areas, edges, largest, off, sideways } = measured;
  const good = !off && sideways === 0;
  return (
    <div className={`try-measured ${good ? "good" : "off"}`} data-measured={good ? "good" : "off"}>
      <strong>
        {off
          ? short
            ? "Off the sum"
            : "An area is not where the sum says"
          : areas === 0
            ? "No area is shown here"
            : short
              ? "All in place"
              : "Every area stands where the sum says"}
      </strong>
      {off && <span>{offWords(off)}</span>}
      {sideways > 0 && (
        <span>
          The page scrolls sideways by <span className="num">{px(sideways)}</span>.
        </span>
      )}
      {!short && (
        <span>
          <span className="num">{areas}</span> {areas === 1 ? "area" : "areas"}, <span className="num">{edges}</span> edges, largest
          difference <span className="num">{px(largest)}</span> px.
        </span>
      )}
    </div>
  );
};

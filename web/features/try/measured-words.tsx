import type { AreasMeasured, TooMuch } from "./measure-areas";

const px = (value: number): string => value.toFixed(4).replace(/\.?0+$/, "") || "0";
const signed = (value: number): string => `${value < 0 ? "−" : "+"}${px(Math.abs(value))}`;

/** Which area is off, which edge and by how much; or that it is shown or left out though it should not be. */
export const offWords = ({ area, edge, by }: NonNullable<AreasMeasured["off"]>): string =>
  by === null ? `${area} ${edge}` : `${area}, ${edge} edge ${signed(by)} px`;

type Props = {
  readonly measured: AreasMeasured | null;
  readonly short?: boolean;
  /** Gives an area a number of rows; null if that is not allowed here. */
  readonly onRows?: ((area: string, rows: number) => void) | null;
};

/** An area that does not hold its content, and how many rows would. */
const TooMuchWords = ({ over, onRows }: { readonly over: TooMuch; readonly onRows: Props["onRows"] }) => {
  const { id, area, down, across } = over;
  const needs = down?.needsRows ?? null;
  return (
    <li>
      <strong>{area}</strong>{" "}
      {down && (
        <>
          The content is <span className="num">{down.needs}</span> px high; <span className="num">{down.rows}</span>{" "}
          {down.rows === 1 ? "row holds" : "rows hold"} <span className="num">{down.holds}</span>.
        </>
      )}
      {across > 0 && (
        <>
          {" "}
          The content is <span className="num">{across}</span> px wider than its columns.
        </>
      )}
      {needs !== null && onRows && (
        <button type="button" className="btn btn-sm btn-quiet" onClick={() => onRows(id, needs)}>
          Give it <span className="num">{needs}</span> rows
        </button>
      )}
    </li>
  );
};

/** What the browser made of the page, against the sum, and which areas do not hold their content. */
export const MeasuredWords = ({ measured, short = false, onRows = null }: Props) => {
  if (!measured) return <p className="try-measured quiet">Measuring…</p>;
  const { areas, edges, largest, off, sideways, tooMuch, missing } = measured;
  const good = !off && sideways === 0 && tooMuch.length === 0;
  return (
    <div className={`try-measured ${good ? "good" : "off"}`} data-measured={good ? "good" : "off"}>
      <strong>
        {off
          ? short
            ? "Off the sum"
            : "An area is not where the sum says"
          : areas === 0
            ? "No area is shown here"
            : tooMuch.length > 0
              ? `${tooMuch.length} ${tooMuch.length === 1 ? "area does" : "areas do"} not hold ${tooMuch.length === 1 ? "its" : "their"} content`
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
      {!short && tooMuch.length > 0 && (
        <ul>
          {tooMuch.map((over) => (
            <TooMuchWords key={over.id} over={over} onRows={onRows} />
          ))}
        </ul>
      )}
      {!short && missing.length > 0 && <span>Not on this page: {missing.join(", ")}.</span>}
      {!short && (
        <span>
          <span className="num">{areas}</span> {areas === 1 ? "area" : "areas"}, <span className="num">{edges}</span> edges, largest
          difference <span className="num">{px(largest)}</span> px.
        </span>
      )}
    </div>
  );
};

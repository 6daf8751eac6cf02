import { type BoxList, breakpointAt, type Exact, fromJsonNumber, inOrder, type Layout, toNumber } from "@ypsiline/core";
import { Choice } from "@/ui/choice";
import { WidthField } from "@/ui/width-field";

const asks = ["spec", "grid"] as const;
export type Ask = (typeof asks)[number];
const askWords: Readonly<Record<Ask, string>> = { spec: "Against this spec", grid: "Which grid is it?" };

/** The draft, among what boxes are compared with; versions have their number. */
export const onDraft = "draft";

const entriesWords = ({ edges, boxes: { length } }: BoxList): string =>
  edges ? (length === 1 ? "edge" : "edges") : length === 1 ? "box" : "boxes";

type Props = {
  readonly ask: Ask;
  readonly onAsk: (ask: Ask) => void;
  /** The boxes shown; null while there are none. */
  readonly list: BoxList | null;
  readonly onList: (list: BoxList) => void;
  readonly layout: Layout;
  readonly base: Exact;
  /** Versions that boxes can be compared with, besides the draft. */
  readonly versions: readonly string[];
  readonly against: string;
  readonly onAgainst: (number: string) => void;
  /** The breakpoint chosen; "" for the one that applies at the boxes' width. */
  readonly at: string;
  readonly onAt: (id: string) => void;
  readonly onOther: () => void;
};

/** The question, the width of the boxes, and what they are compared with. */
export const FitChoices = (props: Props) => {
  const { ask, onAsk, list, onList, layout, base, versions, against, onAgainst, at, onAt, onOther } = props;
  return (
    <div className="fit-choices">
      <Choice label="What is asked" values={asks} words={askWords} value={ask} onChange={onAsk} />
      {list && (
        <>
          <span className="quiet text-nowrap ms-auto">
            <span className="num">{list.boxes.length.toLocaleString("en")}</span> {entriesWords(list)} at
          </span>
          <WidthField
            label="Width the boxes were measured at"
            width={toNumber(list.width)}
            base={base}
            onWidth={(width) => onList({ ...list, width: fromJsonNumber(width) })}
          />
          {versions.length > 0 && (
            <select
              name="against"
              className="form-select form-select-sm fit-against"
              aria-label="Held against"
              value={against}
              onChange={(event) => onAgainst(event.target.value)}
            >
              <option value={onDraft}>this draft</option>
              {versions.map((number) => (
                <option key={number} value={number}>
                  {number}
                </option>
              ))}
            </select>
          )}
          <select
            name="breakpoint"
            className="form-select form-select-sm fit-at"
            aria-label="Breakpoint held against"
            value={at}
            onChange={(event) => onAt(event.target.value)}
          >
            <option value="">{breakpointAt(layout, list.width).name}, as it applies</option>
            {inOrder(layout).map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
          <button type="button" className="btn btn-sm btn-quiet" onClick={onOther}>
            Other boxes…
          </button>
        </>
      )}
    </div>
  );
};

"use client";

import { type Breakpoint, type Columns, type ColumnTerms, declaredText, type Exact, lengthText, pxText } from "@ypsiline/core";
import { NumberField } from "@/ui/number-field";

type Props = {
  readonly breakpoint: Breakpoint;
  readonly terms: ColumnTerms;
  readonly base: Exact;
  readonly readOnly: boolean;
  /** Whether both margins are typed as one. */
  readonly equal: boolean;
  readonly onEqual: (on: boolean) => void;
  readonly onColumns: (columns: Columns) => string | null;
};

/** What is chosen once for a sum: equal margins, half gutters at the edges, and a total that is expected of it. */
export const SumOptions = ({ breakpoint, terms, base, readOnly, equal, onEqual, onColumns }: Props) => {
  const { columns } = breakpoint;
  return (
    <>
      <label className="inline">
        <input
          name="equal-margins"
          type="checkbox"
          className="form-check-input m-0"
          checked={equal}
          disabled={readOnly}
          onChange={(event) => onEqual(event.target.checked)}
        />
        Margins equal
      </label>
      <label className="inline" title="Half a gutter inside the container at each end">
        <input
          name="edge-gutters"
          type="checkbox"
          className="form-check-input m-0"
          checked={columns.edgeGutters === "half"}
          disabled={readOnly}
          onChange={(event) => onColumns({ ...columns, edgeGutters: event.target.checked ? "half" : "none" })}
        />
        Half gutters at the edges
      </label>
      <ExpectedTotal
        columns={columns}
        today={{ container: pxText(terms.container.width) ?? "0px", column: pxText(terms.column) ?? "0px" }}
        base={base}
        readOnly={readOnly}
        breakpoint={breakpoint.id}
        onColumns={onColumns}
      />
    </>
  );
};

type ExpectedProps = {
  readonly columns: Columns;
  /** Their present values, to start from. */
  readonly today: Readonly<Record<"container" | "column", string>>;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly breakpoint: string;
  readonly onColumns: (columns: Columns) => string | null;
};

/** What the author expects of the container or the column at the drawn-at size: checked, never computed with. */
const ExpectedTotal = ({ columns, today, base, readOnly, breakpoint, onColumns }: ExpectedProps) => {
  const { stated } = columns;
  const set = (which: "container" | "column", text: string | null): string | null => {
    const { [which]: _, ...others } = stated ?? {};
    const next = text === null ? others : { ...stated, [which]: text };
    if (Object.keys(next).length > 0) return onColumns({ ...columns, stated: next });
    const { stated: __, ...rest } = columns;
    return onColumns(rest);
  };
  const which = stated?.container === undefined && stated?.column !== undefined ? "column" : "container";
  const text = stated?.[which];
  return (
    <span className="inline expected">
      <select
        name="expected"
        className="form-select form-select-sm"
        aria-label="Expected total"
        title="What your team expects this to come to at the drawn-at size: it is checked, and nothing is computed from it"
        value={text === undefined ? "" : which}
        disabled={readOnly}
        onChange={(event) => {
          const chosen = event.target.value;
          if (chosen === "") set(which, null);
          else onColumns({ ...columns, stated: { [chosen]: text ?? today[chosen as "container" | "column"] } });
        }}
      >
        <option value="">Expected total…</option>
        <option value="container">Container of</option>
        <option value="column">Column of</option>
      </select>
      {text !== undefined && (
        <NumberField
          key={`${breakpoint} ${which}`}
          label={`Expected ${which}`}
          shown={declaredText(text)}
          text={declaredText(text)}
          units={["px", "rem"]}
          base={base}
          disabled={readOnly}
          onEnter={(value) => {
            const declared = lengthText(value);
            return declared === null || declared.startsWith("-") ? "Type a length from 0 with at most 6 decimals" : set(which, declared);
          }}
        />
      )}
    </span>
  );
};

"use client";

import {
  declaredText,
  type Breakpoint,
  changeTerm,
  type Columns,
  type ColumnTerms,
  equals,
  exact,
  type Exact,
  type GivesWay,
  type Length,
  type LengthUnit,
  lengthText,
  pxText,
  type SumTerm,
  toDecimal,
  toNumber,
} from "@ypsiline/core";
import { type ReactNode, useState } from "react";
import { Num } from "@/ui/num";
import { type Fault, NumberField } from "@/ui/number-field";
import { Sign, Term } from "./term";

type Props = {
  readonly breakpoint: Breakpoint;
  readonly terms: ColumnTerms;
  readonly base: Exact;
  readonly rootFontSize: Exact;
  readonly readOnly: boolean;
  /** Takes new columns, or says why they cannot be. */
  readonly onColumns: (columns: Columns) => string | null;
  readonly onWidth: (width: Exact) => void;
  readonly children?: ReactNode;
};

const kinds = [
  ["fluid", "fluid", "As wide as the margins leave it"],
  ["capped", "at most", "As wide as the margins leave it, up to a width"],
  ["fixed", "fixed", "Always of one width"],
] as const satisfies readonly (readonly [Columns["container"]["kind"], string, string])[];

/**
 * The two equations under the sheet, which the container joins: width = margin + container + margin, and container =
 * columns × column + gaps × gutter. Any term can be typed; any other can be made to give way. Fields belong to their
 * breakpoint: what is half-typed in one is never taken for another.
 */
export const SumLine = ({ breakpoint, terms, base, rootFontSize, readOnly, onColumns, onWidth, children }: Props) => {
  const { columns } = breakpoint;
  const [givesWay, setGivesWay] = useState<GivesWay>("column");
  const held = terms.boundBy !== "margins";
  const [apart, setApart] = useState(false);
  const linked = equals(terms.margin.start, terms.margin.end) && !apart;

  const enter =
    (term: SumTerm) =>
    (value: Length): Fault => {
      const changed = changeTerm({ columns, width: terms.width, rootFontSize, term, value, givesWay });
      if (!changed.ok) {
        // Looking at another width changes nothing, so that is done also where the sum does not close there: the findings say so.
        const looks = term === "width" && changed.looksAt !== undefined;
        if (!looks) return changed.said;
        onWidth(changed.looksAt);
        return null;
      }
      const words = changed.columns === columns ? null : onColumns(changed.columns);
      if (words !== null) return words;
      setGivesWay(changed.gaveWay);
      if (!equals(changed.width, terms.width)) onWidth(changed.width);
      return null;
    };

  const term = (
    id: SumTerm,
    gives: GivesWay | null,
    label: string,
    value: Exact,
    text: string,
    units: readonly LengthUnit[],
    kind: string,
    inUnits = false,
  ) => (
    <Term
      key={`${breakpoint.id} ${id} ${gives ?? "end"}`}
      label={label}
      giving={gives !== null && gives === givesWay}
      onGive={gives === null || readOnly ? null : () => setGivesWay(gives)}
      kind={kind}
      shown={text.endsWith("%") || text.endsWith("rem") || text.endsWith("fr") ? text : <Num value={value} />}
      text={text}
      units={units}
      base={base}
      disabled={readOnly && id !== "width"}
      inUnits={inUnits ? value : null}
      onEnter={enter(id)}
    />
  );
  const marginText = (side: "start" | "end"): string => (held ? toDecimal(terms.margin[side], 6) : declaredText(columns.margin[side]));
  const { container } = columns;
  const setContainer = (next: Columns["container"]): string | null => onColumns({ ...columns, container: next });
  const setKind = (kind: Columns["container"]["kind"]): void => {
    if (kind === container.kind) return;
    const width = pxText(terms.container.width) ?? `${Math.max(1, Math.floor(toNumber(terms.container.width)))}px`;
    const align = container.kind === "fluid" ? "center" : container.align;
    setContainer(kind === "fluid" ? { kind } : kind === "capped" ? { kind, max: width, align } : { kind, width, align });
  };
  const heldTo = container.kind === "capped" ? container.max : container.kind === "fixed" ? container.width : null;
  const containerText = held && heldTo !== null ? declaredText(heldTo) : toDecimal(terms.container.width, 6);

  return (
    <section className="sum two-sums" aria-label="Sum line">
      <div className="terms">
        {term("width", "width", "Width", terms.width, toDecimal(terms.width, 6), ["px"], "")}
        <Sign>=</Sign>
        {term(
          linked ? "margin" : "margin-start",
          "margin",
          linked ? "Margin" : "Start margin",
          terms.margin.start,
          marginText("start"),
          ["px", "rem", "%"],
          "of-margin",
          true,
        )}
        <Sign>+</Sign>
        {term("container", null, "Container", terms.container.width, containerText, ["px", "rem", "%"], "of-container", true)}
        <span className="kinds" role="radiogroup" aria-label="How the container is held">
          {kinds.map(([kind, words, title]) => (
            <label key={kind} title={title} className={container.kind === kind ? "kind-here" : ""}>
              <input
                type="radio"
                className="visually-hidden"
                name={`container-${breakpoint.id}`}
                checked={container.kind === kind}
                disabled={readOnly}
                onChange={() => setKind(kind)}
              />
              {words}
              {kind === "capped" && container.kind === "capped" && !held && <> {declaredText(container.max)}</>}
            </label>
          ))}
        </span>
        {container.kind !== "fluid" && (
          <select
            name="align"
            className="form-select form-select-sm"
            aria-label="Where the container stands"
            title="Where the container stands in what is left over"
            value={container.align}
            disabled={readOnly}
            onChange={(event) => setContainer({ ...container, align: event.target.value as "center" | "start" | "end" })}
          >
            <option value="center">in the middle</option>
            <option value="start">at the start</option>
            <option value="end">at the end</option>
          </select>
        )}
        <Sign>+</Sign>
        {term(
          linked ? "margin" : "margin-end",
          null,
          linked ? "Margin" : "End margin",
          terms.margin.end,
          marginText("end"),
          ["px", "rem", "%"],
          "of-margin",
          true,
        )}
        <span className="flex-grow-1" />
        <label className="inline">
          <input
            name="linked"
            type="checkbox"
            className="form-check-input m-0"
            checked={linked}
            disabled={readOnly}
            onChange={(event) => {
              setApart(!event.target.checked);
              if (event.target.checked) onColumns({ ...columns, margin: { start: columns.margin.start, end: columns.margin.start } });
            }}
          />
          Margins alike
        </label>
      </div>
      <div className="terms">
        <span className="joins" title="The container of the line above">
          Container{" "}
          <span className="num">
            <Num value={terms.container.width} />
          </span>
        </span>
        <Sign>=</Sign>
        {term("columns", "columns", "Columns", exact(columns.count), String(columns.count), ["px"], "of-columns")}
        <Sign>×</Sign>
        {term("column", "column", "Column", terms.column, toDecimal(terms.column), ["px", "rem"], "of-columns", true)}
        <Sign>+</Sign>
        <span className="joins">
          Gaps <span className="num">{terms.gaps}</span>
        </span>
        <Sign>×</Sign>
        {term("gutter", "gutter", "Gutter", terms.gutter, declaredText(columns.gutter), ["px", "rem", "fr"], "of-gutter", true)}
        <span className="flex-grow-1" />
        <label className="inline">
          Edges
          <select
            name="edge-gutters"
            aria-label="Edge gutters"
            title="Half a gutter inside the container at each end, or none"
            className="form-select form-select-sm"
            value={columns.edgeGutters}
            disabled={readOnly}
            onChange={(event) => onColumns({ ...columns, edgeGutters: event.target.value as "none" | "half" })}
          >
            <option value="none">none</option>
            <option value="half">half</option>
          </select>
        </label>
        <StatedFields
          columns={columns}
          today={{ container: pxText(terms.container.width) ?? "0px", column: pxText(terms.column) ?? "0px" }}
          base={base}
          readOnly={readOnly}
          breakpoint={breakpoint.id}
          onColumns={onColumns}
        />
        {children}
      </div>
    </section>
  );
};

type StatedProps = {
  readonly columns: Columns;
  /** What they come to today, to begin from. */
  readonly today: Readonly<Record<"container" | "column", string>>;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly breakpoint: string;
  readonly onColumns: (columns: Columns) => string | null;
};

/** What the author says the container or the column ought to be at the drawn-at size; checked, never computed with. */
const StatedFields = ({ columns, today, base, readOnly, breakpoint, onColumns }: StatedProps) => {
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
    <span className="inline stated">
      <select
        name="stated"
        className={`form-select form-select-sm ${text === undefined ? "none-stated" : ""}`}
        aria-label="What is stated"
        title="What your team says this ought to come to at the drawn-at size; it is checked, and computes nothing"
        value={text === undefined ? "" : which}
        disabled={readOnly}
        onChange={(event) => {
          const chosen = event.target.value;
          if (chosen === "") set(which, null);
          else {
            const next = { ...columns, stated: { [chosen]: text ?? today[chosen as "container" | "column"] } };
            onColumns(next);
          }
        }}
      >
        <option value="">Stated…</option>
        <option value="container">container stated</option>
        <option value="column">column stated</option>
      </select>
      {text !== undefined && (
        <NumberField
          key={`${breakpoint} ${which}`}
          label={`Stated ${which}`}
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

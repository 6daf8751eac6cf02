"use client";

import {
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
  limits,
  pxText,
  type SumTerm,
  toDecimal,
  toNumber,
} from "@ypsiline/core";
import { type ReactNode, useState } from "react";
import { BaseUnits } from "@/ui/base-units";
import { Num } from "@/ui/num";
import { NumberField } from "@/ui/number-field";
import { declaredText, FixedTerm, Sign, Term } from "./term";

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

const widthFits = (width: Exact): boolean => toNumber(width) >= 1 && toNumber(width) <= limits.size;

/**
 * The equation under the sheet. Any term can be typed; any other can be made to give way. Fields belong to
 * their breakpoint: what is half-typed in one is never taken for another.
 */
export const SumLine = ({ breakpoint, terms, base, rootFontSize, readOnly, onColumns, onWidth, children }: Props) => {
  const { columns } = breakpoint;
  const [givesWay, setGivesWay] = useState<GivesWay>("column");
  const bound = terms.boundBy !== "margins";
  const [apart, setApart] = useState(false);
  const linked = equals(terms.margin.start, terms.margin.end) && !apart;

  const enter =
    (term: SumTerm) =>
    (value: Length): string | null => {
      const changed = changeTerm({ columns, width: terms.width, rootFontSize, term, value, givesWay });
      if (!changed.ok) return changed.message;
      if (!widthFits(changed.width)) return `The width would be ${toDecimal(changed.width)}; it must be from 1 to 20,000`;
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
  const marginText = (side: "start" | "end"): string => (bound ? toDecimal(terms.margin[side], 6) : declaredText(columns.margin[side]));
  const container = columns.container;
  const setContainer = (next: Columns["container"]): string | null => onColumns({ ...columns, container: next });

  return (
    <section className="sum" aria-label="Sum line">
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
        {term("columns", "columns", "Columns", exact(columns.count), String(columns.count), ["px"], "of-columns")}
        <Sign>×</Sign>
        {term("column", "column", "Column", terms.column, toDecimal(terms.column), ["px", "rem"], "of-columns", true)}
        <Sign>+</Sign>
        <FixedTerm label="Gaps">{terms.gaps}</FixedTerm>
        <Sign>×</Sign>
        {term("gutter", "gutter", "Gutter", terms.gutter, declaredText(columns.gutter), ["px", "rem", "fr"], "of-gutter", true)}
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
        {children}
      </div>
      <div className="terms second">
        <label className="inline">
          Container
          <select
            className="form-select form-select-sm"
            value={container.kind}
            disabled={readOnly}
            onChange={(event) => {
              const width = pxText(terms.container.width) ?? `${Math.floor(toNumber(terms.container.width))}px`;
              const align = container.kind === "fluid" ? "center" : container.align;
              if (event.target.value === "fluid") setContainer({ kind: "fluid" });
              if (event.target.value === "capped") setContainer({ kind: "capped", max: width, align });
              if (event.target.value === "fixed") setContainer({ kind: "fixed", width, align });
            }}
          >
            <option value="fluid">fluid</option>
            <option value="capped">at most</option>
            <option value="fixed">fixed</option>
          </select>
        </label>
        {container.kind === "fluid" ? (
          <span className="inline">
            <Num value={terms.container.width} /> at this width, <BaseUnits value={terms.container.width} base={base} />
          </span>
        ) : (
          <>
            <NumberField
              key={breakpoint.id}
              label={container.kind === "capped" ? "Container at most" : "Container width"}
              shown={declaredText(container.kind === "capped" ? container.max : container.width)}
              text={declaredText(container.kind === "capped" ? container.max : container.width)}
              units={["px", "rem"]}
              base={base}
              disabled={readOnly}
              onEnter={(value) => {
                const text = lengthText(value);
                if (text === null || toNumber(value.value) <= 0) return "Type a width above 0 with at most 6 decimals";
                return setContainer(container.kind === "capped" ? { ...container, max: text } : { ...container, width: text });
              }}
            />
            <label className="inline">
              Stands at
              <select
                className="form-select form-select-sm"
                value={container.align}
                disabled={readOnly}
                onChange={(event) => setContainer({ ...container, align: event.target.value as "center" | "start" | "end" })}
              >
                <option value="center">center</option>
                <option value="start">start</option>
                <option value="end">end</option>
              </select>
            </label>
            <span className="inline quiet">
              <Num value={terms.container.width} /> at this width
            </span>
          </>
        )}
        <StatedFields
          columns={columns}
          today={{ container: pxText(terms.container.width) ?? "0px", column: pxText(terms.column) ?? "0px" }}
          base={base}
          readOnly={readOnly}
          breakpoint={breakpoint.id}
          onColumns={onColumns}
        />
        <label className="inline">
          Edge gutters
          <select
            className="form-select form-select-sm"
            value={columns.edgeGutters}
            disabled={readOnly}
            onChange={(event) => onColumns({ ...columns, edgeGutters: event.target.value as "none" | "half" })}
          >
            <option value="none">none</option>
            <option value="half">half</option>
          </select>
        </label>
        <label className="inline">
          <input
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
        className="form-select form-select-sm"
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
        <option value="">nothing stated</option>
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

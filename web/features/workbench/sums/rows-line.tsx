"use client";

import {
  type Breakpoint,
  changeRowTerm,
  declaredText,
  divide,
  equals,
  exact,
  type Exact,
  isWhole,
  type Length,
  type LengthContext,
  type LengthUnit,
  multiply,
  pxText,
  type RowGivesWay,
  rowLines,
  type Rows,
  type RowSum,
  type RowTerm,
  show,
  sign,
  toDecimal,
  toNumber,
} from "@ypsiline/core";
import { useState } from "react";
import { BaseUnits } from "@/ui/base-units";
import { Num } from "@/ui/num";
import type { Fault } from "@/ui/number-field";
import { spokenRows } from "./spoken-sums";
import { Kinds, SumFrame } from "./sum-frame";
import { FixedTerm, LengthTerm, Sign, Term } from "./term";

type Props = {
  readonly breakpoint: Breakpoint;
  /** The sum of its rows over its drawn-at height; null if it has none. */
  readonly sum: RowSum | null;
  readonly context: LengthContext;
  readonly base: Exact;
  /** Step of the breakpoint's baseline, px; null if it has none. */
  readonly step: Exact | null;
  readonly readOnly: boolean;
  readonly onBreakpoint: (breakpoint: Breakpoint) => string | null;
};

const starts = (kind: Rows["kind"], base: string): Rows =>
  kind === "repeating"
    ? { kind, height: base, gutter: base, offset: "0px" }
    : { kind, count: 6, gutter: base, margin: { start: base, end: base } };

const kinds = [
  { id: "none", words: "no rows", title: "The page has no rows at this breakpoint" },
  { id: "repeating", words: "repeating", title: "Rows of one height run from the top of the page" },
  { id: "dividing", words: "dividing", title: "A number of rows share the height of a section" },
] as const;

/**
 * The sum of a breakpoint's rows over its drawn-at height. Repeating rows run from the top; dividing rows share the
 * height. As in the sum of columns any term can be typed, and any other made to give way.
 */
export const RowsLine = ({ breakpoint, sum, context, base, step, readOnly, onBreakpoint }: Props) => {
  const { rows, drawnAt } = breakpoint;
  const [gives, setGives] = useState<Readonly<Record<Rows["kind"], RowGivesWay>>>({ repeating: "count", dividing: "row" });
  const [apart, setApart] = useState(false);
  const kind = rows?.kind ?? "none";
  const onRows = (next: Rows | null): string | null => onBreakpoint({ ...breakpoint, rows: next });
  const chooser = (
    <Kinds
      label="Kind of rows"
      name={`rows-${breakpoint.id}`}
      kinds={kinds}
      value={kind}
      disabled={readOnly}
      onKind={(chosen) => onRows(chosen === "none" ? null : starts(chosen, pxText(base) ?? "8px"))}
    />
  );
  if (!rows || !sum)
    return (
      <section className="sum one-line" aria-label="Row sum">
        <p className="quiet my-2">
          {breakpoint.name} has no rows. Repeating rows run from the top of the page; dividing rows share the height of a section.
        </p>
        {chooser}
      </section>
    );
  const { terms, sheet } = sum;

  const enter =
    (term: RowTerm) =>
    (value: Length): Fault => {
      const changed = changeRowTerm({ rows, sheet, context, term, value, givesWay: gives[rows.kind] });
      if (!changed.ok) return changed.said;
      const words = onBreakpoint({
        ...breakpoint,
        rows: changed.rows,
        drawnAt: { ...drawnAt, height: Number(toDecimal(changed.sheet, 3)) },
      });
      if (words === null) setGives({ ...gives, [rows.kind]: changed.gaveWay });
      return words;
    };
  const term = (
    id: RowTerm,
    way: RowGivesWay | null,
    label: string,
    value: Exact,
    text: string,
    fieldKind = "",
    inUnits = false,
    units: readonly LengthUnit[] = ["px", "rem"],
  ) => (
    <Term
      key={`${breakpoint.id} ${kind} ${id} ${way ?? "end"}`}
      label={label}
      giving={way === gives[rows.kind]}
      onGive={way === null || readOnly ? null : () => setGives({ ...gives, [rows.kind]: way })}
      kind={fieldKind}
      shown={text.endsWith("rem") ? text : <Num value={value} />}
      text={text}
      units={units}
      base={base}
      disabled={readOnly}
      inUnits={inUnits ? value : null}
      onEnter={enter(id)}
    />
  );
  const frame = {
    label: "Row sum",
    spoken: spokenRows(sum),
    inside: (
      <>
        {term("count", "count", "Rows", exact(sum.whole), String(sum.whole), "of-rows count", false, ["px"])}
        <Sign>×</Sign>
        {term(
          "row",
          "row",
          "Row",
          terms.height,
          rows.kind === "repeating" ? declaredText(rows.height) : toDecimal(terms.height),
          "of-rows",
          true,
        )}
        <Sign>+</Sign>
        <FixedTerm label="Gaps">{sum.gaps}</FixedTerm>
        <Sign>×</Sign>
        {term("gutter", "gutter", "Gutter", terms.gutter, declaredText(rows.gutter), "of-gutter", true)}
      </>
    ),
  };
  const height = term("height", "height", "Height", sheet, toDecimal(sheet), "", false, ["px"]);
  const filled = (
    <span className="inline">
      Rows fill <Num value={sum.filled} /> <BaseUnits value={sum.filled} base={base} />
    </span>
  );
  if (rows.kind === "repeating" && terms.kind === "repeating")
    return (
      <SumFrame
        {...frame}
        before={
          <>
            {height}
            <Sign>=</Sign>
            {term("offset", "margin", "Offset", terms.offset, declaredText(rows.offset), "of-margin", true)}
            <Sign>+</Sign>
          </>
        }
        after={
          <>
            <Sign>+</Sign>
            <FixedTerm label="Left over">
              <Num value={sum.leftover} />
            </FixedTerm>
          </>
        }
        under={
          <>
            {filled}
            {chooser}
          </>
        }
      />
    );
  if (rows.kind !== "dividing" || terms.kind !== "dividing") return null;
  const linked = rows.margin.start === rows.margin.end && !apart;
  const heldApart = !equals(terms.section, sheet);
  const marginTerm = (side: "start" | "end") =>
    term(
      linked ? "margin" : `margin-${side}`,
      side === "start" ? "margin" : null,
      linked ? "Margin" : side === "start" ? "Margin above" : "Margin below",
      terms.margin[side],
      declaredText(rows.margin[side]),
      "of-margin",
      true,
    );
  return (
    <SumFrame
      {...frame}
      before={
        <>
          {height}
          {heldApart && (
            <FixedTerm label="Section">
              <Num value={terms.section} />
            </FixedTerm>
          )}
          <Sign>=</Sign>
          {marginTerm("start")}
          <Sign>+</Sign>
        </>
      }
      after={
        <>
          <Sign>+</Sign>
          {marginTerm("end")}
        </>
      }
      options={
        <>
          <label className="inline">
            <input
              name="linked"
              type="checkbox"
              className="form-check-input m-0"
              checked={linked}
              disabled={readOnly}
              onChange={(event) => {
                setApart(!event.target.checked);
                if (event.target.checked) onRows({ ...rows, margin: { start: rows.margin.start, end: rows.margin.start } });
              }}
            />
            Margins equal
          </label>
          {step && <WholeLines rows={rows} sum={sum} step={step} readOnly={readOnly} onRows={onRows} />}
        </>
      }
      under={
        <>
          {filled}
          {chooser}
          <Bounds rows={rows} base={base} readOnly={readOnly} id={breakpoint.id} onRows={onRows} />
        </>
      }
    />
  );
};

type Dividing = Extract<Rows, { kind: "dividing" }>;

type BoundsProps = {
  readonly rows: Dividing;
  readonly id: string;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly onRows: (rows: Dividing) => string | null;
};

/** The least and the most height that dividing rows fill, each there or not. */
const Bounds = ({ rows, id, base, readOnly, onRows }: BoundsProps) => (
  <>
    {(["least", "most"] as const).map((which) => {
      const text = rows[which];
      return (
        <span key={which} className="inline">
          <label className="inline">
            <input
              name="bounded"
              type="checkbox"
              className="form-check-input m-0"
              checked={text !== undefined}
              disabled={readOnly}
              onChange={(event) => {
                const { [which]: _, ...rest } = rows;
                const next = event.target.checked ? { ...rows, [which]: which === "least" ? "600px" : "1200px" } : rest;
                onRows(next);
              }}
            />
            {which === "least" ? "At least" : "At most"}
          </label>
          {text !== undefined && (
            <LengthTerm
              key={id}
              label={which === "least" ? "Least height" : "Most height"}
              text={text}
              base={base}
              disabled={readOnly}
              onText={(next) => onRows({ ...rows, [which]: next })}
            />
          )}
        </span>
      );
    })}
  </>
);

type WholeLinesProps = {
  readonly rows: Dividing;
  readonly sum: RowSum;
  readonly step: Exact;
  readonly readOnly: boolean;
  readonly onRows: (rows: Dividing) => string | null;
};

/** Offers rows of whole baseline lines: N = k·x + (k − 1)·j, the x and j that close. */
const WholeLines = ({ rows, sum, step, readOnly, onRows }: WholeLinesProps) => {
  const lines = divide(sum.filled, step);
  const offers = sign(sum.filled) > 0 && isWhole(lines) ? rowLines(toNumber(lines), rows.count) : [];
  const now = divide(sum.terms.gutter, step);
  const chosen = offers.find(({ gap }) => isWhole(now) && gap === toNumber(now));
  return (
    <select
      name="gap"
      aria-label="In whole lines"
      title={
        isWhole(lines)
          ? `${show(lines)} lines of ${show(step)} between the margins`
          : `${show(sum.filled)} between the margins is ${show(lines)} lines of ${show(step)}, not a whole number. Change the height or a margin.`
      }
      className="form-select form-select-sm"
      disabled={readOnly || offers.length === 0}
      value={chosen?.gap ?? ""}
      onChange={(event) => {
        const gutter = pxText(multiply(exact(Number(event.target.value)), step));
        if (gutter !== null && event.target.value !== "") onRows({ ...rows, gutter });
      }}
    >
      <option value="">{offers.length === 0 ? "No whole lines" : "In whole lines…"}</option>
      {offers.map(({ row, gap }) => (
        <option key={gap} value={gap}>
          {`Rows of ${row} lines, gaps of ${gap} (${show(multiply(exact(row), step))} and ${show(multiply(exact(gap), step))} px)`}
        </option>
      ))}
    </select>
  );
};

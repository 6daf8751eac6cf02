"use client";

import {
  declaredText,
  type Breakpoint,
  changeRowTerm,
  divide,
  exact,
  type Exact,
  fromJsonNumber,
  isWhole,
  limits,
  type Length,
  type LengthUnit,
  multiply,
  pxText,
  resolveRows,
  type RowGivesWay,
  rowLines,
  type Rows,
  rowTerms,
  type RowTerm,
  show,
  sign,
  subtract,
  toDecimal,
  toNumber,
} from "@ypsiline/core";
import { useState } from "react";
import { Num } from "@/ui/num";
import { type Fault, NumberField } from "@/ui/number-field";
import { FixedTerm, LengthTerm, Sign, Term } from "./term";

type Props = {
  readonly breakpoint: Breakpoint;
  readonly base: Exact;
  readonly rootFontSize: Exact;
  /** Step of the breakpoint's baseline, px; null where it has none. */
  readonly step: Exact | null;
  readonly readOnly: boolean;
  readonly onBreakpoint: (breakpoint: Breakpoint) => string | null;
  readonly onCarry: (() => void) | null;
  /** How much of a page is drawn, px; null where it is the drawn-at height. */
  readonly length: number | null;
  readonly onLength: (length: number | null) => void;
};

const starts = (kind: Rows["kind"], base: string): Rows =>
  kind === "repeating"
    ? { kind, height: base, gutter: base, offset: "0px" }
    : { kind, count: 6, gutter: base, margin: { start: base, end: base } };

const kindWords = { none: "no rows", repeating: "repeating", dividing: "dividing" } as const;

/**
 * The sum of a breakpoint's rows over its drawn-at height. Repeating rows run from the top; dividing rows share the
 * height. As in the sum of columns any term can be typed, and any other made to give way.
 */
export const RowsLine = ({ breakpoint, base, rootFontSize, step, readOnly, onBreakpoint, onCarry, length, onLength }: Props) => {
  const { rows, drawnAt } = breakpoint;
  const sheet = fromJsonNumber(drawnAt.height);
  const context = { width: fromJsonNumber(drawnAt.width), rootFontSize };
  const [gives, setGives] = useState<Readonly<Record<Rows["kind"], RowGivesWay>>>({ repeating: "count", dividing: "row" });
  const [apart, setApart] = useState(false);
  const kind = rows?.kind ?? "none";

  const enter =
    (term: RowTerm) =>
    (value: Length): Fault => {
      if (!rows) return "There are no rows";
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
      giving={rows !== null && way === gives[rows.kind]}
      onGive={way === null || readOnly || !rows ? null : () => setGives({ ...gives, [rows.kind]: way })}
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
  const chooser = (
    <div className="terms second">
      <label className="inline">
        Rows
        <select
          name="rows"
          className="form-select form-select-sm"
          value={kind}
          disabled={readOnly}
          onChange={(event) => {
            const chosen = event.target.value as keyof typeof kindWords;
            if (chosen === kind) return;
            onBreakpoint({ ...breakpoint, rows: chosen === "none" ? null : starts(chosen, pxText(base) ?? "8px") });
          }}
        >
          {Object.entries(kindWords).map(([id, words]) => (
            <option key={id} value={id}>
              {words}
            </option>
          ))}
        </select>
      </label>
      {rows?.kind === "dividing" && (
        <Bounds
          rows={rows}
          base={base}
          readOnly={readOnly}
          id={breakpoint.id}
          onRows={(next) => onBreakpoint({ ...breakpoint, rows: next })}
        />
      )}
      {rows?.kind === "dividing" && step && (
        <WholeLines
          rows={rows}
          terms={rowTerms(rows, sheet, context)}
          step={step}
          readOnly={readOnly}
          onRows={(next) => onBreakpoint({ ...breakpoint, rows: next })}
        />
      )}
      <span className="flex-grow-1" />
      <span className="inline draw-to">
        Draw to
        <NumberField
          label="Draw page to"
          shown={String(Math.max(drawnAt.height, length ?? 0))}
          text={String(Math.max(drawnAt.height, length ?? 0))}
          units={["px"]}
          base={base}
          onEnter={({ value }) => {
            const next = Number(toDecimal(value, 3));
            if (!(next >= 1 && next <= limits.size)) return "Type a height from 1 to 20,000";
            // The drawn-at height is the least that is drawn.
            onLength(next <= drawnAt.height ? null : next);
            return null;
          }}
        />
      </span>
      {onCarry && (
        <button type="button" className="btn btn-sm btn-quiet" onClick={onCarry}>
          Copy to breakpoints…
        </button>
      )}
    </div>
  );
  if (!rows)
    return (
      <section className="sum" aria-label="Row sum">
        <p className="quiet m-0">
          {breakpoint.name} has no rows. Repeating rows run from the top of the page; dividing rows share the height of a section.
        </p>
        {chooser}
      </section>
    );

  const terms = rowTerms(rows, sheet, context);
  const made = resolveRows(rows, sheet, context);
  if (rows.kind === "repeating" && terms.kind === "repeating") {
    const whole = made?.whole ?? 0;
    return (
      <section className="sum" aria-label="Row sum">
        <div className="terms">
          {term("height", "height", "Height", sheet, toDecimal(sheet), "", false, ["px"])}
          <Sign>=</Sign>
          {term("offset", "margin", "Offset", terms.offset, declaredText(rows.offset), "of-margin", true)}
          <Sign>+</Sign>
          {term("count", "count", "Rows", exact(whole), String(whole), "of-rows", false, ["px"])}
          <Sign>×</Sign>
          {term("row", "row", "Row", terms.height, declaredText(rows.height), "of-rows", true)}
          <Sign>+</Sign>
          <FixedTerm label="Gaps">{Math.max(0, whole - 1)}</FixedTerm>
          <Sign>×</Sign>
          {term("gutter", "gutter", "Gutter", terms.gutter, declaredText(rows.gutter), "of-gutter", true)}
          <Sign>+</Sign>
          <FixedTerm label="Left over">{made ? <Num value={made.leftover} /> : "–"}</FixedTerm>
        </div>
        {chooser}
      </section>
    );
  }
  if (rows.kind !== "dividing" || terms.kind !== "dividing") return null;
  const linked = rows.margin.start === rows.margin.end && !apart;
  const clamped = sign(subtract(terms.section, sheet)) !== 0;
  return (
    <section className="sum" aria-label="Row sum">
      <div className="terms">
        {term("height", "height", "Height", sheet, toDecimal(sheet), "", false, ["px"])}
        {clamped && <FixedTerm label="Held at">{<Num value={terms.section} />}</FixedTerm>}
        <Sign>=</Sign>
        {term(
          linked ? "margin" : "margin-start",
          "margin",
          linked ? "Margin" : "Margin above",
          terms.margin.start,
          declaredText(rows.margin.start),
          "of-margin",
          true,
        )}
        <Sign>+</Sign>
        {term("count", "count", "Rows", exact(rows.count), String(rows.count), "of-rows", false, ["px"])}
        <Sign>×</Sign>
        {term("row", "row", "Row", terms.height, toDecimal(terms.height), "of-rows", true)}
        <Sign>+</Sign>
        <FixedTerm label="Gaps">{rows.count - 1}</FixedTerm>
        <Sign>×</Sign>
        {term("gutter", "gutter", "Gutter", terms.gutter, declaredText(rows.gutter), "of-gutter", true)}
        <Sign>+</Sign>
        {term(
          linked ? "margin" : "margin-end",
          null,
          linked ? "Margin" : "Margin below",
          terms.margin.end,
          declaredText(rows.margin.end),
          "of-margin",
          true,
        )}
        <label className="inline align-self-center">
          <input
            name="linked"
            type="checkbox"
            className="form-check-input m-0"
            checked={linked}
            disabled={readOnly}
            onChange={(event) => {
              setApart(!event.target.checked);
              if (event.target.checked)
                onBreakpoint({ ...breakpoint, rows: { ...rows, margin: { start: rows.margin.start, end: rows.margin.start } } });
            }}
          />
          Margins alike
        </label>
      </div>
      {chooser}
    </section>
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
  readonly terms: ReturnType<typeof rowTerms>;
  readonly step: Exact;
  readonly readOnly: boolean;
  readonly onRows: (rows: Dividing) => string | null;
};

/** Offers rows of whole baseline lines: N = k·x + (k − 1)·j, the x and j that close. */
const WholeLines = ({ rows, terms, step, readOnly, onRows }: WholeLinesProps) => {
  if (terms.kind !== "dividing") return null;
  const room = subtract(subtract(terms.section, terms.margin.start), terms.margin.end);
  const lines = divide(room, step);
  if (sign(room) <= 0 || !isWhole(lines))
    return (
      <span className="inline quiet">
        <Num value={room} /> between the margins is <Num value={lines} /> lines of <Num value={step} />: not whole.
      </span>
    );
  const offers = rowLines(toNumber(lines), rows.count);
  const now = divide(terms.gutter, step);
  return (
    <label className="inline">
      In whole lines
      <select
        name="gap"
        className="form-select form-select-sm"
        disabled={readOnly || offers.length === 0}
        value={offers.some(({ gap }) => isWhole(now) && gap === toNumber(now)) ? toNumber(now) : ""}
        onChange={(event) => {
          const gutter = pxText(multiply(exact(Number(event.target.value)), step));
          if (gutter !== null && event.target.value !== "") onRows({ ...rows, gutter });
        }}
      >
        <option value="">
          {offers.length === 0
            ? `${show(lines)} lines cannot be shared by ${rows.count} rows`
            : `${show(lines)} lines, ${offers.length} ways`}
        </option>
        {offers.map(({ row, gap }) => (
          <option key={gap} value={gap}>
            {`rows of ${row}, gaps of ${gap} (${show(multiply(exact(row), step))} and ${show(multiply(exact(gap), step))})`}
          </option>
        ))}
      </select>
    </label>
  );
};

"use client";

import {
  declaredText,
  gutterText,
  onBase,
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
  pxText,
  type SumTerm,
  toDecimal,
  toNumber,
} from "@ypsiline/core";
import { type ReactNode, useState } from "react";
import { BaseUnits } from "@/ui/base-units";
import { Num } from "@/ui/num";
import type { Fault } from "@/ui/number-field";
import { spokenColumns } from "./spoken-sums";
import { Kinds, SumFrame } from "./sum-frame";
import { SumOptions } from "./sum-options";
import { FixedTerm, Sign, Term } from "./term";

type Props = {
  readonly breakpoint: Breakpoint;
  readonly terms: ColumnTerms;
  readonly base: Exact;
  readonly rootFontSize: Exact;
  readonly readOnly: boolean;
  /** Takes new columns, or says why they cannot be. */
  readonly onColumns: (columns: Columns) => string | null;
  readonly onWidth: (width: Exact) => void;
};

const kinds = [
  { id: "fluid", words: "fluid", title: "As wide as the margins leave it" },
  { id: "capped", words: "at most", title: "As wide as the margins leave it, up to a width" },
  { id: "fixed", words: "fixed", title: "Always of one width" },
] as const;

/**
 * The sum under the sheet: width = margin + columns × column + gaps × gutter + margin, with a bracket under the middle that
 * holds the container. Any term can be typed; any other can be made to give way, by its label. Fields belong to their
 * breakpoint: what is half-typed in one is never taken for another.
 */
export const SumLine = ({ breakpoint, terms, base, rootFontSize, readOnly, onColumns, onWidth }: Props) => {
  const { columns } = breakpoint;
  const { container, margin } = columns;
  const [givesWay, setGivesWay] = useState<GivesWay>("column");
  const held = terms.boundBy !== "margins";
  const [apart, setApart] = useState(false);
  const equal = equals(terms.margin.start, terms.margin.end) && !apart;

  const enter =
    (term: SumTerm) =>
    (value: Length): Fault => {
      const changed = changeTerm({ columns, width: terms.width, rootFontSize, term, value, givesWay });
      if (!changed.ok) {
        // Showing another width changes nothing, so it is also done if the sum does not close there; the findings say
        // so.
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

  type Drawn = {
    readonly gives: GivesWay | null;
    readonly label: string;
    readonly value: Exact;
    readonly text: string;
    readonly units: readonly LengthUnit[];
    readonly kind?: string;
    readonly inUnits?: boolean;
    readonly foot?: ReactNode;
  };
  const term = (id: SumTerm, { gives, label, value, text, units, kind = "", inUnits = false, foot }: Drawn) => (
    <Term
      key={`${breakpoint.id} ${id} ${gives ?? "end"}`}
      label={label}
      giving={gives !== null && gives === givesWay}
      onGive={gives === null || readOnly ? null : () => setGivesWay(gives)}
      kind={kind}
      shown={/[%m]$/.test(text) ? text : <Num value={value} className={inUnits ? onBase(value, base) : ""} />}
      text={text}
      units={units}
      base={base}
      disabled={readOnly && id !== "width"}
      foot={foot}
      onEnter={enter(id)}
    />
  );
  const setContainer = (next: Columns["container"]): string | null => onColumns({ ...columns, container: next });
  const setKind = (kind: Columns["container"]["kind"]): void => {
    if (kind === container.kind) return;
    const width = pxText(terms.container.width) ?? `${Math.max(1, Math.floor(toNumber(terms.container.width)))}px`;
    const align = container.kind === "fluid" ? "center" : container.align;
    setContainer(kind === "fluid" ? { kind } : kind === "capped" ? { kind, max: width, align } : { kind, width, align });
  };
  const heldTo = container.kind === "capped" ? container.max : container.kind === "fixed" ? container.width : null;
  const containerText = held && heldTo !== null ? declaredText(heldTo) : toDecimal(terms.container.width, 6);

  const marginTerm = (side: "start" | "end") =>
    term(equal ? "margin" : `margin-${side}`, {
      gives: side === "start" ? "margin" : null,
      label: equal ? "Margin" : side === "start" ? "Start margin" : "End margin",
      value: terms.margin[side],
      text: held ? toDecimal(terms.margin[side], 6) : declaredText(margin[side]),
      units: ["px", "rem", "%"],
      kind: "of-margin",
      inUnits: true,
      // A container that is held leaves more than was declared.
      foot:
        terms.boundBy === "cap" && !equals(terms.margin[side], terms.declaredMargin[side]) ? (
          <>
            at least <Num value={terms.declaredMargin[side]} />
          </>
        ) : (
          <BaseUnits value={terms.margin[side]} base={base} />
        ),
    });
  const share = columns.gutter.endsWith("fr");

  return (
    <SumFrame
      label="Sum line"
      spoken={spokenColumns(terms)}
      before={
        <>
          {term("width", { gives: "width", label: "Width", value: terms.width, text: toDecimal(terms.width, 6), units: ["px"] })}
          <Sign>=</Sign>
          {marginTerm("start")}
          <Sign>+</Sign>
        </>
      }
      inside={
        <>
          {term("columns", {
            gives: "columns",
            label: "Columns",
            value: exact(columns.count),
            text: String(columns.count),
            units: ["px"],
            kind: "of-columns count",
          })}
          <Sign>×</Sign>
          {term("column", {
            gives: "column",
            label: "Column",
            value: terms.column,
            text: toDecimal(terms.column),
            units: ["px", "rem"],
            kind: "of-columns",
            inUnits: true,
            foot: <BaseUnits value={terms.column} base={base} />,
          })}
          <Sign>+</Sign>
          <FixedTerm label="Gaps">{terms.gaps}</FixedTerm>
          <Sign>×</Sign>
          {term("gutter", {
            gives: "gutter",
            label: "Gutter",
            value: terms.gutter,
            text: gutterText(columns.gutter),
            units: ["px", "rem", "%", "fr"],
            kind: "of-gutter",
            inUnits: true,
            foot: share ? (
              <>
                of a column: <Num value={terms.gutter} />
              </>
            ) : (
              <BaseUnits value={terms.gutter} base={base} />
            ),
          })}
        </>
      }
      after={
        <>
          <Sign>+</Sign>
          {marginTerm("end")}
        </>
      }
      options={
        <SumOptions
          breakpoint={breakpoint}
          equal={equal}
          terms={terms}
          base={base}
          readOnly={readOnly}
          onEqual={(on) => {
            setApart(!on);
            if (on) onColumns({ ...columns, margin: { start: margin.start, end: margin.start } });
          }}
          onColumns={onColumns}
        />
      }
      under={
        <>
          {term("container", {
            gives: null,
            label: "Container",
            value: terms.container.width,
            text: containerText,
            units: ["px", "rem", "%"],
            kind: "of-container",
            foot: <BaseUnits value={terms.container.width} base={base} />,
          })}
          <Kinds
            label="How the container is held"
            name={`container-${breakpoint.id}`}
            kinds={kinds.map((kind) =>
              kind.id === "capped" && container.kind === "capped" && !held
                ? { ...kind, words: `at most ${declaredText(container.max)}` }
                : kind,
            )}
            value={container.kind}
            disabled={readOnly}
            onKind={setKind}
          />
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
        </>
      }
    />
  );
};

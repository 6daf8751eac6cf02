"use client";

import { declaredText, type Exact, type Length, type LengthUnit, lengthText, sign, toDecimal } from "@ypsiline/core";
import type { ReactNode } from "react";
import { BaseUnits } from "@/ui/base-units";
import { type Fault, NumberField } from "@/ui/number-field";

type LabelProps = {
  readonly label: string;
  /** Makes this term the calculated one; null if that is not possible. */
  readonly onGive?: (() => void) | null;
  readonly giving?: boolean;
};

/** The label of a term, which is also how it is made to give way. */
const TermLabel = ({ label, onGive = null, giving = false }: LabelProps) =>
  onGive === null ? (
    <span className="term-label">{label}</span>
  ) : (
    <button
      type="button"
      className="term-label"
      aria-pressed={giving}
      title={giving ? `${label} is worked out from the others` : `Let the ${label.toLowerCase()} give way`}
      onClick={onGive}
    >
      {giving ? `${label} gives way` : label}
    </button>
  );

type Props = LabelProps & {
  readonly shown: ReactNode;
  readonly text: string;
  readonly units: readonly LengthUnit[];
  readonly base: Exact;
  readonly onEnter: (value: Length) => Fault;
  readonly kind?: string;
  readonly disabled?: boolean;
  /** A length in base units, under its field. */
  readonly inUnits?: Exact | null;
  /** Text under the field instead. */
  readonly foot?: ReactNode;
};

/** One term of a sum line: its label, its field, and the length in base units. */
export const Term = ({
  label,
  onGive = null,
  giving = false,
  shown,
  text,
  units,
  base,
  onEnter,
  kind = "",
  disabled = false,
  inUnits = null,
  foot = null,
}: Props) => (
  <div className={`term ${giving ? "gives" : ""}`}>
    <TermLabel label={label} onGive={onGive} giving={giving} />
    <NumberField label={label} className={kind} shown={shown} text={text} units={units} base={base} disabled={disabled} onEnter={onEnter} />
    <span className="term-foot">{foot ?? (inUnits && <BaseUnits value={inUnits} base={base} />)}</span>
  </div>
);

/** A term that is only shown. */
export const FixedTerm = ({ label, children }: { readonly label: string; readonly children: ReactNode }) => (
  <div className="term">
    <span className="term-label">{label}</span>
    <span className="number-field fixed num">{children}</span>
    <span className="term-foot" />
  </div>
);

/** A sign of arithmetic between terms. */
export const Sign = ({ children }: { readonly children: string }) => (
  <span className="op" aria-hidden="true">
    {children}
  </span>
);

type LengthProps = {
  readonly label: string;
  readonly text: string;
  readonly units?: readonly LengthUnit[];
  readonly base: Exact;
  readonly disabled?: boolean;
  /** May be 0, or below 0 too. */
  readonly least?: "above-zero" | "zero" | "any";
  readonly kind?: string;
  readonly inUnits?: Exact | null;
  /** Takes the declared text. */
  readonly onText: (text: string) => string | null;
};

/** A declared length with its label; an error says what would be right. */
export const LengthTerm = ({
  label,
  text,
  units = ["px", "rem"],
  base,
  disabled = false,
  least = "zero",
  kind = "",
  inUnits = null,
  onText,
}: LengthProps) => (
  <Term
    label={label}
    kind={kind}
    shown={declaredText(text)}
    text={declaredText(text)}
    units={units}
    base={base}
    disabled={disabled}
    inUnits={inUnits}
    onEnter={(value) => {
      const declared = lengthText(value);
      const fits = least === "any" || sign(value.value) > 0 || (least === "zero" && sign(value.value) === 0);
      if (declared === null || !fits) return `Type a length ${least === "above-zero" ? "above" : "from"} 0 with at most 6 decimals`;
      return onText(declared);
    }}
  />
);

type CountProps = {
  readonly label: string;
  readonly value: number;
  readonly least?: number;
  readonly most: number;
  readonly base: Exact;
  readonly disabled?: boolean;
  readonly onValue: (value: number) => string | null;
};

/** A whole number with its label. */
export const CountTerm = ({ label, value, least = 1, most, base, disabled = false, onValue }: CountProps) => (
  <Term
    label={label}
    shown={String(value)}
    text={String(value)}
    units={["px"]}
    base={base}
    disabled={disabled}
    onEnter={(typed) => {
      const count = Number(toDecimal(typed.value, 6));
      return Number.isInteger(count) && count >= least && count <= most
        ? onValue(count)
        : `Type a whole number from ${least} to ${most.toLocaleString("en")}`;
    }}
  />
);

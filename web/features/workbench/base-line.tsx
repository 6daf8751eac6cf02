"use client";

import {
  divide,
  type Exact,
  exact,
  type Layout,
  type Length,
  lengthText,
  type LengthUnit,
  parseLength,
  show,
  toDecimal,
  toNumber,
} from "@ypsiline/core";
import { NumberField } from "@/ui/number-field";

type Props = {
  readonly layout: Layout;
  readonly base: Exact;
  readonly readOnly: boolean;
  readonly onLayout: (layout: Layout) => string | null;
};

type Member = "base" | "rootFontSize" | "leastColumn";

const members: readonly { readonly id: Member; readonly label: string; readonly units: readonly LengthUnit[]; readonly zero: boolean }[] = [
  { id: "base", label: "Base unit", units: ["px"], zero: false },
  { id: "leastColumn", label: "Least column", units: ["px", "rem"], zero: true },
  { id: "rootFontSize", label: "Root font size", units: ["px"], zero: false },
];

const pxless = (text: string): string => {
  const length = parseLength(text);
  return length?.unit === "px" ? toDecimal(length.value, 6) : text;
};

/** The numbers that hold for the whole spec: base unit with its half step, least column, root font size. */
export const BaseLine = ({ layout, base, readOnly, onLayout }: Props) => {
  const enter =
    ({ id, zero }: (typeof members)[number]) =>
    (value: Length): string | null => {
      const text = lengthText(value);
      if (text === null || text.startsWith("-") || (!zero && toNumber(value.value) <= 0))
        return `Type a length ${zero ? "from" : "above"} 0 with at most 6 decimals`;
      return onLayout({ ...layout, [id]: text });
    };
  return (
    <section className="sum" aria-label="Base">
      <div className="terms">
        {members.map((member) => (
          <div className="term" key={member.id}>
            <span className="term-label">{member.label}</span>
            <NumberField
              label={member.label}
              shown={pxless(layout[member.id])}
              text={pxless(layout[member.id])}
              units={member.units}
              base={base}
              disabled={readOnly}
              onEnter={enter(member)}
            />
          </div>
        ))}
        <p className="quiet m-0 align-self-end">
          Half step <span className="num">{show(divide(base, exact(2)))}</span>. Gutters and margins are held to the base unit; no column
          may be narrower than the least.
        </p>
      </div>
    </section>
  );
};

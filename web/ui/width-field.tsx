"use client";

import { type Exact, limits, toDecimal, toNumber } from "@ypsiline/core";
import { NumberField } from "./number-field";

type Props = {
  readonly label: string;
  readonly width: number;
  readonly base: Exact;
  readonly onWidth: (width: number) => void;
};

/** A viewport's width as it is typed, px. */
export const WidthField = ({ label, width, base, onWidth }: Props) => (
  <NumberField
    label={label}
    shown={String(width)}
    text={String(width)}
    units={["px"]}
    base={base}
    onEnter={({ value }) => {
      const next = Number(toDecimal(value));
      if (!(next >= 1 && next <= limits.size) || toNumber(value) !== next) return "Type a width from 1 to 20,000 with at most 3 decimals";
      onWidth(next);
      return null;
    }}
  />
);

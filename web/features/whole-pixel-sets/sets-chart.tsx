"use client";

import { nice, ticks } from "d3-array";
import { type SetList, toDecimal, type TodaysNumbers, toNumber } from "@ypsiline/core";
import { useMemo } from "react";
import { CartesianGrid, ReferenceDot, ResponsiveContainer, Scatter, ScatterChart, XAxis, YAxis } from "recharts";

type Props = {
  readonly list: SetList;
  readonly today: TodaysNumbers;
  readonly pointed: number | null;
  readonly onPoint: (index: number | null) => void;
};

/** Most sets drawn; past it dots cover each other. The best ranked are those. */
const mostDrawn = 600;

type Dot = { readonly index: number; readonly column: number; readonly gutter: number };

/** Today's numbers as a cross, so that it differs from the dots by shape as well as colour. */
const Cross = ({ cx = 0, cy = 0 }: { readonly cx?: number; readonly cy?: number }) => (
  <g>
    <path d={`M${cx - 8} ${cy}H${cx + 8}M${cx} ${cy - 8}V${cy + 8}`} stroke="var(--probe)" strokeWidth="2.5" />
    <text x={cx + 12} y={cy + 4} fontSize="12" fill="#a8452d" className="num" stroke="var(--card)" strokeWidth="4" paintOrder="stroke">
      today
    </text>
  </g>
);

/** Round numbers around a range, about so many, with room for a dot at either end. */
const ticksOf = (low: number, high: number, about: number): readonly number[] => {
  const room = Math.max(1, (high - low) / about);
  const [from, to] = nice(Math.max(0, low - room), high + room, about);
  return ticks(from, to, about);
};

const ends = (all: readonly number[]): [number, number] => [all[0] ?? 0, all.at(-1) ?? 1];

/** Gutter against column width of the best ranked sets, today's numbers marked. */
export const SetsChart = ({ list, today, pointed, onPoint }: Props) => {
  const dots = useMemo(
    (): readonly Dot[] =>
      Array.from({ length: Math.min(mostDrawn, list.length) }, (_, index) => ({
        index,
        column: list.column[index] ?? 0,
        gutter: (list.gutter[index] ?? 0) / list.unit,
      })),
    [list],
  );
  const column = toNumber(today.column);
  const gutter = toNumber(today.gutter);
  const widest = Math.max(column, ...dots.map((dot) => dot.column));
  const narrowest = Math.min(column, ...dots.map((dot) => dot.column));
  const tallest = Math.max(gutter, ...dots.map((dot) => dot.gutter));
  const across = ticksOf(narrowest, widest, 8);
  const up = ticksOf(0, tallest, 5);
  const dot = pointed === null ? null : dots[pointed];
  return (
    <div
      className="sets-chart"
      role="img"
      aria-label={`Gutter against column width of ${dots.length} sets; today ${toDecimal(today.gutter)} against ${toDecimal(today.column)}`}
    >
      <ResponsiveContainer width="100%" height="100%" minWidth={0} initialDimension={{ width: 600, height: 248 }}>
        <ScatterChart margin={{ top: 16, right: 24, bottom: 16, left: 0 }}>
          <CartesianGrid stroke="var(--rule)" />
          <XAxis
            type="number"
            dataKey="column"
            domain={ends(across)}
            ticks={[...across]}
            allowDecimals={false}
            tick={{ fontSize: 11.5, fill: "#566871", fontFamily: "var(--numbers)" }}
            stroke="var(--rule-2)"
            label={{ value: "column width, px", position: "insideBottom", offset: -8, fontSize: 11.5, fill: "#566871" }}
          />
          <YAxis
            type="number"
            dataKey="gutter"
            width={56}
            domain={ends(up)}
            ticks={[...up]}
            allowDecimals={false}
            tick={{ fontSize: 11.5, fill: "#566871", fontFamily: "var(--numbers)" }}
            stroke="var(--rule-2)"
            label={{ value: "gutter, px", angle: -90, position: "insideLeft", offset: 16, fontSize: 11.5, fill: "#566871" }}
          />
          <Scatter
            data={[...dots]}
            fill="var(--column-edge)"
            fillOpacity={0.75}
            isAnimationActive={false}
            onMouseEnter={(point: { payload?: Dot }) => onPoint(point.payload?.index ?? null)}
            onMouseLeave={() => onPoint(null)}
          />
          <ReferenceDot x={column} y={gutter} ifOverflow="extendDomain" shape={Cross} />
          {dot && <ReferenceDot x={dot.column} y={dot.gutter} r={8} fill="none" stroke="var(--ink)" strokeWidth={2} />}
        </ScatterChart>
      </ResponsiveContainer>
    </div>
  );
};

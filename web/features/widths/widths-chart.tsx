"use client";

import { type Sweep, toNumber } from "@ypsiline/core";
import { useEffect, useMemo, useState } from "react";
import { CartesianGrid, Line, LineChart, ReferenceLine, Tooltip, XAxis, YAxis } from "recharts";
import { pointsOf } from "./series";

type Props = { readonly sweep: Sweep; readonly probe: number; readonly onProbe: (width: number) => void };

const axis = { fontSize: 11.5, fill: "#566871", fontFamily: "var(--numbers)" } as const;
const ticks = [240, 480, 720, 960, 1200, 1440, 1680, 1920, 2160, 2400, 2560];

/** Each curve differs by its dashes as well as its colour. */
const curves = [
  { key: "container", label: "Container", colour: "#18262e", dash: undefined },
  { key: "column", label: "Column", colour: "#2f8a76", dash: undefined },
  { key: "margin", label: "Margin", colour: "#8a5a00", dash: "6 3" },
  { key: "gutter", label: "Gutter", colour: "#566871", dash: "2 3" },
] as const;

const round = (value: unknown): string => (typeof value === "number" ? String(Math.round(value * 1000) / 1000) : "");

/** Container above; column, margin and gutter below, over one scale of widths. */
export const WidthsChart = ({ sweep, probe, onProbe }: Props) => {
  const points = useMemo(() => [...pointsOf(sweep)], [sweep]);
  // Each chart takes a while to be built; the second comes after what was done meanwhile, in its room.
  const [both, setBoth] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setBoth(true));
    return () => clearTimeout(timer);
  }, []);
  const chart = (keys: readonly (typeof curves)[number]["key"][], height: number, foot: boolean) => (
    <LineChart
      responsive
      style={{ width: "100%", height }}
      data={points}
      syncId="widths"
      syncMethod="value"
      margin={{ top: 8, right: 24, bottom: foot ? 16 : 0, left: 0 }}
      onClick={({ activeLabel }) => {
        if (activeLabel !== undefined) onProbe(Math.round(Number(activeLabel)));
      }}
    >
      <CartesianGrid stroke="var(--rule)" />
      <XAxis
        type="number"
        dataKey="width"
        domain={[toNumber(sweep.from), toNumber(sweep.to)]}
        ticks={ticks}
        tick={foot ? axis : false}
        height={foot ? 30 : 8}
        stroke="var(--rule-2)"
        label={foot ? { value: "width, px", position: "insideBottom", offset: -8, fontSize: 11.5, fill: "#566871" } : undefined}
      />
      <YAxis width={56} tick={axis} stroke="var(--rule-2)" domain={["auto", "auto"]} />
      {sweep.handOvers.map(({ width }, index) => (
        <ReferenceLine key={index} x={toNumber(width)} stroke="var(--rule-2)" strokeDasharray="3 3" />
      ))}
      <ReferenceLine x={probe} stroke="var(--probe)" strokeWidth={2} />
      <Tooltip
        isAnimationActive={false}
        labelFormatter={(label) => `at ${round(Number(label))}`}
        formatter={(value, name) => [round(value), curves.find(({ key }) => key === name)?.label ?? String(name)]}
        contentStyle={{ fontSize: 12.5, padding: "4px 12px", borderColor: "var(--rule-2)", background: "var(--card)" }}
      />
      {curves
        .filter(({ key }) => keys.includes(key))
        .map(({ key, colour, dash }) => (
          <Line
            key={key}
            dataKey={key}
            type="linear"
            stroke={colour}
            strokeWidth={1.8}
            strokeDasharray={dash}
            dot={false}
            isAnimationActive={false}
          />
        ))}
    </LineChart>
  );
  return (
    <figure className="widths-chart card-plain" aria-label="Container, column, margin and gutter over widths from 240 to 2560">
      <figcaption>
        {curves.map(({ key, label, colour, dash }) => (
          <span key={key}>
            <svg width="24" height="8" aria-hidden="true">
              <path d="M0 4H24" stroke={colour} strokeWidth="2" strokeDasharray={dash} />
            </svg>
            {label}
          </span>
        ))}
      </figcaption>
      {chart(["container"], 136, false)}
      {both ? chart(["column", "margin", "gutter"], 152, true) : <div style={{ height: 152 }} />}
    </figure>
  );
};

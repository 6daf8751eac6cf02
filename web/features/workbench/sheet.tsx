"use client";

import { add, type Resolution, toDecimal, toNumber, zero } from "@ypsiline/core";
import { memo } from "react";
import { MarginHatch } from "@/ui/grid-strip";
import { NumSvg } from "@/ui/num-svg";
import { type Dimension, sheetDimensions } from "./dimensions";
import { useSize } from "./use-size";

export type Shown = { readonly columns: boolean; readonly rows: boolean; readonly baseline: boolean; readonly dimensions: boolean };

const inset = 24;
/** Room above the sheet for two rows of dimension lines. */
const above = 48;
const below = 16;

const DimensionLine = ({
  dimension,
  x,
  y,
}: {
  readonly dimension: Dimension;
  readonly x: (value: number) => number;
  readonly y: number;
}) => {
  const a = x(toNumber(dimension.from));
  const b = x(toNumber(dimension.to));
  if (b - a < 2) return null;
  const middle = (a + b) / 2;
  return (
    <g aria-label={`${dimension.what} ${toDecimal(dimension.length)}`}>
      <path d={`M${a} ${y - 5}V${y + 5}M${b} ${y - 5}V${y + 5}M${a} ${y}H${b}`} stroke="var(--ink)" strokeWidth="0.9" fill="none" />
      <path d={`M${a - 3} ${y + 3}l6 -6M${b - 3} ${y + 3}l6 -6`} stroke="var(--ink)" strokeWidth="1.4" />
      <NumSvg value={dimension.length} x={middle} y={y} room={b - a - 8} />
    </g>
  );
};

type Props = { readonly resolution: Resolution; readonly shown: Shown };

/**
 * The to-scale drawing of one breakpoint at the probe's width. Every position is resolve's, times one scale;
 * the sheet fills the space and says its scale.
 */
export const Sheet = memo(function Sheet({ resolution, shown }: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const { terms, columns, rows, baseline } = resolution;
  const W = toNumber(resolution.width);
  const H = toNumber(resolution.height);
  const scale = Math.max(0.01, (width - 2 * inset) / W);
  const x = (value: number): number => inset + value * scale;
  const drawn = Math.max(0, Math.min(H * scale, height - above - below));
  const cut = H * scale > drawn + 1;
  const bottom = above + drawn;
  const start = Math.max(0, toNumber(terms.container.start));
  const end = Math.max(0, toNumber(terms.margin.end));
  const named = toNumber(terms.column) * scale >= 16;
  const step = baseline ? toNumber(baseline.step) * scale : 0;
  const emphasis = resolution.breakpoint.baseline?.emphasis ?? 4;

  return (
    <div ref={ref} className="sheet">
      {width > 0 && (
        <svg
          width={width}
          height={height}
          role="img"
          aria-label={`${resolution.breakpoint.name} at ${W}: ${terms.count} columns of ${toDecimal(terms.column)}, gutters ${toDecimal(terms.gutter)}, margins ${toDecimal(terms.margin.start)} and ${toDecimal(terms.margin.end)}`}
        >
          <defs>
            <MarginHatch id="sheet-hatch" size={7} />
            <clipPath id="sheet-clip">
              <rect x={inset} y={above} width={W * scale} height={drawn} />
            </clipPath>
            {step > 0 && (
              <pattern
                id="sheet-baseline"
                x="0"
                y={above + toNumber(baseline?.offset ?? resolution.width) * scale}
                width="40"
                height={step * emphasis}
                patternUnits="userSpaceOnUse"
              >
                {Array.from({ length: emphasis }, (_, line) => (
                  <line
                    key={line}
                    x1="0"
                    x2="40"
                    y1={(line + 1) * step - 0.4}
                    y2={(line + 1) * step - 0.4}
                    stroke="var(--probe)"
                    strokeWidth="0.8"
                    opacity={line === emphasis - 1 ? 0.55 : 0.2}
                    strokeDasharray={line === emphasis - 1 ? undefined : "4 4"}
                  />
                ))}
              </pattern>
            )}
          </defs>
          <g clipPath="url(#sheet-clip)">
            <rect x={inset} y={above} width={W * scale} height={drawn} fill="#fff" />
            <rect x={inset} y={above} width={start * scale} height={drawn} fill="url(#sheet-hatch)" />
            <rect x={x(W - end)} y={above} width={end * scale} height={drawn} fill="url(#sheet-hatch)" />
            {shown.rows &&
              rows?.tracks.map((track, index) => {
                const y = above + toNumber(track.start) * scale;
                return y > bottom ? null : (
                  <rect
                    key={index}
                    x={x(start)}
                    y={y}
                    width={Math.max(0, toNumber(terms.container.width) * scale)}
                    height={Math.max(0, toNumber(track.height) * scale)}
                    fill="var(--row)"
                    fillOpacity="0.7"
                    stroke="var(--row-edge)"
                    strokeWidth="0.6"
                  />
                );
              })}
            {shown.columns &&
              columns.map((track, index) => {
                const a = x(toNumber(track.start));
                const b = x(toNumber(add(track.start, track.width)));
                return (
                  <g key={index}>
                    <rect x={a} y={above} width={Math.max(0, b - a)} height={drawn} fill="var(--column)" fillOpacity="0.55" />
                    <path d={`M${a} ${above}V${bottom}M${b} ${above}V${bottom}`} stroke="var(--column-edge)" strokeWidth="0.9" />
                    {named && (
                      <text x={(a + b) / 2} y={bottom - 8} fontSize="11.5" textAnchor="middle" fill="var(--primary-dark)" className="num">
                        {index + 1}
                      </text>
                    )}
                  </g>
                );
              })}
            {shown.baseline && step >= 1.5 && <rect x={inset} y={above} width={W * scale} height={drawn} fill="url(#sheet-baseline)" />}
          </g>
          <path d={`M${inset} ${bottom}V${above}H${x(W)}V${bottom}`} fill="none" stroke="var(--ink)" />
          <path d={`M${inset} ${bottom}H${x(W)}`} stroke="var(--ink)" strokeDasharray={cut ? "6 4" : undefined} />
          {shown.dimensions && (
            <>
              <DimensionLine dimension={{ from: zero, to: resolution.width, length: resolution.width, what: "width" }} x={x} y={12} />
              {sheetDimensions(resolution).map((dimension) => (
                <DimensionLine key={dimension.what} dimension={dimension} x={x} y={33} />
              ))}
            </>
          )}
        </svg>
      )}
      <span className="sheet-scale num quiet">
        {scale >= 1 ? `${toScale(scale)} : 1` : `1 : ${toScale(1 / scale)}`}
        {cut ? `, upper part of ${toDecimal(resolution.height)}` : ""}
      </span>
    </div>
  );
});

const toScale = (ratio: number): string => ratio.toFixed(2).replace(/\.?0+$/, "");

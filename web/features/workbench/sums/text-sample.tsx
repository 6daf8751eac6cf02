"use client";

import {
  baselineShift,
  type Exact,
  firstBaseline,
  type FontMetrics,
  type Layout,
  shippedFonts,
  textOnBaseline,
  toDecimal,
  toNumber,
  type TextSize,
} from "@ypsiline/core";

type Props = {
  readonly role: Layout["text"][number];
  readonly size: TextSize;
  readonly metrics: FontMetrics | null;
  readonly step: Exact | null;
};

const width = 208;
const height = 112;
const sample = "Quay 3, 07:45";

/** Two lines of a text role at their true size on the baseline, moved by its shift; smaller if they would not fit. */
export const TextSample = ({ role, size, metrics, step }: Props) => {
  const [px, lineHeight] = [toNumber(size.size), toNumber(size.lineHeight)];
  const lines = lineHeight * 2 <= height * 1.5 ? 2 : 1;
  const scale = Math.min(1, (height - 8) / Math.max(1, lineHeight * lines));
  const first = metrics ? toNumber(firstBaseline(size, metrics)) : null;
  const shift = metrics && step ? toNumber(baselineShift(size, metrics, step)) : 0;
  const stands = step === null ? "" : textOnBaseline(size, step).whole ? ", on the baseline" : ", off the baseline";
  const every = step ? toNumber(step) : 0;
  const count = every * scale >= 2 ? Math.floor(height / (every * scale)) : 0;
  const family = Object.hasOwn(shippedFonts, role.font)
    ? `"${role.font} Variable", sans-serif`
    : `"${role.font.replaceAll('"', "")}", sans-serif`;
  return (
    <svg
      className="text-sample"
      width={width}
      height={height}
      role="img"
      aria-label={`${role.name}, ${toDecimal(size.size)} on ${toDecimal(size.lineHeight)}${stands}`}
    >
      {Array.from({ length: count }, (_, index) => {
        const y = (index + 1) * every * scale;
        return (
          <line key={index} x1="0" x2={width} y1={y} y2={y} stroke="var(--probe)" strokeWidth="0.8" opacity="0.5" strokeDasharray="4 4" />
        );
      })}
      {Array.from({ length: lines }, (_, index) => (
        <g key={index}>
          <rect
            x="4"
            y={(shift + index * lineHeight) * scale}
            width={width - 8}
            height={lineHeight * scale}
            fill="none"
            stroke="var(--rule-2)"
            strokeWidth="0.8"
          />
          {first !== null && (
            <text x="8" y={(shift + index * lineHeight + first) * scale} fontSize={px * scale} fontFamily={family} fill="var(--ink)">
              {sample}
            </text>
          )}
        </g>
      ))}
      {first === null && (
        <text x={width / 2} y={height / 2} textAnchor="middle" fontSize="12.5" fill="var(--ink-2)">
          Type in the metrics of {role.font.slice(0, 20)}
        </text>
      )}
      <text x={width - 4} y={height - 4} textAnchor="end" fontSize="11" fill="var(--ink-2)" className="num">
        {scale === 1 ? "1 : 1" : `1 : ${(1 / scale).toFixed(2)}`}
      </text>
    </svg>
  );
};

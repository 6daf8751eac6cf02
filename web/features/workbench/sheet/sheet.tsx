"use client";

import { type Exact, type Layout, parseLength, type Resolution, rootFontSize, toDecimal, toNumber, toPx, zero } from "@ypsiline/core";
import { memo } from "react";
import { MarginHatch } from "@/ui/grid-strip";
import { NumSvg } from "@/ui/num-svg";
import { CommentFlags } from "./comment-flags";
import { type Dimension, rowDimensions, sheetDimensions } from "./dimensions";
import type { FindingPlace } from "../findings/finding-place";
import { ReadingOverlay } from "./reading-overlay";
import { SheetDrawing } from "./sheet-drawing";
import { useSize } from "../use-size";
import type { Facet, Shown } from "../facets/facet";

/** Room beside the sheet; wider on the left where heights are dimensioned. */
const inset = 24;
const insetForHeights = 72;
/** Room above the sheet for two rows of dimension lines. */
const above = 48;
const below = 16;
/** How much of a sheet's bottom is shown under a break, and the height of the break. */
const tail = 56;
const gap = 16;

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
  return (
    <g role="img" aria-label={`${dimension.what} ${toDecimal(dimension.length)}`}>
      <path d={`M${a} ${y - 5}V${y + 5}M${b} ${y - 5}V${y + 5}M${a} ${y}H${b}`} stroke="var(--ink)" strokeWidth="0.9" fill="none" />
      <path d={`M${a - 3} ${y + 3}l6 -6M${b - 3} ${y + 3}l6 -6`} stroke="var(--ink)" strokeWidth="1.4" />
      <NumSvg value={dimension.length} x={(a + b) / 2} y={y} room={b - a - 8} />
    </g>
  );
};

/** A height down the side of the sheet; its number stands beside the line, where low rows leave it room. */
const HeightLine = ({
  dimension,
  y,
  x,
  most,
}: {
  readonly dimension: Dimension;
  readonly y: (value: number) => number;
  readonly x: number;
  readonly most: number;
}) => {
  const a = y(toNumber(dimension.from));
  const b = y(toNumber(dimension.to));
  if (b - a < 2 || b > most) return null;
  return (
    <g role="img" aria-label={`${dimension.what} ${toDecimal(dimension.length)}`}>
      <path d={`M${x - 5} ${a}H${x + 5}M${x - 5} ${b}H${x + 5}M${x} ${a}V${b}`} stroke="var(--ink)" strokeWidth="0.9" fill="none" />
      <path d={`M${x - 3} ${a + 3}l6 -6M${x - 3} ${b + 3}l6 -6`} stroke="var(--ink)" strokeWidth="1.4" />
      {b - a >= 12 && <NumSvg value={dimension.length} x={x - 26} y={(a + b) / 2} room={44} />}
    </g>
  );
};

type Props = {
  readonly layout: Layout;
  readonly resolution: Resolution;
  readonly shown: Shown;
  readonly facet: Facet;
  readonly base: Exact;
  readonly mark: FindingPlace | null;
  /** Whether distances between lines are read. */
  readonly reading: boolean;
  readonly comments: readonly { readonly id: number; readonly about: string; readonly words: string }[];
  /** Where comments are read and answered. */
  readonly commentsPath: string;
  readonly onReadingDone: () => void;
};

/**
 * The to-scale drawing of one breakpoint at the probe's width; it fills the space and says its scale. A sheet taller
 * than the space is broken, as drawings are: its upper part, a break, and its bottom.
 */
export const Sheet = memo(function Sheet({
  layout,
  resolution,
  shown,
  facet,
  base,
  mark,
  reading,
  comments,
  commentsPath,
  onReadingDone,
}: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const { terms, rows } = resolution;
  const heights = facet.measures === "heights" && shown.dimensions && rows !== null;
  const left = heights ? insetForHeights : inset;
  const W = toNumber(resolution.width);
  const H = toNumber(resolution.height);
  const scale = Math.max(0.01, (width - left - inset) / W);
  const x = (value: number): number => left + value * scale;
  const room = Math.max(0, height - above - below);
  const full = H * scale;
  const broken = full > room + 1;
  const top = broken ? Math.max(0, room - tail - gap) : full;
  const meshLength = resolution.breakpoint.mesh && parseLength(resolution.breakpoint.mesh.step);
  const mesh = meshLength ? toNumber(toPx(meshLength, { width: resolution.width, rootFontSize: rootFontSize(layout) })) : null;
  const sight = { until: top, from: broken ? full - tail : full };
  const drawing = <SheetDrawing resolution={resolution} shown={shown} facet={facet} scale={scale} mark={mark} sight={sight} mesh={mesh} />;
  const right = x(W);
  const bottom = broken ? above + top + gap + tail : above + full;
  // A long break: the line that says a part is left out.
  const zigzag = (y: number): string => `M${left} ${y}H${right - W * scale * 0.5 - 12}l6 -6l8 12l8 -12l6 6H${right}`;

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
            <clipPath id="sheet-top">
              <rect x="0" y="0" width={W * scale} height={top} />
            </clipPath>
            <clipPath id="sheet-tail">
              <rect x="0" y={full - tail} width={W * scale} height={tail} />
            </clipPath>
          </defs>
          <g transform={`translate(${left} ${above})`} clipPath="url(#sheet-top)">
            <g id="sheet-drawing">{drawing}</g>
          </g>
          {broken && (
            <g transform={`translate(${left} ${above + top + gap + tail - full})`} clipPath="url(#sheet-tail)">
              <use href="#sheet-drawing" />
            </g>
          )}
          <path d={`M${left} ${above + top}V${above}H${right}V${above + top}`} fill="none" stroke="var(--ink)" />
          {broken ? (
            <>
              <path d={zigzag(above + top + 4)} fill="none" stroke="var(--ink-2)" strokeWidth="0.8" />
              <path d={zigzag(above + top + gap - 4)} fill="none" stroke="var(--ink-2)" strokeWidth="0.8" />
              <path d={`M${left} ${above + top + gap}V${bottom}H${right}V${above + top + gap}`} fill="none" stroke="var(--ink)" />
            </>
          ) : (
            <path d={`M${left} ${bottom}H${right}`} stroke="var(--ink)" />
          )}
          {shown.dimensions && (
            <>
              <DimensionLine dimension={{ from: zero, to: resolution.width, length: resolution.width, what: "width" }} x={x} y={12} />
              {sheetDimensions(resolution).map((dimension) => (
                <DimensionLine key={dimension.what} dimension={dimension} x={x} y={33} />
              ))}
            </>
          )}
          {heights &&
            rowDimensions(resolution, 12 / scale).map((dimension) => (
              <HeightLine
                key={dimension.what}
                dimension={dimension}
                x={left - 12}
                y={(value) => above + value * scale}
                most={above + top}
              />
            ))}
        </svg>
      )}
      {width > 0 && (
        <CommentFlags resolution={resolution} comments={comments} path={commentsPath} x={x} y={above} size={{ width, height }} />
      )}
      {reading && width > 0 && (
        <ReadingOverlay
          resolution={resolution}
          base={base}
          baselineShown={shown.baseline}
          place={{ left, top: above, scale, height: top, tail: broken ? { from: full - tail, top: above + top + gap } : null }}
          onDone={onReadingDone}
        />
      )}
      <span className="sheet-scale num quiet">
        {scale >= 1 ? `${toScale(scale)} : 1` : `1 : ${toScale(1 / scale)}`}
        {broken ? `, broken: ${toDecimal(resolution.height)} high` : ""}
      </span>
    </div>
  );
});

const toScale = (ratio: number): string => ratio.toFixed(2).replace(/\.?0+$/, "");

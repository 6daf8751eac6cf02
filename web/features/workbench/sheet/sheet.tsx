"use client";

import {
  type Dimension,
  type Exact,
  limits,
  type Resolution,
  rowDimensions,
  sheetDimensions,
  toDecimal,
  toNumber,
  zero,
} from "@ypsiline/core";
import type { OpenComment } from "@/draft/draft-provider";
import dynamic from "next/dynamic";
import { MessageSquare, MoveHorizontal } from "lucide-react";
import { memo, useCallback, useMemo, useState } from "react";
import type { AreaWork } from "../areas/areas-overlay";
import { Choice } from "@/ui/choice";
import { Said } from "@/ui/num";
import { NumSvg } from "@/ui/num-svg";
import { NumberField } from "@/ui/number-field";
import { boxOfFlag, CommentFlags, flagsOf } from "./comment-flags";
import type { FindingPlace } from "../findings/finding-place";
import { type Preview, previewWords } from "../findings/preview";
import { cutRow, numberStrip, sideStrip } from "./labels";
import { SheetDrawing } from "./sheet-drawing";
import { ChoosePicture, type SheetPicture, SheetPictureBar, usePictureGiven, useSheetPicture } from "./sheet-picture";
import { ColumnStrip, SideStrip } from "./sheet-strips";
import { mostZoom } from "@/ui/picture/picture";
import { useZoom } from "@/ui/picture/use-zoom";
import { useSize } from "@/ui/use-size";
import type { Facet } from "../facets/facet";
import type { Shown } from "../facets/layers";

// Fetched when areas are first shown, and when distances are first measured.
const AreasOverlay = dynamic(() => import("../areas/areas-overlay").then((module) => module.AreasOverlay));
const ReadingOverlay = dynamic(() => import("./reading-overlay").then((module) => module.ReadingOverlay));

/** Room beside the sheet, and for heights that are dimensioned at its start. */
const inset = 16;
const roomForHeights = 64;
/** Room above the sheet for two rows of dimension lines. */
const roomForDimensions = 44;
const below = 16;
/** How far past what is in sight rows are drawn, and the steps in which that follows the scrolling, screen px. */
const ahead = 320;

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

/** A dimension down the side of the sheet. Its number is beside the line, where low rows leave room for it. */
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
  readonly resolution: Resolution;
  readonly shown: Shown;
  readonly facet: Facet;
  readonly base: Exact;
  readonly mark: FindingPlace | null;
  /** Whether distances between lines are read. */
  readonly reading: boolean;
  readonly comments: readonly OpenComment[];
  /** Where comments are read and answered. */
  readonly commentsPath: string;
  readonly onReading: (reading: boolean) => void;
  /** Writes a comment about the current subject; null if that is not allowed. */
  readonly onComment: (() => void) | null;
  readonly size: SheetSize;
  readonly onSize: (size: SheetSize) => void;
  /** How much of a page is drawn, px; at least the drawn-at height. */
  readonly length: number | null;
  readonly onLength: (length: number | null) => void;
  /** The previewed fix; null while the sheet shows the draft. */
  readonly preview: Preview | null;
  /** Names the spec, so that a picture is found again under the same sheet. */
  readonly spec: string;
  /** What areas do when they are worked on; null in other facets. */
  readonly areas: AreaWork | null;
};

/** How large a sheet is drawn: as wide as there is room, all of it in sight, or one screen px to a px of layout. */
const sheetSizes = ["width", "whole", "actual"] as const;
export type SheetSize = (typeof sheetSizes)[number];
const sizeNames: Readonly<Record<SheetSize, string>> = { width: "Fit width", whole: "Whole page", actual: "1 : 1" };

/**
 * The drawing of one breakpoint at the probe's width, to scale. It scrolls over its whole drawn-at height and shows its
 * scale and visible part; the dimensions stay above it.
 */
export const Sheet = memo(function Sheet({
  resolution,
  shown,
  facet,
  base,
  mark,
  reading,
  comments,
  commentsPath,
  onReading,
  onComment,
  size,
  onSize,
  length,
  onLength,
  preview,
  spec,
  areas,
}: Props) {
  const { ref, width, height } = useSize<HTMLDivElement>();
  const doneReading = useCallback(() => onReading(false), [onReading]);
  const [scroll, setScroll] = useState({ left: 0, top: 0 });
  const { terms, rows } = resolution;
  const heights = facet.measures === "heights" && shown.dimensions && rows !== null;
  const left = sideStrip + (heights ? roomForHeights : 0);
  const above = (shown.dimensions ? roomForDimensions : 8) + numberStrip;
  const W = toNumber(resolution.width);
  const H = Math.max(toNumber(resolution.height), length ?? 0);
  const room = Math.max(0, height - above - below);
  const fitting = (width - left - inset) / W;
  const plain = Math.max(0.01, size === "actual" ? 1 : size === "whole" ? Math.min(fitting, room / H) : fitting);
  const under = useSheetPicture(`${spec} ${resolution.breakpoint.id}`, W);
  const given = usePictureGiven(under.take);
  const { picture } = under;
  const ratio = typeof devicePixelRatio === "number" ? devicePixelRatio : 1;
  // One device px of the picture on one of the screen, and up to eight.
  const actual = picture ? picture.is.density / ratio / plain : 1;
  const zoom = useZoom(ref, picture ? mostZoom * actual : 1);
  const scale = plain * (picture ? zoom.zoom : 1);
  const x = (value: number): number => left + value * scale;
  const flags = useMemo(() => flagsOf(resolution, comments, scale), [resolution, comments, scale]);
  const taken = useMemo(() => flags.map(boxOfFlag), [flags]);
  const cut = cutRow(resolution, H);
  const full = H * scale;
  const paper = { width: Math.max(width, left + W * scale + inset), height: above + full + below };
  // Follows the scrolling by steps, so that not every px of it draws anew.
  const step = Math.floor(scroll.top / ahead) * ahead;
  const sight = useMemo(() => ({ from: step - ahead, until: step + height + 2 * ahead }), [step, height]);
  const drawing = picture?.look.layer !== "off" && (
    <g opacity={picture ? picture.look.grid / 100 : undefined}>
      <SheetDrawing
        resolution={resolution}
        length={H}
        shown={shown}
        facet={facet}
        scale={scale}
        mark={mark}
        sight={sight}
        paper={picture === null}
      />
    </g>
  );
  const image = picture && <UnderSheet picture={picture} scale={scale} ratio={ratio} most={{ width: W, height: H }} />;
  const right = x(W);
  const bottom = above + full;
  const seenFrom = Math.max(0, Math.round(scroll.top / scale));
  const seenUntil = Math.min(Math.round(H), Math.round((scroll.top + height - above) / scale));

  return (
    <div className="sheet" {...given}>
      <div
        ref={ref}
        className="sheet-scroll"
        tabIndex={full > room || picture ? 0 : undefined}
        role="group"
        aria-label={`Sheet of ${resolution.breakpoint.name}`}
        onScroll={({ currentTarget }) => setScroll({ left: currentTarget.scrollLeft, top: currentTarget.scrollTop })}
      >
        {width > 0 && (
          <div className="sheet-paper" style={paper}>
            <svg
              width={paper.width}
              height={paper.height}
              role="img"
              aria-label={`${resolution.breakpoint.name} at ${W}: ${terms.count} columns of ${toDecimal(terms.column)}, gutters ${toDecimal(terms.gutter)}, margins ${toDecimal(terms.margin.start)} and ${toDecimal(terms.margin.end)}`}
            >
              <g transform={`translate(${left} ${above})`}>
                {picture?.look.layer === "under" && drawing}
                {image}
                {picture?.look.layer !== "under" && drawing}
              </g>
              <path d={`M${left} ${above}H${right}V${bottom}H${left}Z`} fill="none" stroke="var(--ink)" />
            </svg>
            {shown.areas && resolution.areas.length + (areas ? 1 : 0) > 0 && (
              <AreasOverlay
                sight={sight}
                resolution={resolution}
                length={H}
                scale={scale}
                left={left}
                top={above}
                work={areas}
                faint={facet.layer !== "areas"}
                taken={taken}
              />
            )}
            <CommentFlags flags={flags} path={commentsPath} left={left} top={above} size={{ width: paper.width, height: paper.height }} />
            <div className="sheet-dimensions" style={{ width: paper.width, height: above }}>
              {shown.dimensions && (
                <svg width={paper.width} height={roomForDimensions}>
                  <DimensionLine dimension={{ from: zero, to: resolution.width, length: resolution.width, what: "width" }} x={x} y={12} />
                  {sheetDimensions(resolution).map((dimension) => (
                    <DimensionLine key={dimension.what} dimension={dimension} x={x} y={33} />
                  ))}
                </svg>
              )}
              {shown.columns && <ColumnStrip resolution={resolution} scale={scale} left={left} width={paper.width} />}
            </div>
            <div className="sheet-side" style={{ width: left, height: full }}>
              {heights && (
                <svg width={roomForHeights} height={full}>
                  {rowDimensions(resolution, 12 / scale)
                    .filter(({ from, to }) => toNumber(to) * scale >= sight.from && toNumber(from) * scale <= sight.until)
                    .map((dimension) => (
                      <HeightLine
                        key={dimension.what}
                        dimension={dimension}
                        x={roomForHeights - 8}
                        y={(value) => value * scale}
                        most={full}
                      />
                    ))}
                </svg>
              )}
              <SideStrip resolution={resolution} facet={facet} base={base} scale={scale} length={H} sight={sight} height={full} />
            </div>
          </div>
        )}
      </div>
      {reading && width > 0 && (
        <ReadingOverlay
          resolution={resolution}
          base={base}
          baselineShown={shown.baseline}
          place={{ left: left - scroll.left, top: above - scroll.top, scale, from: above, until: height }}
          onScroll={(by) => ref.current?.scrollBy(by)}
          onDone={doneReading}
        />
      )}
      <p className="sheet-preview" role="status">
        {preview && <Said of={previewWords(preview)} />}
      </p>
      <SheetPictureBar state={under} zoom={zoom} actual={actual} fit={`${spec}/fit?at=${resolution.breakpoint.id}`} />
      <div className="sheet-status">
        <Choice label="Size of the sheet" values={sheetSizes} words={sizeNames} value={size} onChange={onSize} />
        <span className="sheet-scale num quiet">
          {scale >= 1 ? `${toScale(scale)} : 1` : `1 : ${toScale(1 / scale)}`}
          {full > room + 1 ? ` · ${seenFrom}–${seenUntil} of ` : " · "}
        </span>
        <NumberField
          label="Draw page to"
          shown={String(H)}
          text={String(H)}
          units={["px"]}
          base={base}
          onEnter={({ value }) => {
            const next = Number(toDecimal(value, 3));
            if (!(next >= 1 && next <= limits.size)) return "Type a height from 1 to 20,000";
            // The drawn-at height is the least that is drawn.
            onLength(next <= toNumber(resolution.height) ? null : next);
            return null;
          }}
        />
        <span className="sheet-scale quiet">px</span>
        {facet.numbersRows && cut !== null && <span className="quiet">Row {cut} is cut off</span>}
        <span className="flex-grow-1" />
        {!picture && <ChoosePicture take={under.take} />}
        {onComment && (
          <button type="button" className="measure-button" onClick={onComment}>
            <MessageSquare size={13} aria-hidden="true" /> Comment <kbd aria-hidden="true">C</kbd>
          </button>
        )}
        <button type="button" className="measure-button" aria-pressed={reading} onClick={() => onReading(!reading)}>
          <MoveHorizontal size={13} aria-hidden="true" /> Measure <kbd aria-hidden="true">M</kbd>
        </button>
      </div>
    </div>
  );
});

/** A picture from the sheet's top left corner, cut off at the sheet's end. */
const UnderSheet = ({
  picture: { is, look },
  scale,
  ratio,
  most,
}: {
  readonly picture: SheetPicture;
  readonly scale: number;
  readonly ratio: number;
  readonly most: { readonly width: number; readonly height: number };
}) => (
  <>
    <rect width={most.width * scale} height={most.height * scale} fill="#fff" />
    <svg width={most.width * scale} height={most.height * scale} aria-hidden="true">
      <image
        href={is.url}
        width={is.width * scale}
        height={is.height === null ? undefined : is.height * scale}
        preserveAspectRatio="none"
        opacity={look.picture / 100}
        className={scale * ratio > 2 * is.density ? "under-grid pixels" : "under-grid"}
      />
    </svg>
  </>
);

const toScale = (ratio: number): string => ratio.toFixed(2).replace(/\.?0+$/, "");

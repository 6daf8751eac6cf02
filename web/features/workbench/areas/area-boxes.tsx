"use client";

import { type AreaBox, type AreaGeometry, toNumber } from "@ypsiline/core";
import { type KeyboardEvent, memo, type PointerEvent } from "react";
import type { AreaLabel } from "../sheet/labels";
import type { Edge } from "./area-edits";

/** "Sailings 8: columns 5 to 12, rows 7 to 22, leaves the grid"; begins with what its plate shows. */
const described = ({ area, placement, row, rowSpan, on }: AreaGeometry): string => {
  const { column, span, leaves } = placement;
  const columns = span === 1 ? `column ${column}` : `columns ${column} to ${column + span - 1}`;
  const what = on.rows ? "row" : "band";
  const rows = rowSpan === 1 ? `${what} ${row}` : `${what}s ${row} to ${row + rowSpan - 1}`;
  return `${area.name} ${span}: ${columns}, ${rows}${leaves === "none" ? "" : ", leaves the grid"}`;
};

export type Placed = Pick<AreaBox, "left" | "top" | "width" | "height">;

/** A box on the sheet, in screen px. */
export const placed = ({ left, top, width, height }: Placed, scale: number) => ({
  left: left * scale,
  top: top * scale,
  width: width * scale,
  height: height * scale,
});

type BoxesProps = {
  readonly boxes: readonly AreaBox[];
  /** The position of each name, by area id; an area without one shows its name when pointed at. */
  readonly labels: ReadonlyMap<string, AreaLabel>;
  readonly chosen: AreaBox | null;
  readonly scale: number;
  /** The visible part of the sheet, screen px from its top. */
  readonly sight: { readonly from: number; readonly until: number };
  /** What pressing an area and typing on it do; null if areas are only shown. */
  readonly onBegin: ((event: PointerEvent, box: AreaBox, edge: Edge) => void) | null;
  readonly onKey: (event: KeyboardEvent, box: AreaBox) => void;
  readonly onChoose: ((id: string | null) => void) | null;
};

/** The areas themselves, with their names. A drag draws none of them anew. */
export const Boxes = memo(function Boxes({ boxes, labels, chosen, scale, sight, onBegin, onKey, onChoose }: BoxesProps) {
  return boxes.map((box) => {
    const { one } = box;
    const isChosen = chosen === box;
    const label = labels.get(one.area.id);
    const className = `area-box depth-${one.depth} ${isChosen ? "chosen" : ""} ${box.band ? "band" : ""} ${one.placement.leaves === "none" ? "" : "leaves"}`;
    // What is out of sight is reached by Tab all the same; its drawing waits until it is seen.
    const plate = box.top * scale <= sight.until && (box.top + box.height) * scale >= sight.from && (
      <>
        <InnerGrid box={box} scale={scale} />
        {label && (
          <span
            className="area-plate"
            style={{ left: label.left - box.left * scale, top: label.top - box.top * scale, width: label.width }}
            aria-hidden="true"
          >
            <span className="area-name">{label.text}</span> <span className="num">{label.span}</span>
          </span>
        )}
      </>
    );
    return onBegin ? (
      <button
        key={one.area.id}
        type="button"
        className={className}
        style={placed(box, scale)}
        title={label && !label.shortened ? undefined : one.area.name}
        aria-label={described(one)}
        aria-pressed={isChosen}
        data-area={one.area.id}
        onPointerDown={(event) => onBegin(event, box, "all")}
        onFocus={() => onChoose?.(one.area.id)}
        onKeyDown={(event) => onKey(event, box)}
      >
        {plate}
      </button>
    ) : (
      <div key={one.area.id} className={className} style={placed(box, scale)} title={one.area.name} role="img" aria-label={described(one)}>
        {plate}
      </div>
    );
  });
});

/** The columns and the baseline of a grid of an area's own, inside its box. */
const InnerGrid = ({ box, scale }: { readonly box: AreaBox; readonly scale: number }) => {
  const { inside } = box.one;
  if (inside?.kind !== "own") return null;
  const [column, gutter] = [toNumber(inside.column), toNumber(inside.gutter)];
  const left = (toNumber(inside.start) - box.left) * scale;
  const pitch = (column + gutter) * scale;
  const step = inside.baseline ? toNumber(inside.baseline.step) * scale : 0;
  return (
    <span className="area-inner" aria-hidden="true">
      {column > 0 && pitch >= 3 && (
        <span
          className="area-inner-columns"
          style={{
            left,
            width: inside.count * pitch - gutter * scale,
            backgroundImage: `linear-gradient(to right, var(--column) ${column * scale}px, transparent 0)`,
            backgroundSize: `${pitch}px 100%`,
          }}
        />
      )}
      {inside.baseline && step >= 1.5 && (
        <span
          className="area-inner-lines"
          style={{ backgroundSize: `100% ${step}px`, backgroundPositionY: toNumber(inside.baseline.offset) * scale }}
        />
      )}
    </span>
  );
};

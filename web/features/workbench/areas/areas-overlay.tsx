"use client";

import {
  type AreaBox,
  areaBoxes,
  type AreaGeometry,
  type AreaGrid,
  bandOf,
  columnAt,
  rowAt,
  rowPitch,
  columnLine,
  columnsTogether,
  type Place,
  placeText,
  type Resolution,
  spaceBelow,
  spaceBeside,
  toNumber,
} from "@ypsiline/core";
import { type KeyboardEvent, type PointerEvent, useCallback, useMemo, useRef, useState } from "react";
import { Num } from "@/ui/num";
import { textWidth } from "@/ui/text-width";
import { Boxes, type Placed, placed } from "./area-boxes";
import { type Edge, moved } from "./area-edits";
import { areaLabels, type Box } from "../sheet/labels";

/** What the sheet's areas do when edited; null if they are only shown. People who may not edit can only select them. */
export type AreaWork = {
  readonly readOnly: boolean;
  readonly chosen: string | null;
  readonly onChoose: (id: string | null) => void;
  readonly onPlace: (id: string, place: Place) => void;
  readonly onAdd: (place: Place, within: string | undefined) => void;
};

type Props = {
  readonly resolution: Resolution;
  /** How much of the page is drawn, px of layout. */
  readonly length: number;
  readonly sight: { readonly from: number; readonly until: number };
  /** Screen px per px of layout. */
  readonly scale: number;
  readonly left: number;
  readonly top: number;
  readonly work: AreaWork | null;
  /** Whether they are drawn faintly, while another facet is shown. */
  readonly faint: boolean;
  /** Boxes that names must avoid, screen px from the sheet's top left corner. */
  readonly taken: readonly Box[];
};

/** A drag under way: an area's edges by whole columns and rows, or a new area over columns. */
type Drag =
  | { readonly kind: "move"; readonly box: AreaBox; readonly edge: Edge; readonly x: number; readonly y: number; readonly place: Place }
  | {
      readonly kind: "draw";
      readonly grid: AreaGrid;
      readonly within: string | undefined;
      readonly column: number;
      readonly row: number;
      readonly place: Place;
    };

const edges = ["start", "end", "top", "bottom"] as const satisfies readonly Edge[];

/** Two grips and something between them, screen px: in less they would cover the area and its neighbours. Keys and numbers still size it. */
const leastForGrips = 36;

/** The place of two cells and all between them. */
const between = (column: number, row: number, toColumn: number, toRow: number): Place => {
  const rows = Math.abs(toRow - row) + 1;
  return {
    column: Math.min(column, toColumn),
    span: Math.abs(toColumn - column) + 1,
    row: Math.min(row, toRow),
    ...(rows === 1 ? {} : { rowSpan: rows }),
  };
};

/**
 * A breakpoint's areas over its sheet, like rooms on a floor plan. If editable, they are selected, moved, resized and
 * drawn here.
 */
export const AreasOverlay = ({ resolution, length, sight, scale, left, top, work, faint, taken }: Props) => {
  const field = useRef<HTMLDivElement>(null);
  const [drag, setDrag] = useState<Drag | null>(null);
  const boxes = useMemo(() => areaBoxes(resolution), [resolution]);
  const sheetWidth = toNumber(resolution.width) * scale;
  const labels = useMemo(
    () => new Map(areaLabels(boxes, scale, sheetWidth, (name) => textWidth(name, 12, 560), taken).map((label) => [label.id, label])),
    [boxes, scale, sheetWidth, taken],
  );
  const band = bandOf(boxes);
  const chosen = boxes.find(({ one }) => one.area.id === work?.chosen) ?? null;
  const root = resolution.grid;

  const at = useCallback(
    (event: PointerEvent): { readonly x: number; readonly y: number } => {
      const rect = field.current?.getBoundingClientRect();
      return { x: (event.clientX - (rect?.left ?? 0)) / scale, y: (event.clientY - (rect?.top ?? 0)) / scale };
    },
    [scale],
  );
  /** The result of a drag at a point. */
  const dragged = (one: Drag, { x, y }: { readonly x: number; readonly y: number }): Drag => {
    if (one.kind === "draw") return { ...one, place: between(one.column, one.row, columnAt(one.grid, x), rowAt(one.grid, y, band)) };
    const { on, row } = one.box.one;
    const pitch = Math.max(1, toNumber(on.column) + toNumber(on.gutter));
    return {
      ...one,
      place: moved(
        one.box.one,
        one.edge,
        Math.round((x - one.x) / pitch),
        Math.round((y - one.y) / rowPitch(on, row, one.box.band ? band : 1)),
      ),
    };
  };
  const begin = useCallback(
    (event: PointerEvent, box: AreaBox, edge: Edge): void => {
      if (!work || event.button !== 0) return;
      event.stopPropagation();
      // A finger scrolls the sheet until it has chosen what it moves.
      const byTouch = event.pointerType === "touch" && box !== chosen;
      work.onChoose(box.one.area.id);
      if (work.readOnly || byTouch) return;
      field.current?.setPointerCapture(event.pointerId);
      const { placement } = box.one;
      setDrag({ kind: "move", box, edge, ...at(event), place: placement });
    },
    [work, chosen, at],
  );
  const draw = (event: PointerEvent): void => {
    if (!work || event.button !== 0 || event.target !== field.current) return;
    if (work.readOnly || event.pointerType === "touch") return work.onChoose(null);
    const point = at(event);
    const grid = chosen?.one.inside && inBox(chosen, point) ? chosen.one.inside : root;
    field.current?.setPointerCapture(event.pointerId);
    const [column, row] = [columnAt(grid, point.x), rowAt(grid, point.y, band)];
    setDrag({
      kind: "draw",
      grid,
      within: grid === root ? undefined : chosen?.one.area.id,
      column,
      row,
      place: between(column, row, column, row),
    });
  };
  const end = (): void => {
    if (!drag || !work) return setDrag(null);
    if (drag.kind === "move") {
      if (placeText(drag.place) !== placeText(drag.box.one.placement)) work.onPlace(drag.box.one.area.id, drag.place);
    } else if (drag.place.span > 1 || (drag.place.rowSpan ?? 1) > 1) work.onAdd(drag.place, drag.within);
    else work.onChoose(null);
    setDrag(null);
  };
  const onKeyDown = useCallback(
    (event: KeyboardEvent, box: AreaBox): void => {
      if (!work) return;
      const by = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[event.key];
      if (event.key === "Escape") return work.onChoose(null);
      if (!by || work.readOnly || event.altKey || event.ctrlKey || event.metaKey) return;
      event.preventDefault();
      event.stopPropagation();
      const [columns = 0, rows = 0] = by;
      const edge: Edge = !event.shiftKey ? "all" : columns !== 0 ? "end" : "bottom";
      work.onChoose(box.one.area.id);
      work.onPlace(box.one.area.id, moved(box.one, edge, columns, rows));
    },
    [work],
  );
  const style = (box: Placed) => placed(box, scale);
  const ghost = drag && ghostBox(drag, root, band, boxes);
  return (
    <div
      ref={field}
      className={`areas-overlay ${work ? "working" : ""} ${work?.readOnly ? "read-only" : ""} ${faint ? "faint" : ""}`}
      style={{ left, top, width: sheetWidth, height: length * scale }}
      onPointerDown={draw}
      onPointerMove={(event) => drag && setDrag(dragged(drag, at(event)))}
      onPointerUp={end}
      onPointerCancel={() => setDrag(null)}
    >
      <Boxes
        boxes={boxes}
        labels={labels}
        chosen={chosen}
        scale={scale}
        sight={sight}
        onBegin={work && begin}
        onKey={onKeyDown}
        onChoose={work && work.onChoose}
      />
      {work && chosen && !drag && (
        <div className="area-chosen" style={style(chosen)} aria-hidden="true">
          <span className="area-size num">
            <Num value={chosen.one.width} />
            {chosen.one.height && (
              <>
                {" × "}
                <Num value={chosen.one.height} />
              </>
            )}
          </span>
          {!work.readOnly &&
            edges
              .filter((edge) => chosen[edge === "start" || edge === "end" ? "width" : "height"] * scale >= leastForGrips)
              .map((edge) => <span key={edge} className={`area-grip ${edge}`} onPointerDown={(event) => begin(event, chosen, edge)} />)}
        </div>
      )}
      {work && chosen && !drag && <Spaces boxes={boxes} chosen={chosen} scale={scale} />}
      {ghost && (
        <div className="area-ghost" style={style(ghost)}>
          <span className="num">{placeText(drag.place)}</span>
        </div>
      )}
    </div>
  );
};

const inBox = (box: AreaBox, { x, y }: { readonly x: number; readonly y: number }): boolean =>
  x >= box.left && x <= box.left + box.width && y >= box.top && y <= box.top + box.height;

const ghostBox = (
  drag: Drag,
  root: AreaGrid,
  band: number,
  boxes: readonly AreaBox[],
): Pick<AreaBox, "left" | "top" | "width" | "height"> => {
  const grid = drag.kind === "draw" ? drag.grid : drag.box.one.on;
  const { column, span, row, rowSpan = 1 } = drag.place;
  const left = toNumber(columnLine(grid, column));
  const width = toNumber(columnsTogether(grid, span));
  const line = row ?? (drag.kind === "move" ? drag.box.one.row : 1);
  if (grid.rows?.top) {
    const from = toNumber(grid.rows.top) + toNumber(grid.rows.start(line));
    return { left, width, top: from, height: toNumber(grid.rows.top) + toNumber(grid.rows.end(line + rowSpan - 1)) - from };
  }
  const outer = drag.kind === "draw" ? boxes.find(({ one }) => one.area.id === drag.within) : null;
  const base = grid === root ? 0 : drag.kind === "move" ? drag.box.top - (drag.box.one.row - 1) * band : (outer?.top ?? 0);
  return { left, width, top: base + (line - 1) * band, height: rowSpan * band };
};

/** White space from the chosen area to its neighbours, each with its rows or columns. */
const Spaces = ({ boxes, chosen, scale }: { readonly boxes: readonly AreaBox[]; readonly chosen: AreaBox; readonly scale: number }) => {
  const all = boxes.map(({ one }) => one);
  const boxOf = (one: AreaGeometry): AreaBox | undefined => boxes.find((box) => box.one === one);
  const own = chosen.one;
  const down = spaceBelow(all).filter(({ from, to }) => from === own || to === own);
  const across = spaceBeside(all).filter(({ from, to }) => from === own || to === own);
  return (
    <>
      {down.map(({ from, to, distance, between: rows }) => {
        const [above, below] = [boxOf(from), boxOf(to)];
        if (!above || !below) return null;
        const x = Math.max(above.left, below.left) + 12 / scale;
        const [top, bottom] = [above.top + above.height, below.top];
        return (
          <span
            key={`${from.area.id} ${to.area.id}`}
            className="area-space down"
            style={{ left: x * scale, top: top * scale, height: Math.max(0, (bottom - top) * scale) }}
            aria-hidden="true"
          >
            <span className="num">
              {rows} {rows === 1 ? "row" : "rows"}
              {distance && (
                <>
                  , <Num value={distance} />
                </>
              )}
            </span>
          </span>
        );
      })}
      {across.map(({ from, to, distance }) => {
        const [first, second] = [boxOf(from), boxOf(to)];
        if (!first || !second || !distance) return null;
        const y = Math.max(first.top, second.top) + 36 / scale;
        const [start, stop] = [first.left + first.width, second.left];
        return (
          <span
            key={`${from.area.id} ${to.area.id}`}
            className="area-space across"
            style={{ left: start * scale, top: y * scale, width: Math.max(0, (stop - start) * scale) }}
            aria-hidden="true"
          >
            <span className="num">
              <Num value={distance} />
            </span>
          </span>
        );
      })}
    </>
  );
};

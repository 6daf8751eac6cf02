"use client";

import { type Breakpoint, carryAreas, carryWays, type CarryWay, type Layout, type Resolution, toDecimal } from "@ypsiline/core";
import { AppWindow } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { addArea, besideBefore, hideAt, mayAddArea, ownRow, placeAt, removeArea, withPlacement } from "./area-edits";

type Props = {
  readonly layout: Layout;
  readonly breakpoint: Breakpoint;
  readonly resolution: Resolution | null;
  /** Address of the spec, for its other pages. */
  readonly path: string;
  readonly readOnly: boolean;
  readonly chosen: string | null;
  readonly onChoose: (id: string | null) => void;
  readonly onWordMap: () => void;
  readonly onComment: (() => void) | null;
  readonly onLayout: (layout: Layout) => string | null;
};

const wayWords: Readonly<Record<CarryWay, string>> = {
  "same-share": "same share of the columns",
  stacked: "one below the other",
  "two-by-two": "two by two",
};

/** From a layout whose areas were all copied, takes one area with those inside it; the others stay as they were. */
const onlyOf = (before: Layout, copied: Layout, area: string): Layout => {
  const inside = (id: string | undefined): boolean =>
    id !== undefined && (id === area || inside(before.areas.find((one) => one.id === id)?.within));
  return { ...copied, areas: before.areas.map((one) => (inside(one.id) ? (copied.areas.find(({ id }) => id === one.id) ?? one) : one)) };
};

/** Actions for whole areas: adding, placing beside the previous one, showing, copying to other breakpoints. */
export const AreaActions = ({
  layout,
  breakpoint,
  resolution,
  path,
  readOnly,
  chosen,
  onChoose,
  onWordMap,
  onComment,
  onLayout,
}: Props) => {
  const at = breakpoint.id;
  const [to, setTo] = useState("every");
  const [way, setWay] = useState<CarryWay>("same-share");
  const [whole, setWhole] = useState(false);
  const others = layout.breakpoints.filter(({ id }) => id !== at);
  const one = resolution?.areas.find(({ area }) => area.id === chosen) ?? null;
  const area = layout.areas.find(({ id }) => id === chosen) ?? null;
  const add = (): void => {
    if (!resolution) return;
    const below = Math.max(
      0,
      ...resolution.areas.filter(({ area: { within } }) => within === undefined).map(({ row, rowSpan }) => row + rowSpan - 1),
    );
    const made = addArea(
      layout,
      at,
      { column: 1, span: breakpoint.columns.count, ...(breakpoint.rows ? { row: below + 1, rowSpan: 4 } : {}) },
      undefined,
    );
    if (onLayout(made.layout) === null) onChoose(made.id);
  };
  return (
    <div className="area-actions">
      <button type="button" className="btn btn-sm btn-quiet" disabled={readOnly || !mayAddArea(layout)} onClick={add}>
        Add area
      </button>
      {one && resolution && (
        <>
          <button
            type="button"
            className="btn btn-sm btn-quiet"
            disabled={readOnly || besideBefore(resolution, one) === null}
            onClick={() => {
              const place = besideBefore(resolution, one);
              if (place) onLayout(placeAt(layout, one.area.id, at, place));
            }}
          >
            Beside the one before
          </button>
          <button
            type="button"
            className="btn btn-sm btn-quiet"
            disabled={readOnly}
            onClick={() => onLayout(placeAt(layout, one.area.id, at, ownRow(resolution, one)))}
          >
            On a row of its own
          </button>
          {one.placement.row !== undefined && (
            <button
              type="button"
              className="btn btn-sm btn-quiet"
              disabled={readOnly}
              onClick={() => onLayout(withPlacement(layout, one.area.id, at, { row: undefined }))}
            >
              Let it flow
            </button>
          )}
          <button
            type="button"
            className="btn btn-sm btn-quiet"
            disabled={readOnly}
            onClick={() => onLayout(hideAt(layout, one.area.id, at))}
          >
            Hide here
          </button>
        </>
      )}
      {area && (
        <button
          type="button"
          className="btn btn-sm btn-quiet"
          disabled={readOnly}
          onClick={() => {
            if (onLayout(removeArea(layout, area.id)) === null) onChoose(null);
          }}
        >
          Remove {area.name}
        </button>
      )}
      {area && onComment && (
        <button type="button" className="btn btn-sm btn-quiet" onClick={onComment}>
          Comment on it…
        </button>
      )}
      {resolution && (
        <button type="button" className="btn btn-sm btn-quiet" onClick={onWordMap}>
          As a word map…
        </button>
      )}
      {resolution && (
        <Link className="btn btn-sm btn-quiet" href={`${path}/try?width=${toDecimal(resolution.width)}`} prefetch={false}>
          <AppWindow size={13} aria-hidden="true" /> Try it in a page
        </Link>
      )}
      <span className="flex-grow-1" />
      {layout.breakpoints.length > 1 && layout.areas.length > 0 && (
        <span className="inline flex-wrap carry-areas" role="group" aria-label="Copy to breakpoints">
          Copy{" "}
          {area ? (
            <select
              name="copy-what"
              aria-label="Copy what"
              className="form-select form-select-sm"
              value={whole ? "all" : "one"}
              disabled={readOnly}
              onChange={(event) => setWhole(event.target.value === "all")}
            >
              <option value="one">{area.name}</option>
              <option value="all">all areas</option>
            </select>
          ) : (
            "all areas"
          )}
          <select
            name="carry-to"
            aria-label="Copy to"
            className="form-select form-select-sm"
            value={others.some(({ id }) => id === to) ? to : "every"}
            disabled={readOnly}
            onChange={(event) => setTo(event.target.value)}
          >
            <option value="every">to every breakpoint</option>
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                to {name}
              </option>
            ))}
          </select>
          <select
            name="carry-areas"
            aria-label="Copy as"
            className="form-select form-select-sm"
            value={way}
            disabled={readOnly}
            onChange={(event) => setWay(carryWays.find((each) => each === event.target.value) ?? way)}
          >
            {carryWays.map((way) => (
              <option key={way} value={way}>
                {wayWords[way]}
              </option>
            ))}
          </select>
          <button
            type="button"
            className="btn btn-sm btn-quiet"
            disabled={readOnly}
            onClick={() => {
              const targets = others.some(({ id }) => id === to) ? [to] : others.map(({ id }) => id);
              const copied = targets.reduce((next, id) => carryAreas(next, at, id, way), layout);
              onLayout(area && !whole ? onlyOf(layout, copied, area.id) : copied);
            }}
          >
            Copy
          </button>
        </span>
      )}
    </div>
  );
};

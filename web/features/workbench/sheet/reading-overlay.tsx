"use client";

import {
  type Axis,
  type Exact,
  isWhole,
  levelLines,
  type Reading,
  readDistance,
  type Resolution,
  type SheetLine,
  toDecimal,
  toNumber,
  uprightLines,
  joined,
  type Words,
  words,
} from "@ypsiline/core";
import { type KeyboardEvent, useEffect, useMemo, useRef, useState } from "react";
import { BaseUnits } from "@/ui/base-units";
import { Num, Said } from "@/ui/num";

/** The position of the sheet's drawing in its box, screen px. */
type Place = {
  readonly left: number;
  readonly top: number;
  readonly scale: number;
  /** Between which y of its box the drawing is in sight. */
  readonly from: number;
  readonly until: number;
};

type Props = {
  readonly resolution: Resolution;
  readonly base: Exact;
  readonly baselineShown: boolean;
  readonly place: Place;
  readonly onScroll: (by: { readonly left: number; readonly top: number }) => void;
  readonly onDone: () => void;
};

/** How near the pointer must come to a line, screen px. */
const reach = 12;

const many = (count: number, one: string): string => `${count} ${one}${count === 1 ? "" : "s"}`;

/** A reading in words: columns or rows with their gutters, and lines of the baseline. */
const trackWords = ({ tracks, lines }: Reading, axis: Axis): Words =>
  joined(
    [
      ...(tracks && (tracks.whole > 0 || tracks.gutters > 0)
        ? [words`${many(tracks.whole, axis === "upright" ? "column" : "row")}, ${many(tracks.gutters, "gutter")}`]
        : []),
      ...(lines ? [words`${lines} baseline ${isWhole(lines) && toNumber(lines) === 1 ? "line" : "lines"}`] : []),
    ],
    " · ",
  );

/**
 * Measures the distance between any two lines of the sheet. With the mouse: press one line, then another of the same
 * direction. From the keyboard: arrow keys go from line to line, Enter picks, Esc begins anew and then leaves.
 */
export const ReadingOverlay = ({ resolution, base, baselineShown, place, onScroll, onDone }: Props) => {
  const box = useRef<HTMLDivElement>(null);
  const lines = useMemo(
    () => ({ upright: uprightLines(resolution), level: levelLines(resolution, baselineShown) }),
    [resolution, baselineShown],
  );
  const [picked, setPicked] = useState<SheetLine | null>(null);
  const [other, setOther] = useState<SheetLine | null>(null);
  const [over, setOver] = useState<SheetLine | null>(null);
  useEffect(() => box.current?.focus(), []);

  const screenY = (y: number): number | null => {
    const at = place.top + y * place.scale;
    return at >= place.from - 1 && at <= place.until + 1 ? at : null;
  };
  const nearest = (event: { readonly clientX: number; readonly clientY: number }): SheetLine | null => {
    const rect = box.current?.getBoundingClientRect();
    if (!rect) return null;
    const [px, py] = [event.clientX - rect.left, event.clientY - rect.top];
    const far = (line: SheetLine): number => {
      const at = toNumber(line.at);
      if (line.axis === "upright") return Math.abs(place.left + at * place.scale - px);
      const y = screenY(at);
      return y === null ? Infinity : Math.abs(y - py);
    };
    const among = picked && !other ? lines[picked.axis] : [...lines.upright, ...lines.level];
    let best: SheetLine | null = null;
    for (const line of among) if (far(line) <= reach && (!best || far(line) < far(best))) best = line;
    return best;
  };
  const pick = (line: SheetLine): void => {
    if (!picked || other || line.axis !== picked.axis) {
      setPicked(line);
      setOther(null);
    } else setOther(line);
  };
  const step = (axis: Axis, by: number): void => {
    const list = lines[axis];
    const from = over?.axis === axis ? list.findIndex(({ name }) => name === over.name) : by > 0 ? -1 : list.length;
    const next = list[Math.max(0, Math.min(list.length - 1, from + by))] ?? null;
    setOver(next);
    // A line out of sight is brought into it.
    if (next?.axis !== "level") return;
    const y = place.top + toNumber(next.at) * place.scale;
    if (y < place.from || y > place.until) onScroll({ left: 0, top: y - (place.from + place.until) / 2 });
  };
  const onKeyDown = (event: KeyboardEvent): void => {
    const moves: Record<string, () => void> = {
      ArrowLeft: () => step("upright", -1),
      ArrowRight: () => step("upright", 1),
      ArrowUp: () => step("level", -1),
      ArrowDown: () => step("level", 1),
      Enter: () => over && pick(over),
      " ": () => over && pick(over),
      Escape: () => {
        if (picked) {
          setPicked(null);
          setOther(null);
        } else onDone();
      },
    };
    const move = moves[event.key];
    if (!move) return;
    event.preventDefault();
    event.stopPropagation();
    move();
  };
  const drawn = (line: SheetLine, kind: string) => {
    const at = toNumber(line.at);
    if (line.axis === "upright")
      return <span key={kind} className={`reading-line upright ${kind}`} style={{ left: place.left + at * place.scale }} />;
    const y = screenY(at);
    return y === null ? null : <span key={kind} className={`reading-line level ${kind}`} style={{ top: y }} />;
  };
  const end = other ?? (over && picked && over.axis === picked.axis && over.name !== picked.name ? over : null);
  const reading = picked && end ? readDistance(resolution, base, picked, end) : null;
  return (
    <div
      ref={box}
      className="reading"
      role="application"
      aria-label="Measure a distance: arrow keys go from line to line, Enter picks, Esc leaves"
      tabIndex={0}
      onKeyDown={onKeyDown}
      onPointerMove={(event) => setOver(nearest(event))}
      onPointerLeave={() => setOver(null)}
      onWheel={({ deltaX, deltaY }) => onScroll({ left: deltaX, top: deltaY })}
      onClick={(event) => {
        // A click may come before the move to it was drawn.
        const line = nearest(event);
        if (line) pick(line);
      }}
    >
      {over && over !== picked && drawn(over, "over")}
      {picked && drawn(picked, "picked")}
      {other && drawn(other, "picked second")}
      <p className="reading-words" role="status">
        {reading && picked && end ? (
          <>
            <strong>
              <Num value={reading.px} /> px
            </strong>{" "}
            <BaseUnits value={reading.px} base={base} />
            {trackWords(reading, picked.axis).length > 0 && (
              <>
                {" · "}
                <Said of={trackWords(reading, picked.axis)} />
              </>
            )}
            <span className="quiet d-block">
              from {picked.name} (<Num value={picked.at} />) to {end.name} (<Num value={end.at} />)
            </span>
          </>
        ) : picked ? (
          `From ${picked.name}: pick another ${picked.axis === "upright" ? "upright" : "level"} line`
        ) : over ? (
          `${over.name}, at ${toDecimal(over.at)}`
        ) : (
          "Pick a line on the sheet, then another, to see the distance between them"
        )}
      </p>
      <button type="button" className="btn btn-sm btn-quiet reading-done" onClick={(event) => (event.stopPropagation(), onDone())}>
        Done
      </button>
    </div>
  );
};

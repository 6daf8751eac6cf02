"use client";

import { breakpointRanges, type Exact, exact, type Layout, limits, toDecimal, toNumber } from "@ypsiline/core";
import { widthsText } from "../widths-text";
import { type KeyboardEvent, type ReactNode, useEffect, useMemo, useRef } from "react";
import { boundaryRoom, ladderScale } from "./ladder-scale";
import { useDrag } from "../use-drag";
import { useSize } from "../use-size";

type Props = {
  readonly layout: Layout;
  readonly at: string;
  readonly probe: Exact;
  readonly readOnly: boolean;
  readonly onProbe: (width: Exact) => void;
  readonly onSelect: (id: string) => void;
  /** Moves a breakpoint's from-width; `done` ends the drag. */
  readonly onFrom: (id: string, from: number, done: boolean) => void;
  /** Actions for the current breakpoint, at the end of its rung. */
  readonly menu?: ReactNode;
};

const inset = 14;
/** Width of the button that opens a rung's menu, and how far from a boundary it is still taken hold of. */
const menuWidth = 24;
const boundaryReach = 12;
const within = (value: number, least: number, most: number): number => Math.min(most, Math.max(least, value));

/** Steps of the arrow keys on probe and boundaries: 1, Shift 8, Page 80. */
const keyStep = (event: KeyboardEvent): number => {
  const size = event.key.startsWith("Page") ? 80 : event.shiftKey ? 8 : 1;
  if (event.key === "ArrowRight" || event.key === "ArrowUp" || event.key === "PageUp") return size;
  return event.key === "ArrowLeft" || event.key === "ArrowDown" || event.key === "PageDown" ? -size : 0;
};

/** The horizontal scale of widths with the breakpoints on it, their boundaries and the probe, all movable. */
export const Ladder = ({ layout, at, probe, readOnly, onProbe, onSelect, onFrom, menu }: Props) => {
  const { ref, width } = useSize<HTMLDivElement>();
  const ranges = useMemo(() => breakpointRanges(layout), [layout]);
  const scale = useMemo(() => ladderScale(layout, Math.max(width, 320), inset), [layout, width]);
  const moving = useRef("");
  const heldScale = useRef(scale);
  const probeAt = toNumber(probe);
  const drawn = width > 0;

  // If the strip is narrower than the ladder, the current breakpoint is scrolled to its middle.
  useEffect(() => {
    const rung = drawn ? ref.current?.querySelector<HTMLElement>(".rung.here") : null;
    const strip = ref.current?.parentElement;
    if (strip && rung) strip.scrollTo({ left: rung.offsetLeft + rung.offsetWidth / 2 - strip.clientWidth / 2 });
  }, [ref, at, drawn]);

  const dragProbe = useDrag(
    (x) => onProbe(exact(Math.round(within(scale.width(x), scale.least, scale.most)))),
    () => undefined,
  );
  const room = (id: string) => boundaryRoom(layout, id);
  const dragBoundary = useDrag(
    (x) => {
      const { least, most } = room(moving.current);
      onFrom(moving.current, within(Math.round(heldScale.current.width(x)), least, most), false);
    },
    () => onFrom(moving.current, NaN, true),
  );

  const probeKey = (event: KeyboardEvent) => {
    const step = keyStep(event);
    const to = event.key === "Home" ? scale.least : event.key === "End" ? scale.most : step === 0 ? null : Math.round(probeAt) + step;
    if (to === null) return;
    event.preventDefault();
    onProbe(exact(within(to, 1, limits.size)));
  };
  const boundaryKey = (event: KeyboardEvent, id: string, from: number) => {
    const step = keyStep(event);
    if (step === 0) return;
    event.preventDefault();
    const { least, most } = room(id);
    onFrom(id, within(Math.round(from) + step, least, most), true);
  };

  return (
    <div ref={ref} className="ladder" role="group" aria-label="Ladder of widths">
      {drawn && (
        <>
          {ranges.map(({ breakpoint, from, until }) => {
            const left = scale.x(from);
            const right = scale.x(until ?? scale.most);
            const room = right - left - 2;
            const words = widthsText(from, until);
            return (
              <button
                key={breakpoint.id}
                type="button"
                className={`rung ${breakpoint.id === at ? `here ${menu ? "with-menu" : ""}` : ""}`}
                style={{ left, width: Math.max(0, room) }}
                aria-pressed={breakpoint.id === at}
                title={`${breakpoint.name}, ${words}`}
                onClick={() => onSelect(breakpoint.id)}
              >
                <span className="rung-name">{breakpoint.name}</span>
                {room > (menu && breakpoint.id === at ? 186 : 150) && <span className="num rung-range">{words}</span>}
              </button>
            );
          })}
          {menu &&
            ranges
              .filter(({ breakpoint }) => breakpoint.id === at)
              .map(({ breakpoint, until }) => (
                <div key={breakpoint.id} className="rung-menu" style={{ left: scale.x(until ?? scale.most) - boundaryReach - menuWidth }}>
                  {menu}
                </div>
              ))}
          {ranges.map(
            ({ breakpoint, from }) =>
              !readOnly && (
                <div
                  key={breakpoint.id}
                  role="slider"
                  tabIndex={0}
                  className="boundary"
                  style={{ left: scale.x(from) - boundaryReach }}
                  aria-label={`${breakpoint.name} starts at`}
                  aria-valuenow={from}
                  aria-valuemin={room(breakpoint.id).least}
                  aria-valuemax={room(breakpoint.id).most}
                  onPointerDown={(event) => {
                    moving.current = breakpoint.id;
                    heldScale.current = scale;
                    dragBoundary(event, ref.current);
                  }}
                  onKeyDown={(event) => boundaryKey(event, breakpoint.id, from)}
                />
              ),
          )}
          <svg className="scale" width={width} height="24" aria-hidden="true" onPointerDown={(event) => dragProbe(event, ref.current)}>
            {scale.ticks.map(({ width: tick, numbered }) => (
              <g key={tick}>
                <line x1={scale.x(tick)} x2={scale.x(tick)} y1="0" y2={numbered ? 8 : 4} stroke="#8b9791" />
                {numbered && (
                  <text x={scale.x(tick)} y="20" textAnchor="middle" fontSize="11" fill="var(--ink-2)" className="num">
                    {tick}
                  </text>
                )}
              </g>
            ))}
          </svg>
          <div
            role="slider"
            tabIndex={0}
            className="probe"
            style={{ left: within(scale.x(probeAt), inset - 2, width - inset + 2) }}
            aria-label="Probe: the width looked at"
            aria-valuenow={probeAt}
            aria-valuemin={1}
            aria-valuemax={limits.size}
            onPointerDown={(event) => dragProbe(event, ref.current)}
            onKeyDown={probeKey}
          >
            <span className="num">{toDecimal(probe)}</span>
          </div>
        </>
      )}
    </div>
  );
};

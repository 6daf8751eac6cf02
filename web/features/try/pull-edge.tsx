"use client";

import { type KeyboardEvent, useRef } from "react";
import { useDrag } from "@/ui/use-drag";

type Props = {
  readonly width: number;
  readonly most: number;
  readonly onStart: () => void;
  /** The position of the dragged edge, screen px from the page's start. */
  readonly onPull: (x: number) => void;
  readonly onEnd: () => void;
  readonly onWidth: (width: number) => void;
};

/** The edge a page is pulled to another width by; arrows move it by 1, with Shift by 8, Page keys by 80. */
export const PullEdge = ({ width, most, onStart, onPull, onEnd, onWidth }: Props) => {
  const edge = useRef<HTMLDivElement>(null);
  const drag = useDrag(onPull, onEnd);
  const onKeyDown = (event: KeyboardEvent): void => {
    const step = event.key.startsWith("Page") ? 80 : event.shiftKey ? 8 : 1;
    const sense = { ArrowRight: 1, ArrowUp: 1, PageUp: 1, ArrowLeft: -1, ArrowDown: -1, PageDown: -1 }[event.key];
    if (sense === undefined) return;
    event.preventDefault();
    onWidth(Math.min(most, Math.max(1, Math.round(width) + sense * step)));
  };
  return (
    <div
      ref={edge}
      role="slider"
      tabIndex={0}
      className="try-edge"
      aria-label="Edge of the page"
      aria-orientation="horizontal"
      aria-valuenow={width}
      aria-valuemin={1}
      aria-valuemax={most}
      onPointerDown={(event) => {
        onStart();
        drag(event, edge.current?.previousElementSibling ?? null);
      }}
      onKeyDown={onKeyDown}
    />
  );
};

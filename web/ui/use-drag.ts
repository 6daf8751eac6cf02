"use client";

import { type PointerEvent, useEffect, useRef } from "react";

/**
 * Follows a pointer (mouse, pen or finger) from press to release and reports its x within an element, at
 * most once a frame.
 */
export const useDrag = (move: (x: number) => void, end: () => void) => {
  const latest = useRef({ move, end });
  useEffect(() => {
    latest.current = { move, end };
  });
  return (event: PointerEvent, within: Element | null): void => {
    if (event.button !== 0 || !within) return;
    event.preventDefault();
    const target = event.currentTarget;
    if (target instanceof HTMLElement || target instanceof SVGElement) target.focus();
    target.setPointerCapture(event.pointerId);
    const left = within.getBoundingClientRect().left;
    const grip = event.clientX;
    let x = grip;
    let frame = 0;
    const report = () => {
      frame = 0;
      latest.current.move(x - left);
    };
    const follow = (next: Event) => {
      x = (next as unknown as PointerEvent).clientX;
      if (frame === 0) frame = requestAnimationFrame(report);
    };
    const release = () => {
      target.removeEventListener("pointermove", follow);
      target.removeEventListener("pointerup", release);
      target.removeEventListener("pointercancel", release);
      if (frame !== 0) {
        cancelAnimationFrame(frame);
        report();
      }
      latest.current.end();
    };
    target.addEventListener("pointermove", follow);
    target.addEventListener("pointerup", release);
    target.addEventListener("pointercancel", release);
  };
};

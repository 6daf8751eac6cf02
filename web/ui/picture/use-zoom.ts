import { type RefObject, useCallback, useEffect, useLayoutEffect, useRef, useState } from "react";

/** How far one step of a key or a button zooms. */
const stepBy = 1.5;

export type Zoom = {
  /** How many times larger than what fits; 1 at first. */
  readonly zoom: number;
  /** Zooms in (1) or out (−1) about the middle of what is seen. */
  readonly step: (way: 1 | -1) => void;
  /** So large that a zoom of 1 is what fits again. */
  readonly reset: () => void;
  readonly set: (zoom: number) => void;
};

/**
 * Zooms the content of a scrolling element: with the wheel and Ctrl or ⌘ (which a pinch sends), with +, − and 0 while
 * it has the focus, and in steps. The point under the pointer stays there. `most` is the largest zoom.
 */
export const useZoom = (ref: RefObject<HTMLElement | null>, most: number): Zoom => {
  const [zoom, setZoom] = useState(1);
  /** The fixed point: its position in the content, and in the window. */
  const held = useRef<{ readonly part: readonly [number, number]; readonly at: readonly [number, number] } | null>(null);
  const zoomAt = useCallback(
    (next: (before: number) => number, at?: readonly [number, number]): void => {
      const element = ref.current;
      if (!element) return;
      const [x, y] = at ?? [element.clientWidth / 2, element.clientHeight / 2];
      held.current = {
        part: [(element.scrollLeft + x) / element.scrollWidth, (element.scrollTop + y) / element.scrollHeight],
        at: [x, y],
      };
      setZoom((before) => Math.min(Math.max(1, most), Math.max(1, next(before))));
    },
    [ref, most],
  );
  useLayoutEffect(() => {
    const [element, keep] = [ref.current, held.current];
    if (!element || !keep) return;
    held.current = null;
    element.scrollLeft = keep.part[0] * element.scrollWidth - keep.at[0];
    element.scrollTop = keep.part[1] * element.scrollHeight - keep.at[1];
  }, [ref, zoom]);
  useEffect(() => {
    const element = ref.current;
    // If nothing can be zoomed, the browser zooms the page.
    if (!element || most <= 1) return;
    const stop = new AbortController();
    const { signal } = stop;
    element.addEventListener(
      "wheel",
      (event) => {
        if (!event.ctrlKey && !event.metaKey) return;
        event.preventDefault();
        const box = element.getBoundingClientRect();
        zoomAt((before) => before * Math.exp(-event.deltaY / 200), [event.clientX - box.left, event.clientY - box.top]);
      },
      // The browser would zoom the page.
      { passive: false, signal },
    );
    element.addEventListener(
      "keydown",
      (event) => {
        if (event.ctrlKey || event.metaKey || event.altKey) return;
        if (event.key === "+" || event.key === "=") zoomAt((before) => before * stepBy);
        else if (event.key === "-") zoomAt((before) => before / stepBy);
        else if (event.key === "0") zoomAt(() => 1);
        else return;
        event.preventDefault();
      },
      { signal },
    );
    return () => stop.abort();
  }, [ref, most, zoomAt]);
  return {
    zoom,
    step: (way) => zoomAt((before) => (way > 0 ? before * stepBy : before / stepBy)),
    reset: () => zoomAt(() => 1),
    set: (next) => zoomAt(() => next),
  };
};

"use client";

import { type RefObject, useLayoutEffect, useRef, useState } from "react";

/** An element's content size in screen px, kept up to date; 0 × 0 until it is first measured. */
export const useSize = <E extends HTMLElement>(): {
  readonly ref: RefObject<E | null>;
  readonly width: number;
  readonly height: number;
} => {
  const ref = useRef<E>(null);
  const [size, setSize] = useState({ width: 0, height: 0 });
  useLayoutEffect(() => {
    const element = ref.current;
    if (!element) return;
    const measure = () => setSize({ width: element.clientWidth, height: element.clientHeight });
    measure();
    const observer = new ResizeObserver(measure);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, ...size };
};

"use client";

import { type RefObject, useEffect, useRef, useState } from "react";

/** How far beyond sight something is near, screen px. */
const reach = 400;

/**
 * Whether an element is in sight or nearly, for what is too costly to draw out of it. While something in it has the
 * focus, or holds what is half-typed, it stays near.
 */
export const useNear = <E extends HTMLElement>(): { readonly ref: RefObject<E | null>; readonly near: boolean } => {
  const ref = useRef<E>(null);
  const [near, setNear] = useState(false);
  useEffect(() => {
    const element = ref.current;
    if (!element) return;
    const margin = { rootMargin: `${reach}px 0px`, scrollMargin: `${reach}px 0px` };
    const observer = new IntersectionObserver(([entry]) => {
      if (entry?.isIntersecting) setNear(true);
      else if (!element.querySelector(':focus, [data-half-typed="true"]')) setNear(false);
    }, margin);
    observer.observe(element);
    return () => observer.disconnect();
  }, []);
  return { ref, near };
};

"use client";

import { useEffect, useRef } from "react";

/** How long the pointer rests on something before it counts, ms: passing over a row of buttons shows nothing. */
const rest = 120;

type Handlers = {
  readonly onMouseEnter: () => void;
  readonly onMouseLeave: () => void;
  readonly onFocus: () => void;
  readonly onBlur: () => void;
};

/** Tells what the pointer rests on or the keyboard's focus is at; null once it is at nothing. Gives the handlers of one such thing. */
export const usePointedAt = <T>(tell: (what: T | null) => void): ((what: T) => Handlers) => {
  const timer = useRef(0);
  const told = useRef(false);
  const latest = useRef(tell);
  useEffect(() => {
    latest.current = tell;
  });
  const later = (what: T | null, wait: number): void => {
    window.clearTimeout(timer.current);
    timer.current = window.setTimeout(() => {
      told.current = what !== null;
      latest.current(what);
    }, wait);
  };
  // What is shown ends with what it was shown for.
  useEffect(
    () => () => {
      window.clearTimeout(timer.current);
      if (told.current) latest.current(null);
    },
    [],
  );
  return (what) => ({
    onMouseEnter: () => later(what, rest),
    onMouseLeave: () => later(null, 0),
    onFocus: () => later(what, 0),
    onBlur: () => later(null, 0),
  });
};

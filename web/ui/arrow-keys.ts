import type { KeyboardEvent } from "react";

/**
 * A list that is one stop of the Tab key: the arrow keys, Home and End go from one of its elements to the next. One of them
 * has `tabIndex={0}`, the others -1.
 */
export const arrowKeys =
  (selector: string) =>
  (event: KeyboardEvent<HTMLElement>): void => {
    const all = [...event.currentTarget.querySelectorAll<HTMLElement>(selector)];
    const at = all.findIndex((one) => one === document.activeElement);
    if (at < 0) return;
    const to: Readonly<Record<string, number>> = { ArrowDown: at + 1, ArrowUp: at - 1, Home: 0, End: all.length - 1 };
    const next = all[to[event.key] ?? -1];
    if (!next) return;
    event.preventDefault();
    all.forEach((one) => (one.tabIndex = one === next ? 0 : -1));
    next.focus();
  };

"use client";

import { useEffect, useRef } from "react";

/** Keyboard shortcuts of the page by key; "mod" means Ctrl and ⌘. */
export type Shortcuts = Readonly<Record<string, () => void>>;

const typing = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  (target.matches("input:not([type=checkbox]):not([type=radio]), select, textarea, [role=grid] td") || target.isContentEditable);

/** Listens for shortcuts. Plain keys are left alone while somebody types; undo works everywhere but inside a half-typed field. */
export const useShortcuts = (shortcuts: Shortcuts): void => {
  const latest = useRef(shortcuts);
  useEffect(() => {
    latest.current = shortcuts;
  });
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      const mod = event.ctrlKey || event.metaKey;
      const name = `${mod ? "mod+" : ""}${mod && event.shiftKey ? "shift+" : ""}${mod ? event.key.toLowerCase() : event.key}`;
      const work = latest.current[name];
      if (!work || event.altKey) return;
      const halfTyped = event.target instanceof HTMLElement && event.target.dataset["halfTyped"] === "true";
      if (mod ? halfTyped : typing(event.target)) return;
      event.preventDefault();
      work();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);
};

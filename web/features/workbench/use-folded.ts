"use client";

import { useCallback, useSyncExternalStore } from "react";

const key = (part: string): string => `ypsiline folded ${part}`;
const changed = "ypsiline-folded";

const read = (part: string): boolean => {
  try {
    return localStorage.getItem(key(part)) === "yes";
  } catch {
    return false;
  }
};

const listen = (listener: () => void): (() => void) => {
  window.addEventListener("storage", listener);
  window.addEventListener(changed, listener);
  return () => {
    window.removeEventListener("storage", listener);
    window.removeEventListener(changed, listener);
  };
};

/** Whether a part of the page is folded away, and how to turn that; it is kept in this browser. */
export const useFolded = (part: "ledger" | "findings"): readonly [boolean, () => void] => {
  const folded = useSyncExternalStore(
    listen,
    () => read(part),
    () => false,
  );
  const turn = useCallback(() => {
    try {
      localStorage.setItem(key(part), read(part) ? "no" : "yes");
    } catch {
      // If nothing can be stored, it stays as it is.
    }
    window.dispatchEvent(new Event(changed));
  }, [part]);
  return [folded, turn];
};

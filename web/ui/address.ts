"use client";

import { useEffect } from "react";

/** Pause before the address bar follows, ms: browsers limit how often it may change. */
const settle = 200;

/**
 * Keeps a query in the address bar without going anywhere, so that a page can be shared as it is seen. It passes by the
 * router's own replaceState on purpose: that one gives up a navigation that is under way, and a link pressed just after
 * the view changed would lead nowhere.
 */
export const useQueryShown = (query: Readonly<Record<string, string>>): void => {
  const text = new URLSearchParams(query).toString();
  useEffect(() => {
    const timer = setTimeout(() => History.prototype.replaceState.call(window.history, window.history.state, "", `?${text}`), settle);
    return () => clearTimeout(timer);
  }, [text]);
};

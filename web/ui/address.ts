"use client";

import { useEffect } from "react";

/** Pause before the address bar follows, ms: browsers limit how often it may change. */
const settle = 200;

/**
 * Keeps a query in the address bar without navigating, so that a page can be shared as it is seen. It bypasses the router's
 * own replaceState on purpose: that one cancels a navigation that is under way, and a link pressed just after the view
 * changed would lead nowhere. The router does not know of this query, so it is lost when the router fetches the page
 * again, and is written again after each time the page was drawn.
 */
export const useQueryShown = (query: Readonly<Record<string, string>>): void => {
  const text = `?${new URLSearchParams(query).toString()}`;
  // No list of dependencies: what else the page was drawn for may have changed the address.
  useEffect(() => {
    if (window.location.search === text) return;
    const timer = setTimeout(() => History.prototype.replaceState.call(window.history, window.history.state, "", text), settle);
    return () => clearTimeout(timer);
  });
};

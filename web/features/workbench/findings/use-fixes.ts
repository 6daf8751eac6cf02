"use client";

import { type Finding, type Fix, type Layout, tryNextFix } from "@ypsiline/core";
import { useEffect, useState } from "react";

/** Up to this number of areas a check takes a few ms, and all fixes can be tried at once. */
const fewAreas = 24;

/** How long fixes are tried at a stretch, ms: one more may begin just before it is over. */
const stretch = 8;

/**
 * The fixes of findings; null for one whose fixes are still being tried. Each trial checks the whole layout, so with many
 * areas they are tried a few at a time, in order, and the page answers meanwhile. With few they are known at once, and those
 * of findings that may be shown next are tried ahead.
 */
export const useFixes = (
  layout: Layout,
  findings: readonly Finding[],
  ahead: readonly Finding[],
): ((finding: Finding) => readonly Fix[] | null) => {
  const atOnce = layout.areas.length <= fewAreas;
  const [tried, setTried] = useState<{ readonly of: readonly Finding[]; readonly count: number }>({ of: findings, count: 0 });
  useEffect(() => {
    const wanted = atOnce ? ahead : findings;
    let count = 0;
    let timer = 0;
    const some = (): void => {
      const until = performance.now() + stretch;
      while (count < wanted.length && performance.now() < until) {
        const finding = wanted[count];
        if (!finding || !tryNextFix(finding)) count += 1;
      }
      if (!atOnce) setTried({ of: findings, count });
      if (count < wanted.length) timer = window.setTimeout(some, 0);
    };
    timer = window.setTimeout(some, 0);
    return () => window.clearTimeout(timer);
  }, [atOnce, findings, ahead]);
  const known = tried.of === findings ? tried.count : 0;
  return (finding) => {
    const place = findings.indexOf(finding);
    return atOnce || (place >= 0 && place < known) ? finding.fixes : null;
  };
};

"use client";

import type { Layout } from "@ypsiline/core";
import { useEffect, useState } from "react";
import { useDraftOfPage } from "./draft-provider";
import { followedLayout } from "./followed";

/** The version that a draft follows; null if it follows none, and until the version has loaded. */
export const useFollowedLayout = (): Layout | null => {
  const { followed, layout, moment } = useDraftOfPage();
  // At an earlier moment it may have followed another spec.
  const number = moment ? null : (layout.follows?.version ?? null);
  const [known, setKnown] = useState<{ readonly number: string; readonly layout: Layout } | null>(null);
  useEffect(() => {
    if (!followed || number === null) return;
    const leave = new AbortController();
    // What it differs in is marked once the version is there; without it nothing is marked.
    followedLayout(followed, number, leave.signal).then(
      (found) => setKnown({ number, layout: found }),
      () => undefined,
    );
    return () => leave.abort();
  }, [followed, number]);
  return known?.number === number ? known.layout : null;
};

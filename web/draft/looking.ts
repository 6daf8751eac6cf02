"use client";

import { useEffect } from "react";
import { useDraftOfPage } from "./draft-provider";

/** The breakpoint, facet and width looked at: they go along from view to view, and others see at which breakpoint one is. */
export type Looking = { readonly at?: string; readonly facet?: string; readonly width?: string };

/** Quiet time before the frame follows, ms: it does not draw itself anew at every step of a drag. */
const settle = 200;

/** Says what a view looks at. What a view does not know of stays as another one said it. */
export const useLooking = ({ at, facet, width }: Looking): void => {
  const { lookAt } = useDraftOfPage();
  useEffect(() => {
    const looking = {
      ...(at === undefined ? {} : { at }),
      ...(facet === undefined ? {} : { facet }),
      ...(width === undefined ? {} : { width }),
    };
    const timer = setTimeout(() => lookAt(looking), settle);
    return () => clearTimeout(timer);
  }, [lookAt, at, facet, width]);
};

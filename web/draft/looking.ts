"use client";

import { useEffect } from "react";
import type { Looking } from "@/ui/spec-views";
import { useDraftOfPage } from "./draft-provider";

/** Quiet time before the frame follows, ms: it does not draw itself anew at every step of a drag. */
const settle = 200;

/** Says what a view looks at; others see at which breakpoint one is. What a view does not know of stays as another one said it. */
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

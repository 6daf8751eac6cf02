"use client";

import { useEffect } from "react";
import type { Looking } from "@/ui/spec-views";
import { useDraftOfPage } from "./draft-provider";

/** Pause before the frame follows, ms, so that it is not drawn at every step of a drag. */
const settle = 200;

/** Sets what a view looks at; others see at which breakpoint. What a view does not set stays as it was. */
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

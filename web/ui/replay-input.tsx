"use client";

import { useEffect } from "react";
import { replayClick, replayKey } from "./recorded-input";

/** Does what was clicked or pressed before the page was ready, as soon as it is: effects run when all of it is. */
export const ReplayInput = () => {
  useEffect(() => {
    replayClick();
    replayKey();
  }, []);
  return null;
};

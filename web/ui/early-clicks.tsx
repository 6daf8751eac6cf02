"use client";

import { useEffect } from "react";
import { takeEarly, takeEarlyKey } from "./early";

/** Does what was clicked or pressed before the page was ready, as soon as it is: effects run when all of it is. */
export const EarlyClicks = () => {
  useEffect(() => {
    takeEarly();
    takeEarlyKey();
  }, []);
  return null;
};

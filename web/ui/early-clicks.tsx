"use client";

import { useEffect } from "react";
import { takeEarly } from "./early";

/** Does what was clicked before the page was ready, as soon as it is: effects run when all of it is. */
export const EarlyClicks = () => {
  useEffect(takeEarly, []);
  return null;
};

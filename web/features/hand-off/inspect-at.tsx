"use client";

import { fromJsonNumber, type Layout, readStoredLayout, resolve } from "@ypsiline/core";
import { createRoot, type Root } from "react-dom/client";
import { BreakpointView } from "./breakpoint-view";

const roots = new WeakMap<Element, Root>();

/** The layout of a version, read once for each file. */
const layouts = new Map<string, Promise<Layout>>();

const layoutOf = (file: string): Promise<Layout> => {
  const known =
    layouts.get(file) ??
    fetch(file).then(async (answer) => {
      if (!answer.ok) throw new Error(`the layout was answered with ${answer.status}`);
      return readStoredLayout(await answer.json());
    });
  known.catch(() => layouts.delete(file));
  layouts.set(file, known);
  return known;
};

/**
 * Draws a breakpoint at another width, in its place on the page. It is fetched when a width is first chosen, with the
 * arithmetic.
 */
export const drawAt = async (place: HTMLElement, file: string, id: string, width: number): Promise<void> => {
  const layout = await layoutOf(file);
  const breakpoint = layout.breakpoints.find((one) => one.id === id);
  const at = resolve(layout, { width: fromJsonNumber(width), breakpoint: id });
  if (!breakpoint || !at.ok) throw new Error("this width cannot be worked out");
  const root = roots.get(place) ?? createRoot(place);
  roots.set(place, root);
  root.render(<BreakpointView layout={layout} breakpoint={breakpoint} resolution={at.value} />);
};

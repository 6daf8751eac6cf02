import type { LayoutInput } from "../layout/schema";

/** The drawn-at size of a breakpoint that a file does not give (common practice by width), inside its own widths. */
export const usualDrawnAt = (from: number, next: number | null): LayoutInput["breakpoints"][number]["drawnAt"] => {
  const [width, height] = from < 600 ? [360, 800] : from < 1024 ? [768, 1024] : from < 1440 ? [1280, 800] : [1600, 1000];
  const inside = (width ?? from) >= from && (next === null || (width ?? from) < next);
  return { width: inside ? (width ?? from) : from, height: height ?? 800 };
};

import type { Layout } from "./schema";

/** A layout by itself: what it follows is its spec's affair, and goes along into no file and no other spec. */
export const withoutFollows = (layout: Layout): Layout => {
  const own = { ...layout };
  delete own.follows;
  return own;
};

/** A layout that follows what another follows, or nothing where that follows nothing. */
export const followingAs = (layout: Layout, { follows }: Layout): Layout => (follows ? { ...layout, follows } : withoutFollows(layout));

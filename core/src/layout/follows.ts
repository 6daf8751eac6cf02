import type { Layout } from "./schema";

/** A layout without what it follows, which belongs to its spec and is not part of files or other specs. */
export const withoutFollows = (layout: Layout): Layout => {
  const own = { ...layout };
  delete own.follows;
  return own;
};

/** A layout that follows what another one follows, or nothing if that follows nothing. */
export const followingAs = (layout: Layout, { follows }: Layout): Layout => (follows ? { ...layout, follows } : withoutFollows(layout));

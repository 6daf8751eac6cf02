import { ownMember } from "./member";
import type { Layout } from "./schema";

/**
 * Removes everything about breakpoints that existed `before` and no longer do: accepted findings, placements of areas,
 * sizes of text roles.
 */
export const withoutDangling = (layout: Layout, before: Layout): Layout => {
  const ids = new Set(layout.breakpoints.map(({ id }) => id));
  const gone = new Set(before.breakpoints.flatMap(({ id }) => (ids.has(id) ? [] : [id])));
  const kept = <T>(by: Readonly<Record<string, T>>): Record<string, T> =>
    Object.fromEntries(Object.entries(by).filter(([id]) => ids.has(id)));
  return {
    ...layout,
    accepted: layout.accepted.filter(({ breakpoint }) => !gone.has(breakpoint)),
    areas: layout.areas.map((area) => ({ ...area, placements: kept(area.placements) })),
    text: layout.text.map(({ at, ...role }) => {
      const left = at && kept(at);
      return left && Object.keys(left).length > 0 ? { ...role, at: left } : role;
    }),
  };
};

/** Copies placements of areas and sizes of text roles from one breakpoint to another. */
export const withCopied = (layout: Layout, from: string, to: string): Layout => {
  const both = <T>(by: Readonly<Record<string, T>>): Record<string, T> => {
    const own = ownMember(by, from);
    return own === undefined ? { ...by } : { ...by, [to]: own };
  };
  return {
    ...layout,
    areas: layout.areas.map((area) => ({ ...area, placements: both(area.placements) })),
    text: layout.text.map((role) => (role.at ? { ...role, at: both(role.at) } : role)),
  };
};

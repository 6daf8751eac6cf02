import type { VersionLevel } from "../layout/levels";
import { numberOf } from "../layout/numbers";
import type { Layout } from "../layout/schema";
import { type Change, compareLayouts } from "./changes";
import type { VersionNumber } from "./version-number";

/** Lists whose entries other documents refer to by name: taking one away breaks them. */
const referredTo = ["breakpoints", "spacing", "areas"];

/** Members that say something about a layout and move nothing in it. */
const words = ["name", "follows", "notes", "accepted", "extensions"];

/**
 * The level of one change: **major** when a column count or from-width of an existing breakpoint changes, or a
 * breakpoint, spacing step or area goes (renamed by id, it goes and another comes), or when stylesheets get other names; **patch** for notes, names,
 * what is followed, drawn-at sizes, accepted findings and the order of lists; **minor** for every other number and for what is added.
 */
export const changeLevel = ({ path, ...values }: Change): VersionLevel => {
  const [root = "", , ...inner] = path;
  if (root === "stylesheet") return "major";
  if (path.length === 2 && referredTo.includes(root) && !("to" in values)) return "major";
  if (words.includes(root) || path.at(-1) === "#order") return "patch";
  if (["breakpoints", "areas"].includes(root) && inner.join("/") === "name") return "patch";
  return root === "breakpoints" && inner.length > 0 ? (numberOf(inner.join("/"))?.level ?? "minor") : "minor";
};

/**
 * The highest level among the changes between two layouts, with the changes of that level; patch if nothing differs.
 */
export const versionLevel = (before: Layout, after: Layout): { readonly level: VersionLevel; readonly because: readonly Change[] } => {
  const changes = compareLayouts(before, after);
  for (const level of ["major", "minor"] as const) {
    const because = changes.filter((change) => changeLevel(change) === level);
    if (because.length > 0) return { level, because };
  }
  return { level: "patch", because: changes };
};

/** A version number raised by a level: 2.1.4 raised by a minor is 2.2.0. */
export const raised = ({ major, minor, patch }: VersionNumber, level: VersionLevel): VersionNumber => {
  switch (level) {
    case "major":
      return { major: major + 1, minor: 0, patch: 0 };
    case "minor":
      return { major, minor: minor + 1, patch: 0 };
    case "patch":
      return { major, minor, patch: patch + 1 };
    default:
      return level satisfies never;
  }
};

/** The least number a new version may have: 1.0.0 for the first, then the last raised by the level of what changed. */
export const leastVersion = (last: { readonly number: VersionNumber; readonly layout: Layout } | null, layout: Layout): VersionNumber =>
  last ? raised(last.number, versionLevel(last.layout, layout).level) : { major: 1, minor: 0, patch: 0 };

import type { AreaGeometry } from "../grid/areas";
import type { Placement } from "../layout/schema";
import type { Checked, CheckedBreakpoint, Fix, FixChange, PatchOperation, RuleId } from "./types";

/** JSON Pointer of an area, or of a member of its placement at a breakpoint. */
export const areaPath = ({ layout }: Checked, id: string): string => `/areas/${layout.areas.findIndex((area) => area.id === id)}`;

export const placementPath = (checked: Checked, { breakpoint }: CheckedBreakpoint, id: string, member = ""): string =>
  `${areaPath(checked, id)}/placements/${breakpoint.id}${member === "" ? "" : `/${member}`}`;

/**
 * What a rule finds at each breakpoint, if that depends only on the breakpoint's own numbers and areas. It is
 * remembered until one of them changes.
 */
export const eachBreakpoint = <F>(checked: Checked, rule: RuleId, find: (at: CheckedBreakpoint) => readonly F[]): readonly F[] =>
  checked.breakpoints.flatMap((at) => at.remember(rule, () => find(at)));

/** Gives an area another placement at a breakpoint. */
export const placeFix = (
  checked: Checked,
  at: CheckedBreakpoint,
  { area, placement }: Pick<AreaGeometry, "area" | "placement">,
  what: FixChange,
  change: Partial<Placement>,
): Fix => ({
  ...what,
  patch: [{ op: "replace", path: placementPath(checked, at, area.id), value: { ...placement, ...change } } satisfies PatchOperation],
});

/** Lets an area flow: it has no row of its own. */
export const flowFix = (checked: Checked, at: CheckedBreakpoint, area: AreaGeometry): readonly Fix[] =>
  area.placement.row === undefined
    ? []
    : [
        {
          term: "area-flows",
          area: area.area.name,
          patch: [{ op: "remove", path: placementPath(checked, at, area.area.id, "row") }],
        },
      ];

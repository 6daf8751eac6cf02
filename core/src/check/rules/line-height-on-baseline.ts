import { baseSum } from "../sums";
import { joined, listed, name, words } from "../../words/words";
import { divide, type Exact, isWhole } from "../../exact/exact";
import { roleAt } from "../../grid/text";
import { pxText, px } from "../../exact/length";
import { nearestMultiple, nearestMultiples } from "../fixes";
import type { Fix, Rule } from "../types";

type Off = { readonly index: number; readonly name: string; readonly lineHeight: Exact; readonly path: string };

const lineHeightOp = ({ path }: Off, value: string) => ({ op: "replace" as const, path, value });

/**
 * For one role, the multiples on both sides; for several, the nearest of each at once, because all of them have to
 * change.
 */
const fixesFor = (off: readonly Off[], step: Exact): readonly Fix[] => {
  const [only] = off;
  if (off.length === 1 && only)
    return nearestMultiples(only.lineHeight, step).flatMap((value) => {
      const text = pxText(value);
      return text === null ? [] : [{ term: "line-height" as const, to: [text], patch: [lineHeightOp(only, text)] }];
    });
  const patch = off.flatMap((one) => {
    const text = pxText(nearestMultiple(one.lineHeight, step));
    return text === null ? [] : [lineHeightOp(one, text)];
  });
  return patch.length === off.length ? [{ term: "line-heights", patch }] : [];
};

/** Line heights of all text roles are whole multiples of the baseline step, at every breakpoint that has one. */
export const lineHeightOnBaseline: Rule<"line-height-on-baseline"> = {
  id: "line-height-on-baseline",
  level: "caution",
  source: "common practice",
  matters: "From the second line on, text falls between two baseline lines.",
  checks: "The line height of each text role is a multiple of the baseline step.",
  accept: "When the role is only ever one line long.",
  mends: null,
  says: ({ roles, step }) => ({
    title: words`${roles.length === 1 ? "Line height is" : words`${roles.length} line heights are`} off the baseline`,
    message: words`${listed(roles.map((role) => words`${name(role.name)} (${role.lineHeight})`))} ${roles.length === 1 ? "does" : "do"} not fit a baseline step of ${step}.`,
    sum: joined(
      roles.map(({ lineHeight }) => baseSum(lineHeight, step)),
      "; ",
    ),
  }),
  find: ({ layout, breakpoints, rootFontSize }) =>
    breakpoints.flatMap((checked) => {
      const { baseline } = checked.breakpoint;
      if (!baseline) return [];
      const context = { width: checked.terms.width, rootFontSize };
      const step = px(baseline.step, context);
      const off = layout.text
        .map((role, index): Off => {
          const { id } = checked.breakpoint;
          const own = role.at !== undefined && Object.hasOwn(role.at, id);
          return {
            index,
            name: role.name,
            lineHeight: px(roleAt(role, id).lineHeight, context),
            path: `/text/${index}/${own ? `at/${id}/` : ""}lineHeight`,
          };
        })
        .filter(({ lineHeight }) => !isWhole(divide(lineHeight, step)));
      const [first] = off;
      if (!first) return [];
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: first.path,
          facts: { roles: off.map(({ name, lineHeight }) => ({ name, lineHeight })), step },
          fixes: fixesFor(off, step),
        },
      ];
    }),
};

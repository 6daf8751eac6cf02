import { compare, type Exact, exact, show, subtract, toNumber } from "@ypsiline/core";
import { queryPxOf } from "../lengths";
import type { Facts } from "../facts";
import type { LintRule, Offence } from "../rule";
import { paramsOf, placeInParams } from "../sheet";

/** One bound of a query: whether it is the first width that holds, or the last. */
type Bound = { readonly offset: number; readonly text: string; readonly px: Exact; readonly is: "first" | "last" };

const colon = /\(\s*(min|max)-(?:width|inline-size)\s*:\s*((\d*\.?\d+)(px|r?em))\s*\)/gi;
const range = /(?:((\d*\.?\d+)(px|r?em))\s*(<=?|>=?)\s*)?\b(?:width|inline-size)\b(?:\s*(<=?|>=?|=)\s*((\d*\.?\d+)(px|r?em)))?/gi;

/** Whether a comparison of the width with a value on its right begins at that value (>=, <) or ends at it (<=, >). */
const isAt = (sign: string): Bound["is"] => (sign === ">=" || sign === "<" || sign === "=" ? "first" : "last");
const mirrored: Readonly<Record<string, string>> = { "<": ">", "<=": ">=", ">": "<", ">=": "<=" };

const boundsIn = (params: string): readonly Bound[] => {
  const bounds: Bound[] = [];
  const add = (match: RegExpMatchArray, text: string | undefined, number = "", unit = "", is: Bound["is"]): void => {
    const px = text === undefined ? null : queryPxOf(number, unit.toLowerCase());
    if (text !== undefined && px) bounds.push({ offset: (match.index ?? 0) + match[0].indexOf(text), text, px, is });
  };
  for (const match of params.matchAll(colon))
    add(match, match[2], match[3], match[4], match[1]?.toLowerCase() === "min" ? "first" : "last");
  for (const match of params.matchAll(range)) {
    const [, left, leftNumber, leftUnit, leftSign = "", rightSign = "", right, rightNumber, rightUnit] = match;
    add(match, left, leftNumber, leftUnit, isAt(mirrored[leftSign] ?? ""));
    add(match, right, rightNumber, rightUnit, isAt(rightSign));
  }
  return bounds;
};

/** Whether a bound is where a breakpoint begins, or less than 1 px below: 1023.98px ends what begins at 1024. */
const isBreakpoint = ({ px, is }: Bound, { breakpoints }: Facts): boolean =>
  breakpoints.some(({ from }) =>
    is === "first" ? compare(px, from) === 0 : compare(px, from) < 0 && compare(px, subtract(from, exact(1))) >= 0,
  );

/** Widths of media and container queries. */
export const breakpoints: LintRule = {
  id: "query-width",
  level: "caution",
  source: "a media or container query changes where a breakpoint of the spec begins",
  atRule: (rule, facts): readonly Offence[] => {
    if (!/^(media|container)$/i.test(rule.name)) return [];
    return boundsIn(paramsOf(rule))
      .filter((bound) => !isBreakpoint(bound, facts))
      .map(({ offset, text, px, is }) => {
        const distance = ({ from }: { readonly from: Exact }): number => Math.abs(toNumber(subtract(from, px)));
        const [nearest] = [...facts.breakpoints].sort((a, b) => distance(a) - distance(b));
        const from = nearest ? show(nearest.from) : "";
        const message =
          is === "first"
            ? `No breakpoint begins at ${text}. The nearest is ${nearest?.name ?? ""}, from ${from} px.`
            : `No breakpoint ends at ${text}. The nearest begins at ${from} px, ${nearest?.name ?? ""}: write (width < ${from}px).`;
        return { ...placeInParams(rule, offset), message };
      });
  },
};

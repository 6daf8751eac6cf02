import { joined, words } from "../../words/words";
import { baseSum, baseStanding } from "../sums";
import type { Exact } from "../../exact/exact";
import { parseLength, toPx } from "../../exact/length";
import { at, marginFix, nearestMultiple, nearestMultiples, together } from "../fixes";
import { onBase } from "../on-base";
import type { Fix, Rule } from "../types";

type Side = "start" | "end" | "both";

/** Declared margins are multiples of the base unit; half a unit is a note. Margins in % are not checked. */
export const marginOnBase: Rule<"margin-on-base"> = {
  id: "margin-on-base",
  level: "caution",
  source: "common practice",
  matters: "Spacing inside components is in base units, so their edges miss the columns.",
  checks: "Each margin is a whole number of base units. A half unit is only a note.",
  accept: "When the margin is what a fixed container leaves over, and nothing is aligned to the edge of the screen.",
  mends: { cells: ["margin"], margin: (length, { half }) => length % half === 0 },
  says: ({ lengths, base }) => ({
    title: words`${lengths.length > 1 ? "Margins are" : "Margin is"} ${
      lengths.some(({ length }) => baseStanding(length, base) === "off the base unit") ? "off the base unit" : "on a half unit"
    }`,
    message: joined(
      lengths.map(({ side, length }) => words`The ${side === "both" ? "" : `${side} `}margin is ${length}.`),
      " ",
    ),
    sum: joined(
      lengths.map(({ length }) => baseSum(length, base)),
      "; ",
    ),
  }),
  find: ({ breakpoints, base, rootFontSize }) =>
    breakpoints.flatMap((checked) => {
      const { start, end } = checked.breakpoint.columns.margin;
      const sides: readonly (readonly [Side, string])[] =
        start === end
          ? [["both", start]]
          : [
              ["start", start],
              ["end", end],
            ];
      const off: { side: Side; length: Exact; half: boolean }[] = [];
      for (const [side, text] of sides) {
        const declared = parseLength(text);
        if (!declared || declared.unit === "%" || declared.unit === "fr") continue;
        const length = toPx(declared, { width: checked.terms.width, rootFontSize });
        const standing = onBase(length, base);
        if (standing !== "on") off.push({ side, length, half: standing === "half" });
      }
      if (off.length === 0) return [];
      const [first] = off;
      const fixes =
        off.length === 1 && first
          ? nearestMultiples(first.length, base).flatMap((value) => marginFix(checked, value).map((fix) => onSide(fix, first.side)))
          : // Both sides are off: either alone would leave the other.
            together(
              "margins",
              off.flatMap(({ side, length }) => marginFix(checked, nearestMultiple(length, base)).map((fix) => onSide(fix, side))),
            );
      return [
        {
          breakpoint: checked.breakpoint.id,
          path: at(checked, "columns/margin"),
          facts: { lengths: off.map(({ side, length }) => ({ side, length })), base },
          fixes,
          level: off.every(({ half }) => half) ? ("note" as const) : ("caution" as const),
        },
      ];
    }),
};

const onSide = (fix: Fix, side: Side): Fix =>
  side === "both" ? fix : { ...fix, patch: fix.patch.filter(({ path }) => path.endsWith(`/${side}`)) };

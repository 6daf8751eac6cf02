import { listed, name, words } from "../../words/words";
import { areaPath } from "../areas";
import { rangeText } from "../../layout/place-text";
import { columnsUnder } from "../../grid/carry-areas";
import type { Found, Rule } from "../types";

/** An area that is shown at one breakpoint is shown at all of them, unless there is a note about it. */
export const areasShown: Rule<"areas-shown"> = {
  id: "areas-shown",
  level: "note",
  source: "common practice",
  matters: "Developers cannot tell whether it was left out on purpose.",
  checks: "An area that is shown at some breakpoints is shown at all of them, or has a note.",
  accept: "When it is left out on purpose: write a note on the area that says why, and this one disappears.",
  mends: null,
  says: ({ name: area, shown, of }, where) => ({
    title: words`${name(area)} is not shown here`,
    message: words`${name(area)} is shown at ${listed(shown.map((one) => [name(one)]))} but not at ${name(where)}. A note can say why.`,
    sum: words`${shown.length} of ${of} breakpoints`,
  }),
  find: (checked) => {
    const { layout } = checked;
    const noted = new Set(layout.notes.map(({ about }) => about));
    return checked.breakpoints.flatMap((at) => {
      const shown = new Set(at.areas().map(({ area }) => area.id));
      return layout.areas.flatMap((area): Found<"areas-shown">[] => {
        const elsewhere = checked.breakpoints.filter(({ breakpoint }) => Object.hasOwn(area.placements, breakpoint.id));
        // Areas inside one that is not shown are covered by the finding about that one.
        const outer = area.within === undefined || shown.has(area.within);
        if (
          shown.has(area.id) ||
          elsewhere.length === 0 ||
          noted.has(area.id) ||
          !outer ||
          Object.hasOwn(area.placements, at.breakpoint.id)
        )
          return [];
        const count = columnsUnder(layout, area, at.breakpoint) ?? 1;
        return [
          {
            breakpoint: at.breakpoint.id,
            path: areaPath(checked, area.id),
            facts: { name: area.name, shown: elsewhere.map(({ breakpoint }) => breakpoint.name), of: checked.breakpoints.length },
            fixes: [
              {
                term: "area",
                area: area.name,
                place: `columns ${rangeText(1, count)}`,
                patch: [
                  {
                    op: "add",
                    path: `${areaPath(checked, area.id)}/placements/${at.breakpoint.id}`,
                    value: { column: 1, span: count, leaves: "none", over: false, inside: null },
                  },
                ],
              },
            ],
          },
        ];
      });
    });
  },
};

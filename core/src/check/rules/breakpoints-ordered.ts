import { words, name } from "../../words/words";
import { appliesAt, inOrder } from "../../grid/breakpoint-at";
import { at, fromFix } from "../fixes";
import type { Found, Rule } from "../types";

/**
 * From-widths are distinct and rise in the document, and every drawn-at width is inside its breakpoint (from ≤ width <
 * the next from). A finding about two breakpoints names the wider one, or the later of two equal ones.
 */
export const breakpointsOrdered: Rule<"breakpoints-ordered"> = {
  id: "breakpoints-ordered",
  level: "problem",
  source: "Media Queries 4: of two conditions that both hold the later one is used",
  matters: "Browsers use the last breakpoint that applies, so some of its numbers are never seen.",
  checks: "Breakpoints start at different, rising widths, and each is drawn at a width that belongs to it.",
  accept: null,
  mends: {
    cells: ["from", "drawn-at", "columns", "gutter", "margin", "container"],
    frame: (frame) => appliesAt(frame, frame.drawn),
  },
  says: (facts, where) => {
    switch (facts.fault) {
      case "equal":
        return {
          title: words`Two breakpoints start at the same width`,
          message: words`${name(facts.before)} and ${name(where)} both start at ${facts.from}, so one of them never applies.`,
          sum: words`${facts.from} = ${facts.beforeFrom}`,
        };
      case "falling":
        return {
          title: words`Breakpoints are out of order`,
          message: words`${name(facts.before)} starts at ${facts.beforeFrom}, but is listed before the one that starts at ${facts.from}.`,
          sum: words`${facts.beforeFrom} > ${facts.from}`,
        };
      case "drawn-outside":
        return {
          title: words`Drawn outside its own widths`,
          message: words`${name(where)} is drawn at ${facts.drawn}, but applies ${
            facts.until === null ? words`from ${facts.from} up` : words`from ${facts.from} to below ${facts.until}`
          }.`,
          sum: facts.drawn < facts.from ? words`${facts.drawn} < ${facts.from}` : words`${facts.drawn} ≥ ${facts.until ?? facts.drawn}`,
        };
      default:
        return facts satisfies never;
    }
  },
  find: ({ layout, breakpoints }) => {
    const found: Found<"breakpoints-ordered">[] = [];
    layout.breakpoints.forEach((breakpoint, index) => {
      const before = layout.breakpoints[index - 1];
      if (!before || before.from < breakpoint.from) return;
      const equal = before.from === breakpoint.from;
      const wider = equal ? breakpoint : before;
      found.push({
        breakpoint: wider.id,
        path: `/breakpoints/${layout.breakpoints.indexOf(wider)}/from`,
        facts: {
          fault: equal ? "equal" : "falling",
          from: breakpoint.from,
          before: before.name,
          beforeFrom: before.from,
        },
        fixes: equal ? [] : [{ term: "order", patch: [{ op: "replace", path: "/breakpoints", value: inOrder(layout) }] }],
      });
    });
    for (const checked of breakpoints) {
      const drawn = checked.breakpoint.drawnAt.width;
      if (appliesAt(checked, drawn)) continue;
      // Of two equal from-widths the first has no widths at all. Changing the from-width mends that; it was found
      // above.
      if (checked.until === checked.from) continue;
      const inside = drawn < checked.from ? checked.from : Math.ceil(checked.until ?? drawn) - 1;
      const next = checked.until !== null && drawn >= checked.until ? breakpoints.find(({ from }) => from === checked.until) : undefined;
      found.push({
        breakpoint: checked.breakpoint.id,
        path: at(checked, "drawnAt/width"),
        facts: { fault: "drawn-outside", drawn, from: checked.from, until: checked.until },
        fixes: [
          ...(inside >= checked.from
            ? [
                {
                  term: "drawn-at" as const,
                  to: [String(inside)],
                  patch: [{ op: "replace" as const, path: at(checked, "drawnAt/width"), value: inside }],
                },
              ]
            : []),
          ...(drawn < checked.from && !breakpoints.some(({ from }) => from < checked.from && from >= drawn) ? fromFix(checked, drawn) : []),
          ...(next && drawn + 1 <= next.breakpoint.drawnAt.width && (next.until === null || Math.floor(drawn) + 1 < next.until)
            ? fromFix(next, Math.floor(drawn) + 1)
            : []),
        ],
      });
    }
    return found;
  },
};

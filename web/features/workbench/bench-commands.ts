import { isToMend } from "@ypsiline/core";
import type { Command } from "@/draft/commands";
import { facets } from "./facets/facets";
import { layers } from "./facets/layers";
import { mayAdd } from "./ladder/breakpoint-edits";
import { duplicateBreakpoint } from "./ladder/duplicate-breakpoint";
import type { Bench } from "./use-bench";

/** What the command menu can do on the sheet, beside what it can do everywhere. */
export const benchCommands = (bench: Bench): readonly Command[] => {
  const { draft, layout, breakpoint, result } = bench;
  const action = (name: string, run: () => void): Command => ({ name, kind: "Action", run });
  return [
    ...layout.breakpoints.map(({ id, name }) => ({ name, kind: "Breakpoint", run: () => bench.select(id) })),
    ...layout.areas.map(({ id, name }) => ({
      name,
      kind: "Area",
      run: () => {
        bench.showFacet("areas");
        bench.choose(id);
      },
    })),
    ...layout.text.map(({ name }) => ({ name, kind: "Text role", run: () => bench.showFacet("baseline") })),
    ...facets.map(({ id, name }) => ({ name, kind: "Facet", run: () => bench.showFacet(id) })),
    ...layers.map(({ id, name }) => action(`${bench.shown[id] ? "Hide" : "Show"} ${name.toLowerCase()}`, () => bench.toggle(id))),
    ...(bench.mayComment ? [action("Comment…", () => bench.open("comment"))] : []),
    action("Measure a distance", () => bench.read(true)),
    action("Keyboard shortcuts", () => bench.open("shortcuts")),
    ...(draft.mayEdit
      ? [
          ...(mayAdd(layout)
            ? [
                action("Add breakpoint…", () => bench.open("add-breakpoint")),
                action(`Duplicate ${breakpoint.name}`, () => duplicateBreakpoint(bench)),
              ]
            : []),
          action(`Rename ${breakpoint.name}`, () => bench.rename(breakpoint.id)),
          ...(layout.breakpoints.length > 1
            ? [
                action("Copy to breakpoints…", () => bench.open("carry")),
                action("Change several breakpoints…", () => bench.open("several")),
              ]
            : []),
          ...(result.findings.some(isToMend) ? [action("Repair the spec…", () => bench.open("repair"))] : []),
        ]
      : []),
  ];
};

import {
  type Area,
  type Breakpoint,
  type Columns,
  deviceSets,
  type Layout,
  layoutFromStart,
  newBreakpoint,
  type Parsed,
  parseLayout,
  type Placement,
  type RuleId,
  startSpaces,
} from "@ypsiline/core";

/** @throws Error if a sample of the guide is not a valid layout. */
const sound = (layout: Parsed<Layout>): Layout => {
  if (!layout.ok) throw new Error(`a sample of the guide is no layout: ${JSON.stringify(layout.issues)}`);
  return layout.value;
};

type Change = (layout: Layout) => Layout;

const at = (id: string, from: number, width: number, height: number, count: number, gutter: number, margin: number): Breakpoint =>
  newBreakpoint({
    id,
    name: id.charAt(0).toUpperCase() + id.slice(1),
    from,
    width,
    height,
    count,
    gutter: `${gutter}px`,
    margin: `${margin}px`,
  });

/** What a new spec begins with: 4, 8 and 12 columns on a base unit of 8. */
const start = (): Layout => {
  const [{ sizes }] = deviceSets;
  const spaces = startSpaces(sizes, 8);
  const breakpoints = sizes.map((size, index) => ({ ...size, ...(spaces[index] ?? { gutter: 16, margin: 16 }) }));
  return sound(layoutFromStart({ name: "Harbour shop", base: 8, rows: "none", breakpoints }));
};

/** Three breakpoints in which no check finds anything. */
const clean = (): Layout =>
  sound(
    parseLayout({
      ...start(),
      breakpoints: [
        at("phone", 320, 360, 800, 4, 16, 64),
        at("tablet", 600, 768, 1024, 8, 16, 64),
        at("desk", 1024, 1280, 800, 12, 24, 64),
      ],
    }),
  );

const only =
  (...ids: readonly string[]): Change =>
  (layout) => ({
    ...layout,
    breakpoints: layout.breakpoints.filter(({ id }) => ids.includes(id)),
  });
const withBreakpoint =
  (id: string, change: Partial<Breakpoint>): Change =>
  (layout) => ({
    ...layout,
    breakpoints: layout.breakpoints.map((one) => (one.id === id ? { ...one, ...change } : one)),
  });
const columns =
  (id: string, change: Partial<Columns>): Change =>
  (layout) => ({
    ...layout,
    breakpoints: layout.breakpoints.map((one) => (one.id === id ? { ...one, columns: { ...one.columns, ...change } } : one)),
  });
const both = (margin: string): Partial<Columns> => ({ margin: { start: margin, end: margin } });
const rows = (height: string, gutter: string): Partial<Breakpoint> => ({ rows: { kind: "repeating", height, gutter, offset: "0px" } });
const baseline = (step: string): Partial<Breakpoint> => ({ baseline: { step, offset: "0px", emphasis: 4 } });
const capped = (max: string): Partial<Columns> => ({ container: { kind: "capped", max, align: "center" } });

type Place = Partial<Placement> & Pick<Placement, "column" | "span">;
const area = (name: string, placements: Readonly<Record<string, Place>>, more: Partial<Area> = {}): Area => ({
  id: name.toLowerCase().replaceAll(" ", "-"),
  name,
  ...more,
  placements: Object.fromEntries(
    Object.entries(placements).map(([id, place]): [string, Placement] => [id, { leaves: "none", over: false, inside: null, ...place }]),
  ),
});
const areas =
  (...all: readonly Area[]): Change =>
  (layout) => ({ ...layout, areas: [...all] });
const onDesk = (...all: readonly (readonly [string, Place])[]): Change =>
  chain(
    only("desk"),
    withBreakpoint("desk", { from: 320, ...rows("8px", "8px") }),
    areas(...all.map(([name, place]) => area(name, { desk: place }))),
  );

const chain =
  (...changes: readonly Change[]): Change =>
  (layout) =>
    changes.reduce((so, change) => change(so), layout);

/** Layouts that the guide's pages name in their numbers and drawings. */
export const samples: Readonly<Record<string, Layout>> = {
  start: start(),
  odd: chain(only("desk"), columns("desk", { gutter: "20px" }))(clean()),
  even: only("desk")(clean()),
  capped: chain(
    only("desk"),
    withBreakpoint("desk", { drawnAt: { width: 1440, height: 900 } }),
    columns("desk", capped("1152px")),
  )(clean()),
  rows: chain(only("desk"), withBreakpoint("desk", { drawnAt: { width: 1280, height: 320 }, ...rows("24px", "8px") }))(clean()),
  baseline: chain(only("desk"), withBreakpoint("desk", { drawnAt: { width: 1280, height: 320 }, ...baseline("8px") }))(clean()),
  areas: chain(
    only("phone", "desk"),
    withBreakpoint("phone", { drawnAt: { width: 360, height: 480 }, ...rows("8px", "8px") }),
    withBreakpoint("desk", { drawnAt: { width: 1280, height: 480 }, ...rows("8px", "8px") }),
    areas(
      area("Masthead", { phone: { column: 1, span: 4, row: 1, rowSpan: 3 }, desk: { column: 1, span: 12, row: 1, rowSpan: 3 } }),
      area("Search", { phone: { column: 1, span: 4, row: 5, rowSpan: 8 }, desk: { column: 1, span: 4, row: 5, rowSpan: 20 } }),
      area("Sailings", { phone: { column: 1, span: 4, row: 14, rowSpan: 12 }, desk: { column: 5, span: 8, row: 5, rowSpan: 20 } }),
    ),
  )(clean()),
};

/** One layout for each check in which it finds something: the example in its section of the guide. */
const examples: Readonly<Record<RuleId, Change>> = {
  "sum-closes": columns("phone", { gutter: "80px" }),
  "column-positive": chain(columns("phone", { count: 12, gutter: "8px" }), (layout) => ({ ...layout, leastColumn: "24px" })),
  "container-fits": columns("desk", { container: { kind: "fixed", width: "1400px", align: "center" } }),
  "breakpoints-ordered": withBreakpoint("tablet", { from: 1024 }),
  "reflow-320": withBreakpoint("phone", { from: 340 }),
  "areas-inside": onDesk(["Fares", { column: 10, span: 4, row: 1, rowSpan: 4 }]),
  "areas-apart": onDesk(["Search", { column: 1, span: 6, row: 1, rowSpan: 4 }], ["Sailings", { column: 5, span: 8, row: 1, rowSpan: 4 }]),
  "leaves-reason": onDesk(["Harbour map", { column: 9, span: 4, row: 1, rowSpan: 4, leaves: "end" }]),
  "whole-columns": columns("desk", { gutter: "20px" }),
  "whole-spans": columns("desk", { gutter: "24.5px", ...both("61.25px") }),
  "stated-total": columns("desk", { stated: { column: "76px" } }),
  "gutter-on-base": columns("desk", { gutter: "22px" }),
  "margin-on-base": columns("desk", both("62px")),
  "row-on-base": withBreakpoint("desk", rows("26px", "8px")),
  "gutter-below-column": columns("phone", { gutter: "48px" }),
  "margin-least": columns("phone", both("8px")),
  "steps-rise": columns("desk", { count: 6 }),
  "rows-on-baseline": withBreakpoint("desk", { ...rows("24px", "12px"), ...baseline("8px") }),
  "line-height-on-baseline": chain(withBreakpoint("desk", baseline("8px")), (layout) => ({
    ...layout,
    text: [{ name: "Body", size: "16px", lineHeight: "22px", font: "Archivo" }],
  })),
  "baseline-on-base": withBreakpoint("desk", baseline("6px")),
  "inside-columns": onDesk([
    "Sailings",
    {
      column: 1,
      span: 8,
      row: 1,
      rowSpan: 4,
      inside: { kind: "own", count: 3, gutter: "16px", margin: { start: "0px", end: "0px" }, rows: null, baseline: null },
    },
  ]),
  "areas-order": onDesk(["Fares", { column: 1, span: 12, row: 9, rowSpan: 4 }], ["Search", { column: 1, span: 12, row: 1, rowSpan: 4 }]),
  "margins-not-below-gutter": columns("phone", { gutter: "24px", ...both("16px") }),
  "divides-well": columns("desk", { count: 7 }),
  "height-remainder": withBreakpoint("desk", { drawnAt: { width: 1280, height: 803 }, ...baseline("8px") }),
  "equal-gaps": chain(
    onDesk(
      ["Sailings", { column: 1, span: 12, row: 1, rowSpan: 4 }],
      ["Fares", { column: 1, span: 12, row: 7, rowSpan: 4 }],
      ["Harbour map", { column: 1, span: 12, row: 15, rowSpan: 4 }],
    ),
    (layout) => ({ ...layout, areas: layout.areas.map((one) => ({ ...one, kind: "section" })) }),
  ),
  "areas-shown": areas(area("Help", { desk: { column: 1, span: 4 }, tablet: { column: 1, span: 8 } })),
};

/** The layout of a check's example. */
export const exampleOf = (rule: RuleId): Layout => sound(parseLayout(examples[rule](clean())));

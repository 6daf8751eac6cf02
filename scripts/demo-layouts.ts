import { type Area, type Breakpoint, type Layout, layoutSchema, newBreakpoint, type Placement } from "../core/src/index";

// The layouts of Skerry Ferries, an invented ferry operator: the only sample data there is.

const rows = { kind: "repeating", height: "8px", gutter: "8px", offset: "0px" } as const;
const baseline = (step: string) => ({ step, offset: "0px", emphasis: 4 });

const capped = (breakpoint: Breakpoint, max: string): Breakpoint => ({
  ...breakpoint,
  columns: { ...breakpoint.columns, container: { kind: "capped", max, align: "center" } },
});

const spacing = [
  { name: "xs", multiple: 0.5 },
  { name: "s", multiple: 1 },
  { name: "m", multiple: 2 },
  { name: "l", multiple: 3 },
  { name: "xl", multiple: 4 },
  { name: "2xl", multiple: 6 },
];

const layout = (name: string, base: string, breakpoints: readonly Breakpoint[], more: Partial<Layout> = {}): Layout =>
  layoutSchema.parse({ format: "ypsiline-layout", formatVersion: 1, name, base, spacing, breakpoints, ...more });

const phone = {
  ...newBreakpoint({ id: "phone", name: "Phone", from: 320, width: 360, height: 800, count: 4, gutter: "16px", margin: "16px" }),
  rows,
  baseline: baseline("4px"),
};
const tablet = {
  ...newBreakpoint({ id: "tablet", name: "Tablet", from: 600, width: 768, height: 1024, count: 8, gutter: "16px", margin: "32px" }),
  rows,
  baseline: baseline("4px"),
};
const desk = {
  ...newBreakpoint({ id: "desk", name: "Desk", from: 1024, width: 1280, height: 800, count: 12, gutter: "24px", margin: "64px" }),
  rows,
  baseline: baseline("8px"),
};
const wide = {
  ...capped(
    newBreakpoint({ id: "wide", name: "Wide", from: 1440, width: 1600, height: 1000, count: 12, gutter: "32px", margin: "64px" }),
    "1312px",
  ),
  rows,
  baseline: baseline("8px"),
};

const text = [
  { name: "Heading", size: "28px", lineHeight: "32px", font: "Archivo" },
  { name: "Body", size: "16px", lineHeight: "24px", font: "Archivo" },
  { name: "Departure times", size: "20px", lineHeight: "24px", font: "Recursive" },
  { name: "Small print", size: "12px", lineHeight: "16px", font: "Archivo" },
];

const bookingNotes = {
  text,
  notes: [
    { about: "desk", text: "Sailing cards take 4 columns from Desk up; below that they stack full width." },
    { about: "wide", text: "The harbour map leaves the grid on the right on purpose at Wide." },
  ],
};

type Where = Partial<Placement> & Pick<Placement, "column" | "span">;

/** An area and its place at each breakpoint; omitted members have the defaults. */
const area = (id: string, name: string, placements: Readonly<Record<string, Where>>, more: Partial<Area> = {}): Area => ({
  id,
  name,
  ...more,
  placements: Object.fromEntries(
    Object.entries(placements).map(([at, place]): [string, Placement] => [at, { leaves: "none", over: false, inside: null, ...place }]),
  ),
});

/**
 * The page a passenger books on. Deliberate faults at the desk: uneven white space, and a map that is read after the
 * fares beside it.
 */
const bookingAreas: readonly Area[] = [
  area("masthead", "Masthead", {
    phone: { column: 1, span: 4, row: 1, rowSpan: 4, leaves: "both", reason: "The bar's colour runs to both edges." },
    tablet: { column: 1, span: 8, row: 1, rowSpan: 4, leaves: "both", reason: "The bar's colour runs to both edges." },
    desk: { column: 1, span: 12, row: 1, rowSpan: 4, leaves: "both", reason: "The bar's colour runs to both edges." },
    wide: { column: 1, span: 12, row: 1, rowSpan: 4, leaves: "both", reason: "The bar's colour runs to both edges." },
  }),
  area("search", "Search", {
    phone: { column: 1, span: 4, row: 7, rowSpan: 10 },
    tablet: { column: 1, span: 8, row: 7, rowSpan: 10 },
    desk: { column: 1, span: 4, row: 7, rowSpan: 24 },
    wide: { column: 1, span: 3, row: 7, rowSpan: 24 },
  }),
  area(
    "sailings",
    "Sailings",
    {
      phone: { column: 1, span: 4, row: 19, rowSpan: 16 },
      tablet: { column: 1, span: 8, row: 19, rowSpan: 16, inside: { kind: "same" } },
      desk: { column: 5, span: 8, row: 7, rowSpan: 16, inside: { kind: "same" } },
      wide: { column: 4, span: 9, row: 7, rowSpan: 16, inside: { kind: "same" } },
    },
    { kind: "section" },
  ),
  area(
    "map",
    "Harbour map",
    {
      tablet: { column: 1, span: 8, row: 37, rowSpan: 12 },
      desk: { column: 9, span: 4, row: 25, rowSpan: 14, leaves: "end", reason: "The open sea runs to the right edge." },
      wide: { column: 4, span: 9, row: 25, rowSpan: 14, leaves: "end", reason: "The open sea runs to the right edge." },
    },
    { kind: "section" },
  ),
  area(
    "fares",
    "Fares",
    {
      phone: { column: 1, span: 4, row: 37, rowSpan: 8 },
      tablet: { column: 1, span: 8, row: 51, rowSpan: 8 },
      desk: { column: 5, span: 4, row: 25, rowSpan: 14 },
      wide: { column: 4, span: 9, row: 41, rowSpan: 8 },
    },
    { kind: "section" },
  ),
  area(
    "timetable",
    "Timetable",
    {
      phone: { column: 1, span: 4, row: 47, rowSpan: 8 },
      tablet: { column: 1, span: 8, row: 61, rowSpan: 4 },
      desk: { column: 1, span: 12, row: 42, rowSpan: 8 },
      wide: { column: 1, span: 12, row: 51, rowSpan: 8 },
    },
    { kind: "section" },
  ),
];

/** The page as it was published: read in the order it is seen in, with two rows between everything. */
const publishedAreas: readonly Area[] = ["masthead", "search", "sailings", "fares", "map", "timetable"].flatMap((id): Area[] => {
  const drafted = bookingAreas.find((one) => one.id === id);
  if (!drafted) return [];
  const moved: Readonly<Record<string, Readonly<Record<string, Partial<Placement>>>>> = {
    fares: { tablet: { row: 37 }, wide: { row: 25 } },
    map: { tablet: { row: 47 }, wide: { row: 35 } },
    timetable: { desk: { row: 41 } },
  };
  const placements = Object.entries(drafted.placements).map(([at, place]): [string, Placement] => [at, { ...place, ...moved[id]?.[at] }]);
  return [{ ...drafted, placements: Object.fromEntries(placements) }];
});

/** One screen of departures: a row each, the clock and notices beside them. */
const boardAreas: readonly Area[] = [
  area("departures", "Departures", {
    portrait: { column: 1, span: 6, row: 1, rowSpan: 8, inside: { kind: "same" } },
    landscape: { column: 1, span: 12, row: 1, rowSpan: 6, inside: { kind: "same" } },
  }),
  area("clock", "Clock", { portrait: { column: 1, span: 6, row: 9, rowSpan: 1 }, landscape: { column: 13, span: 4, row: 1, rowSpan: 2 } }),
  area("notices", "Notices", {
    portrait: { column: 1, span: 6, row: 10, rowSpan: 3 },
    landscape: { column: 1, span: 16, row: 7, rowSpan: 2 },
  }),
];

/** A person's card, with lines of its own 4 px apart. */
const cardInside: Placement["inside"] = {
  kind: "own",
  count: 4,
  gutter: "8px",
  margin: { start: "16px", end: "16px" },
  rows: null,
  baseline: { step: "4px", offset: "0px", emphasis: 4 },
};
const rosterAreas: readonly Area[] = [
  area("week", "Week", {
    upright: { column: 1, span: 8, row: 1, rowSpan: 6 },
    sideways: { column: 1, span: 12, row: 1, rowSpan: 6 },
    desk: { column: 1, span: 12, row: 1, rowSpan: 6 },
  }),
  area("card", "Crew card", {
    upright: { column: 1, span: 4, row: 8, rowSpan: 12, inside: cardInside },
    sideways: { column: 1, span: 4, row: 8, rowSpan: 12, inside: cardInside },
    desk: { column: 1, span: 4, row: 8, rowSpan: 12, inside: cardInside },
  }),
];

const booking200 = layout(
  "Passenger booking",
  "8px",
  [phone, { ...tablet, columns: { ...tablet.columns, margin: { start: "24px", end: "24px" } } }, desk],
  bookingNotes,
);
export const booking210 = layout("Passenger booking", "8px", [phone, tablet, desk, wide], { ...bookingNotes, areas: [...publishedAreas] });
// Deliberate faults: a gutter that makes columns end in thirds, a margin off the base unit, a tablet drawn where the
// desk begins, headings off the baseline.
const bookingDraft = layout(
  "Passenger booking",
  "8px",
  [
    phone,
    { ...tablet, drawnAt: { width: 1024, height: 1024 } },
    { ...desk, columns: { ...desk.columns, gutter: "20px" } },
    { ...wide, columns: { ...wide.columns, margin: { start: "60px", end: "60px" } } },
  ],
  {
    ...bookingNotes,
    areas: [...bookingAreas],
    text: text.map((role) => (role.name === "Heading" ? { ...role, lineHeight: "36px" } : role)),
  },
);

const roster = layout("Crew roster", "8px", [
  {
    ...newBreakpoint({
      id: "upright",
      name: "Tablet upright",
      from: 320,
      width: 800,
      height: 1280,
      count: 8,
      gutter: "16px",
      margin: "24px",
    }),
    rows,
    baseline: baseline("8px"),
  },
  {
    ...newBreakpoint({
      id: "sideways",
      name: "Tablet sideways",
      from: 1024,
      width: 1280,
      height: 800,
      count: 12,
      gutter: "24px",
      margin: "40px",
    }),
    rows,
    baseline: baseline("8px"),
  },
  {
    ...capped(
      newBreakpoint({ id: "desk", name: "Office desk", from: 1360, width: 1440, height: 900, count: 12, gutter: "24px", margin: "64px" }),
      "1152px",
    ),
    rows,
    baseline: baseline("8px"),
  },
]);

const board = layout(
  "Quay board",
  "10px",
  [
    {
      ...newBreakpoint({
        id: "portrait",
        name: "Portrait",
        from: 320,
        width: 1080,
        height: 1920,
        count: 6,
        gutter: "30px",
        margin: "60px",
      }),
      rows: { kind: "dividing", count: 12, gutter: "20px", margin: { start: "40px", end: "40px" } },
    },
    {
      ...newBreakpoint({
        id: "landscape",
        name: "Landscape",
        from: 1440,
        width: 1920,
        height: 1080,
        count: 16,
        gutter: "20px",
        margin: "60px",
      }),
      rows: { kind: "dividing", count: 8, gutter: "20px", margin: { start: "40px", end: "40px" } },
    },
  ],
  { areas: [...boardAreas] },
);

const sign = (gutter: string): Layout =>
  layout("Harbour signs", "8px", [
    { ...newBreakpoint({ id: "sign", name: "Sign", from: 320, width: 720, height: 1280, count: 6, gutter: "24px", margin: "48px" }), rows },
    { ...newBreakpoint({ id: "screen", name: "Screen", from: 1440, width: 1920, height: 1080, count: 12, gutter, margin: "48px" }), rows },
  ]);
/** The public spec of the second team, as its two versions have it. */
export const demoHarbour: readonly [Layout, Layout] = [sign("24px"), sign("48px")];
/** A spec that follows the first of them, with a number of its own. */
export const demoPier: Layout = {
  ...sign("24px"),
  name: "Pier screens",
  breakpoints: sign("24px").breakpoints.map((one) =>
    one.id === "sign" ? { ...one, columns: { ...one.columns, margin: { start: "60px", end: "60px" } } } : one,
  ),
  follows: { spec: "Harbour signs", version: "1.0.0" },
  accepted: [{ rule: "margin-on-base", breakpoint: "sign", reason: "The frames of the piers cover 12 px on each side." }],
};

/** A spec of the demo: its draft, with deliberate faults, and its published versions. */
export type DemoSpec = {
  slug: string;
  description: string;
  draft: Layout;
  /** The draft before the week's edits, if it has any. */
  before?: Layout;
  /** `withdrawn`: why it was. */
  versions: readonly { number: string; date: string; note: string; layout: Layout; withdrawn?: string }[];
};

export const demoSpecs: readonly DemoSpec[] = [
  {
    slug: "passenger-booking",
    description: "Booking site, phone to wide desk",
    draft: bookingDraft,
    before: booking210,
    versions: [
      { number: "2.0.0", date: "2026-08-24T09:00:00Z", note: "Twelve columns at the desk, where there were ten.", layout: booking200 },
      {
        number: "2.1.0",
        date: "2026-11-14T10:30:00Z",
        note: "Wide added for the office screens; tablet margins on 32.",
        layout: booking210,
      },
    ],
  },
  {
    slug: "crew-roster",
    description: "Tablet held either way, and the office desk",
    draft: { ...roster, areas: [...rosterAreas] },
    versions: [
      {
        number: "1.2.0",
        date: "2026-09-28T09:20:00Z",
        note: "Office desk added.",
        layout: roster,
        withdrawn: "The desk was drawn for the old office screens.",
      },
      { number: "1.3.0", date: "2026-10-02T08:15:00Z", note: "The desk holds its container at 1152.", layout: roster },
    ],
  },
  {
    slug: "quay-board",
    description: "Departure boards, landscape and portrait",
    draft: board,
    versions: [{ number: "1.0.0", date: "2026-09-19T14:00:00Z", note: "First boards, Skerry harbour.", layout: board }],
  },
];

import { type Breakpoint, type Layout, layoutSchema, newBreakpoint } from "../core/src/index";

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

const booking200 = layout(
  "Passenger booking",
  "8px",
  [phone, { ...tablet, columns: { ...tablet.columns, margin: { start: "24px", end: "24px" } } }, desk],
  bookingNotes,
);
export const booking210 = layout("Passenger booking", "8px", [phone, tablet, desk, wide], bookingNotes);
// Deliberate faults: a gutter that leaves thirds, a margin off the base unit, a tablet drawn where the desk begins, headings off the line.
const bookingDraft = layout(
  "Passenger booking",
  "8px",
  [
    phone,
    { ...tablet, drawnAt: { width: 1024, height: 1024 } },
    { ...desk, columns: { ...desk.columns, gutter: "20px" } },
    { ...wide, columns: { ...wide.columns, margin: { start: "60px", end: "60px" } } },
  ],
  { ...bookingNotes, text: text.map((role) => (role.name === "Heading" ? { ...role, lineHeight: "36px" } : role)) },
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

const board = layout("Quay board", "10px", [
  {
    ...newBreakpoint({ id: "portrait", name: "Portrait", from: 320, width: 1080, height: 1920, count: 6, gutter: "30px", margin: "60px" }),
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
]);

/** A spec of the demo: its draft, with deliberate faults, and its published versions. */
export type DemoSpec = {
  slug: string;
  description: string;
  draft: Layout;
  versions: readonly { number: string; date: string; note: string; layout: Layout }[];
};

export const demoSpecs: readonly DemoSpec[] = [
  {
    slug: "passenger-booking",
    description: "Booking site, phone to wide desk",
    draft: bookingDraft,
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
    draft: roster,
    versions: [{ number: "1.3.0", date: "2026-10-02T08:15:00Z", note: "The desk holds its container at 1152.", layout: roster }],
  },
  {
    slug: "quay-board",
    description: "Departure boards, landscape and portrait",
    draft: board,
    versions: [{ number: "1.0.0", date: "2026-09-19T14:00:00Z", note: "First boards, Skerry harbour.", layout: board }],
  },
];

/** Every layout of the demo, drafts and versions. */
export const demoLayouts: readonly Layout[] = demoSpecs.flatMap(({ draft, versions }) => [draft, ...versions.map(({ layout }) => layout)]);

import { type Layout, parseLayout } from "../../src/index";
import { cleanLayout } from "../layouts";
import type { seeded } from "../random";

/** A layout with everything a stylesheet can hold. */
export const fullLayout = ({ pick, integer }: ReturnType<typeof seeded>): Layout => {
  const length = (least = 0): string => pick([`${integer(least, 90)}px`, `${integer(least * 2, 12) / 2}rem`]);
  const parsed = parseLayout({
    ...cleanLayout(),
    rootFontSize: pick(["16px", "18px", "10px"]),
    leastColumn: "10px",
    text: [
      { name: "Body text", size: "16px", lineHeight: "24px", font: "Archivo" },
      { name: 'Own "face" </style>', size: "1.5rem", lineHeight: "2rem", font: 'Slate "Display" </style>' },
    ],
    breakpoints: cleanLayout().breakpoints.map((breakpoint) => ({
      ...breakpoint,
      columns: {
        count: integer(1, 16),
        gutter: pick([length(), "0.25fr", "0.5fr"]),
        margin: { start: pick([length(), "5%"]), end: length() },
        edgeGutters: pick(["none", "half"] as const),
        container: pick([
          { kind: "fluid" as const },
          { kind: "capped" as const, max: `${integer(300, 1200)}px`, align: pick(["center", "start", "end"] as const) },
          { kind: "fixed" as const, width: `${integer(100, 300)}px`, align: pick(["center", "start", "end"] as const) },
        ]),
      },
      rows: pick([
        null,
        { kind: "repeating" as const, height: length(1), gutter: length(), offset: `${integer(-20, 20)}px` },
        {
          kind: "dividing" as const,
          count: integer(1, 9),
          gutter: length(),
          margin: { start: length(), end: length() },
          ...pick([{}, { least: "300px" }, { most: "1200px" }]),
        },
      ]),
      baseline: pick([null, { step: length(1), offset: `${integer(-8, 8)}px`, emphasis: integer(1, 6) }]),
    })),
  });
  if (!parsed.ok) throw new Error(JSON.stringify(parsed.issues));
  return parsed.value;
};

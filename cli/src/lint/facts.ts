import {
  equals,
  type Exact,
  formats,
  fromJsonNumber,
  type Layout,
  namesOf,
  nameWith,
  parseLength,
  plainWriting,
  spacingSteps,
  writeIn,
} from "@ypsiline/core";
import { type Result, success, refused } from "../result";

/** A length, and the custom property that holds it. */
export type Held = { readonly property: string; readonly px: Exact };

/** What stylesheets are compared with: the numbers and names of a layout. Lengths are px. */
export type Facts = {
  readonly layout: Layout;
  /** The first width of each breakpoint, in order. */
  readonly breakpoints: readonly { readonly name: string; readonly from: Exact }[];
  readonly base: Exact;
  readonly rootFontSize: Exact;
  /** Spacing steps with their custom properties. */
  readonly steps: readonly Held[];
  /** The gutter and the margins, where they are the same at every breakpoint. */
  readonly gutter: Held | null;
  readonly margins: readonly Held[];
  /** Column counts of breakpoints; spans of areas at them, and column counts inside areas. */
  readonly counts: ReadonlySet<number>;
  readonly spans: ReadonlySet<number>;
  /** The steps of the baselines, by the name of the breakpoint. */
  readonly baselines: readonly { readonly name: string; readonly step: Exact }[];
  /** Custom properties and classes that its stylesheet defines. */
  readonly properties: ReadonlySet<string>;
  /** What the names of its own classes begin with. */
  readonly beginnings: readonly string[];
  readonly classes: ReadonlySet<string>;
  readonly areas: ReadonlySet<string>;
};

const lengthOf = (text: string): Exact | null => {
  const length = parseLength(text);
  return length?.unit === "px" ? length.value : null;
};

/** A length that is the same in px at every breakpoint, with its custom property; null if it is not. */
const heldOf = (layout: Layout, property: string, of: (columns: Layout["breakpoints"][number]["columns"]) => string): Held | null => {
  const [first, ...others] = layout.breakpoints.map(({ columns }) => lengthOf(of(columns)));
  return first && others.every((one) => one && equals(one, first)) ? { property, px: first } : null;
};

const namesIn = (text: string, pattern: RegExp): ReadonlySet<string> => new Set([...text.matchAll(pattern)].map(([, name = ""]) => name));

/** The facts of a layout; refused if its stylesheet cannot be written, which would leave its names unknown. */
export const factsOf = (layout: Layout): Result<Facts> => {
  const written = writeIn(formats.css, layout, null, plainWriting);
  if (!written.ok) return refused(`the layout has no stylesheet: ${written.issues[0]?.message ?? ""}`);
  const [base, rootFontSize] = [lengthOf(layout.base), lengthOf(layout.rootFontSize)];
  if (!base || !rootFontSize) return refused("the layout has no base unit in px");
  const properties = namesIn(written.text, /(--[\w-]+)\s*:/g);
  const { prefix } = namesOf(layout, {});
  const space = `--${nameWith(prefix, "space-")}`;
  const stepNames = [...properties].filter((name) => name.startsWith(space));
  return success({
    layout,
    breakpoints: layout.breakpoints.map(({ name, from }) => ({ name, from: fromJsonNumber(from) })),
    base,
    rootFontSize,
    steps: spacingSteps(layout).map(({ px }, index) => ({ property: stepNames[index] ?? "", px })),
    gutter: heldOf(layout, `--${nameWith(prefix, "layout-gutter")}`, ({ gutter }) => gutter),
    margins: (["start", "end"] as const).flatMap(
      (side) => heldOf(layout, `--${nameWith(prefix, `layout-margin-${side}`)}`, ({ margin }) => margin[side]) ?? [],
    ),
    counts: new Set(layout.breakpoints.map(({ columns }) => columns.count)),
    spans: new Set(
      layout.areas.flatMap(({ placements }) =>
        Object.values(placements).flatMap(({ span, inside }) => [span, ...(inside?.kind === "own" ? [inside.count] : [])]),
      ),
    ),
    baselines: layout.breakpoints.flatMap(({ name, baseline }) => {
      const step = baseline && lengthOf(baseline.step);
      return step ? [{ name, step }] : [];
    }),
    properties,
    beginnings: ["layout-", "area-"].map((name) => nameWith(prefix, name)),
    classes: namesIn(written.text, /\.([a-z][\w-]*)/g),
    areas: new Set(layout.areas.map(({ id }) => id)),
  });
};

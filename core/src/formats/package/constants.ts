import { type Exact, fromJsonNumber, toNumber } from "../../exact/exact";
import { px } from "../../exact/length";
import { toExactDecimal, toJson } from "../../exact/show";
import { breakpointRanges } from "../../grid/breakpoint-at";
import { lengthContext, resolve, type Resolution, rootFontSize } from "../../grid/resolve";
import { spacingSteps } from "../../grid/spacing";
import { roleAt } from "../../grid/text";
import { spacingNames } from "../css/spacing-names";
import { textNames } from "../css/text";
import { definedBy } from "./editor";
import type { Release } from "./release";

/** A constant of the module: text, an exact number, or members by name. */
type Constant = string | null | Exact | Members;
type Members = { readonly kind: "members"; readonly of: readonly (readonly [name: string, value: Constant, words?: string])[] };

const members = (of: Members["of"]): Members => ({ kind: "members", of });
const whole = (value: number): Exact => fromJsonNumber(value);
const isMembers = (value: Constant): value is Members => typeof value === "object" && value !== null && "kind" in value;

const columnsOf = ({ terms }: Resolution): Members =>
  members([
    ["count", whole(terms.count)],
    ["column", terms.column],
    ["gutter", terms.gutter],
    [
      "margin",
      members([
        ["start", terms.margin.start],
        ["end", terms.margin.end],
      ]),
    ],
    [
      "container",
      members([
        ["start", terms.container.start],
        ["width", terms.container.width],
      ]),
    ],
  ]);

const rowsOf = ({ rows }: Resolution): Constant =>
  rows &&
  members([
    ["pitch", rows.pitch],
    ["height", rows.tracks[0]?.height ?? rows.pitch],
    ["whole", whole(rows.whole)],
  ]);

/** The place of an area at one breakpoint; null for what depends on content. */
const placeOf = ({ placement, left, width, top, height, row, rowSpan }: Resolution["areas"][number]): Members =>
  members([
    ["column", whole(placement.column)],
    ["span", whole(placement.span)],
    ["row", whole(row)],
    ["rowSpan", whole(rowSpan)],
    ["left", left],
    ["width", width],
    ["top", top],
    ["height", height],
  ]);

/** The module's constants with their comments. Lengths are CSS px at each breakpoint's drawn-at size. */
const constantsOf = ({ layout, version }: Release): Members["of"] => {
  const context = lengthContext(layout, whole(1));
  const resolved = new Map(
    layout.breakpoints.map(({ id, drawnAt }) => {
      const at = resolve(layout, { width: whole(drawnAt.width), breakpoint: id });
      return [id, at.ok ? at.value : null] as const;
    }),
  );
  const byBreakpoint = (of: (resolution: Resolution) => Constant): Members =>
    members(
      layout.breakpoints.map(({ id }) => {
        const at = resolved.get(id);
        return [id, at ? of(at) : null];
      }),
    );
  const steps = spacingNames(layout.spacing.map(({ name }) => name));
  const roles = textNames(layout);
  return [
    ["name", layout.name],
    ["version", version],
    ["base", px(layout.base, context), "The base unit, px."],
    ["rootFontSize", rootFontSize(layout), "The root font size, px."],
    [
      "breakpoints",
      members(
        breakpointRanges(layout).map(({ breakpoint, from, until }, index) => [
          breakpoint.id,
          members([
            ["name", breakpoint.name],
            ["from", whole(from)],
            ["until", until === null ? null : whole(until)],
            ["media", index === 0 ? "all" : `(width >= ${from}px)`],
            [
              "drawnAt",
              members([
                ["width", whole(breakpoint.drawnAt.width)],
                ["height", whole(breakpoint.drawnAt.height)],
              ]),
            ],
          ]),
        ]),
      ),
      "Breakpoints by rising width: each holds from `from` up to `until`, the lowest below its own as well. `media` is the query of the stylesheet.",
    ],
    ["columns", byBreakpoint(columnsOf), "Columns of each breakpoint at the size it is drawn at, px."],
    [
      "spans",
      byBreakpoint(({ spans }) => members(spans.map((span, index) => [String(index + 1), span]))),
      "Widths of 1, 2, … columns together at the size each breakpoint is drawn at, px.",
    ],
    ["rows", byBreakpoint(rowsOf), "Rows of each breakpoint at the size it is drawn at, px; null where it has none."],
    [
      "baselines",
      byBreakpoint(({ breakpoint: { baseline } }) =>
        baseline
          ? members([
              ["step", px(baseline.step, context)],
              ["offset", px(baseline.offset, context)],
            ])
          : null,
      ),
      "The baseline grid of each breakpoint, px; null where it has none.",
    ],
    [
      "spacing",
      members(spacingSteps(layout).map(({ px: step }, index) => [(steps[index] ?? "step").replace("--space-", ""), step])),
      "Spacing steps, px.",
    ],
    [
      "text",
      members(
        layout.text.map((role, index) => [
          roles[index] ?? "text",
          members([
            ["name", role.name],
            ["font", role.font],
            [
              "at",
              members(
                layout.breakpoints.map(({ id }) => {
                  const { size, lineHeight } = roleAt(role, id);
                  return [
                    id,
                    members([
                      ["size", px(size, context)],
                      ["lineHeight", px(lineHeight, context)],
                    ]),
                  ];
                }),
              ),
            ],
          ]),
        ]),
      ),
      "Text roles, px at each breakpoint.",
    ],
    [
      "areas",
      members(
        layout.areas.map((area) => [
          area.id,
          members([
            ["name", area.name],
            ["kind", area.kind ?? null],
            ["within", area.within ?? null],
            [
              "at",
              members(
                layout.breakpoints.map(({ id }) => {
                  const place = resolved.get(id)?.areas.find((one) => one.area.id === area.id);
                  return [id, place ? placeOf(place) : null];
                }),
              ),
            ],
          ]),
        ]),
      ),
      "Areas, with where each stands at the size a breakpoint is drawn at, px from the viewport's top left; null where it is not shown.",
    ],
  ];
};

/** A value as a literal that is the same in JavaScript and as a TypeScript type. */
const literal = (value: Exclude<Constant, Members>): string =>
  value === null ? "null" : typeof value === "string" ? JSON.stringify(value) : String(toNumber(value));

const key = (name: string): string => (/^[a-z][a-z0-9]*$|^[1-9]\d{0,2}$/i.test(name) ? name : JSON.stringify(name));

/** Maximum length of members on one line. */
const line = 80;

const valueText = (value: Constant, indent: string): string => {
  if (!isMembers(value)) return literal(value);
  const short = `{ ${value.of.map(([name, inner]) => `${key(name)}: ${isMembers(inner) ? "{" : literal(inner)}`).join(", ")} }`;
  if (value.of.length === 0) return "{}";
  if (short.length <= line && !value.of.some(([, inner]) => isMembers(inner))) return short;
  return `{\n${value.of.map(([name, inner]) => `${indent}  ${key(name)}: ${valueText(inner, `${indent}  `)},\n`).join("")}${indent}}`;
};

/** What a number really is, where no decimal says it. */
const exactly = (value: Constant): string =>
  value === null || typeof value === "string" || isMembers(value) || toExactDecimal(value, 6) !== null ? "" : `/** ${toJson(value)} px */ `;

const typeText = (value: Constant, indent: string): string => {
  if (!isMembers(value)) return literal(value);
  if (value.of.length === 0) return "{}";
  const inside = value.of.map(([name, inner]) => `${indent}  ${exactly(inner)}readonly ${key(name)}: ${typeText(inner, `${indent}  `)};\n`);
  return `{\n${inside.join("")}${indent}}`;
};

/** Text that ends no comment. */
const commented = (text: string): string => text.replaceAll("*/", "* /").replace(/[\s\p{Cc}]+/gu, " ");

const head = ({ layout, version }: Release): string => `/** ${commented(layout.name)} ${version}: layout by Ypsiline. */\n`;

/**
 * `index.js`: the numbers of a version as constants, CSS px at the size each breakpoint is drawn at, and `breakpointAt`.
 * A number that no double holds is the nearest one; `layout.json` has what was declared.
 */
export const moduleText = (release: Release): string =>
  [
    head(release),
    ...constantsOf(release).map(([name, value, words]) => {
      const said = words === undefined ? "" : `/** ${words} */\n`;
      return `${said}export const ${name} = ${valueText(value, "")};\n`;
    }),
    "/** The id of the breakpoint that holds at a viewport's width, px. */",
    "export const breakpointAt = (width) =>",
    "  Object.keys(breakpoints).findLast((id) => breakpoints[id].from <= width) ?? Object.keys(breakpoints)[0];",
    "",
  ].join("\n");

/** A union of texts, one on each line. */
const unionText = (name: string, texts: readonly string[]): readonly string[] => [
  `export type ${name} =${texts.map((text) => `\n  | ${JSON.stringify(text)}`).join("")};`,
];

/** `index.d.ts`: the same constants as literal types, and the names there are. */
export const typesText = (release: Release): string =>
  [
    head(release),
    ...constantsOf(release).map(([name, value, words]) => {
      const said = words === undefined ? "" : `/** ${words} */\n`;
      return `${said}export declare const ${name}: ${typeText(value, "")};\n`;
    }),
    "export type BreakpointId = keyof typeof breakpoints;",
    "/** Ids of areas, names of spacing steps and of text roles. */",
    "export type AreaId = keyof typeof areas;",
    "export type SpacingName = keyof typeof spacing;",
    "export type TextName = keyof typeof text;",
    "/** Classes and custom properties of the stylesheets. */",
    ...unionText("ClassName", definedBy(release.layout).classes),
    ...unionText(
      "PropertyName",
      definedBy(release.layout).properties.map(({ name }) => name),
    ),
    "",
    "/** The id of the breakpoint that holds at a viewport's width, px. */",
    "export declare const breakpointAt: (width: number) => BreakpointId;",
    "",
  ].join("\n");

import { compare, type Exact, exact, parseDecimal, resolutionJson, type Resolution, resolve as resolveAt, show } from "@ypsiline/core";
import { type Result, success, refused } from "../result";
import { readLayoutFile } from "../layout-file";
import { aligned } from "../table";
import { output, textCommand } from "../command";
import { choiceOr, requiredText, text } from "../options";
import type { World } from "../world";

type ResolveAsked = {
  readonly width: string;
  readonly height?: string | undefined;
  readonly breakpoint?: string | undefined;
  readonly json: boolean;
};

/** A viewport's width or height in px; the bounds are those of the interface for programs. */
export const readSize = (flag: string, text: string): Result<Exact> => {
  const size = /^\d{1,5}(\.\d{1,3})?$/.test(text) ? parseDecimal(text) : null;
  return size && compare(size, exact(1)) >= 0 && compare(size, exact(20_000)) <= 0
    ? success(size)
    : refused(`${flag} must be a number of px from 1 to 20,000 with at most 3 decimals, not ${text}`);
};

const areaRows = ({ areas }: Resolution): readonly (readonly string[])[] => [
  ["Area", "left", "width", "top", "height", "row"],
  ...areas.map(({ area, depth, left, width, top, height, row }) => [
    `${"  ".repeat(depth)}${area.name}`,
    show(left),
    show(width),
    top ? show(top) : "—",
    height ? show(height) : "—",
    String(row),
  ]),
];

const inWords = (one: Resolution): string => {
  const { breakpoint, width, height, terms, columns, spans, rows, baseline, areas } = one;
  const facts = [
    ["Breakpoint", `${breakpoint.name} (${breakpoint.id})`],
    ["Size", `${show(width)} × ${show(height)}`],
    ["Container", `${show(terms.container.width)} from ${show(terms.container.start)}`],
    ["Margins", `${show(terms.margin.start)} and ${show(terms.margin.end)}`],
    ["Columns", `${terms.count} of ${show(terms.column)}`],
    ["Gutter", show(terms.gutter)],
    ["Rows", rows ? `${rows.whole} whole, pitch ${show(rows.pitch)}, ${show(rows.leftover)} left over` : "none"],
    ["Baseline", baseline ? `${baseline.lines} lines every ${show(baseline.step)}, ${show(baseline.remainder)} left over` : "none"],
  ];
  const tracks = columns.map((track, at) => [String(at + 1), show(track.start), show(track.width), show(spans[at] ?? track.width)]);
  return [
    facts.map(([name = "", value = ""]) => `${name.padEnd(12)}${value}`).join("\n"),
    aligned([["Column", "start", "width", "1 to here"], ...tracks]),
    ...(areas.length > 0 ? [aligned(areaRows(one))] : []),
    "",
  ].join("\n\n");
};

/** The geometry of a layout at a width: as tables, or as POST /resolve answers it. */
const resolveFile = async (world: World, file: string, asked: ResolveAsked, registry?: string): Promise<Result<string>> => {
  const width = readSize("--width", asked.width);
  if (!width.ok) return width;
  const height = asked.height === undefined ? null : readSize("--height", asked.height);
  if (height && !height.ok) return height;
  const read = await readLayoutFile(world, file, registry);
  if (!read.ok) return read;
  const { breakpoint } = asked;
  const result = resolveAt(read.value.layout, {
    width: width.value,
    ...(height ? { height: height.value } : {}),
    ...(breakpoint === undefined ? {} : { breakpoint }),
  });
  if (!result.ok)
    return refused(
      result.issues
        .map(({ path, message }) => `${path === "/breakpoint" ? "--breakpoint" : `${read.value.name} ${path}`} ${message}`)
        .join("\n"),
    );
  return success(asked.json ? `${JSON.stringify(resolutionJson(result.value), null, 2)}\n` : inWords(result.value));
};

export const resolve = textCommand({
  name: "resolve",
  arguments: "<file>",
  example: "resolve FILE --width 1280",
  summary: "show the geometry at a viewport width",
  options: {
    width: requiredText("--width <px>", "viewport width"),
    height: text("--height <px>", "height of the sheet (default: its drawn-at height)"),
    breakpoint: text("--breakpoint <id>", "use this breakpoint, not the one for that width"),
    format: choiceOr("--format <form>", "output format", ["table", "json"], "table"),
    output,
  },
  run: (world, [file = ""], { format, registry, ...asked }) => resolveFile(world, file, { ...asked, json: format === "json" }, registry),
});

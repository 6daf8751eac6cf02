import { breakpointFormats, type BreakpointFormat, type Layout, type OptionName, wholeFormats } from "@ypsiline/core";

/** A file that is made of a layout by the server, beside those of core's formats. */
type MadeFile = {
  readonly fileName: string;
  readonly label: string;
  readonly kind: string;
  readonly extension: string;
  readonly options: readonly OptionName[];
};

const distinct = (names: readonly OptionName[]): readonly OptionName[] => [...new Set(names)];

export const madeFiles = [
  { fileName: "overlay.js", label: "Overlay for a page under work", kind: "JS", extension: "overlay.js", options: [] },
  {
    fileName: "page.zip",
    label: "Page of the areas and its stylesheet",
    kind: "ZIP",
    extension: "page.zip",
    options: ["unit", "query", "edges"],
  },
  { fileName: "sheet.pdf", label: "Printable sheet", kind: "PDF", extension: "pdf", options: [] },
  {
    fileName: "all.zip",
    label: "All of it",
    kind: "ZIP",
    extension: "zip",
    // What any of the files in it takes.
    options: distinct([...wholeFormats, ...breakpointFormats].flatMap(({ options }) => options)),
  },
] as const satisfies readonly MadeFile[];

/** Files of a whole layout, in the order they are offered. */
export const wholeFiles = [...wholeFormats, ...madeFiles].map(({ fileName, label, kind, extension, options }): MadeFile => ({
  fileName,
  label,
  kind,
  extension,
  options,
}));

/** A kind of file of one breakpoint: as a format writes it, or the picture made of that. */
export type BreakpointFile = {
  readonly format: BreakpointFormat;
  readonly png: boolean;
  readonly before: string;
  readonly after: string;
  readonly kind: string;
  readonly extension: string;
};

export const breakpointFiles: readonly BreakpointFile[] = breakpointFormats.flatMap((format) => {
  const { before, after, kind, extension } = format;
  const drawn = { format, png: false, before, after, kind, extension };
  return format.picture
    ? [
        drawn,
        {
          format,
          png: true,
          before,
          after: ".png",
          kind: format.id === "svg" ? "PNG" : `${kind} PNG`,
          extension: extension.replace("svg", "png"),
        },
      ]
    : [drawn];
});

/** Which file of one breakpoint a name is of: `overlay-desk.svg`, or `overlay.svg`, which names the breakpoint in its query. */
export const breakpointFile = (name: string): BreakpointFile | undefined =>
  breakpointFiles.find(({ before, after }) => name === before.slice(0, -1) + after || (name.startsWith(before) && name.endsWith(after)));

/** A version as a package of the registry; a draft is not one. */
export const packageFile = "package.tgz";

/** Names of the files of a whole layout, and of those of one breakpoint with ID in place of its id. */
export const wholeNames: readonly string[] = [...wholeFiles.map(({ fileName }) => fileName), packageFile];
export const breakpointNames: readonly string[] = breakpointFiles.map(({ before, after }) => `${before}ID${after}`);

/** Every name a file of a layout can be asked for by. */
export const fileNames = (layout: Layout): readonly string[] => [
  ...wholeFormats.map(({ fileName }) => fileName),
  ...layout.breakpoints.flatMap(({ id }) => breakpointFiles.map(({ before, after }) => `${before}${id}${after}`)),
  ...madeFiles.map(({ fileName }) => fileName),
];

/** The options of a file; null if no file has the name. */
export const optionsOf = (name: string): readonly OptionName[] | null =>
  name === packageFile
    ? []
    : (wholeFiles.find(({ fileName }) => fileName === name)?.options ?? breakpointFile(name)?.format.options ?? null);

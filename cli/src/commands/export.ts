import {
  type FormatId,
  fileOptions,
  formatIds,
  formats,
  optionWords,
  type OptionName,
  parseWith,
  writeIn,
  writingOf,
} from "@ypsiline/core";
import { type Result, refused, success } from "../result";
import { readLayoutFile } from "../layout-file";
import { output, textCommand } from "../command";
import { type OptionRow, requiredChoice, text } from "../options";
import type { World } from "../world";

/** Options of files as flags: each has the name that it has in an address. */
const exportFlags = (Object.keys(optionWords) as OptionName[]).filter((name) => name !== "density");

const flagRow = (name: OptionName): OptionRow<string | undefined> => {
  const { label, values } = optionWords[name];
  const wanted = Array.isArray(values)
    ? values.map(([value]: readonly [string, string]) => value).join(" or ")
    : values === "colour"
      ? "a colour like 2f8a76"
      : "";
  return text(`--${name} <value>`, `${label}${wanted === "" ? "" : `: ${wanted}`}`);
};

type ExportAsked = { readonly format: FormatId; readonly flags: Readonly<Partial<Record<OptionName, string>>> };

/** A layout in any format, as text. A flag that the format does not have is refused, not ignored. */
const exportFile = async (world: World, file: string, { format, flags }: ExportAsked, registry?: string): Promise<Result<string>> => {
  const read = await readLayoutFile(world, file, registry);
  if (!read.ok) return read;
  const { options, of } = formats[format];
  const taken: readonly string[] = of === "breakpoint" ? [...options, "breakpoint"] : options;
  const asked = Object.fromEntries(Object.entries(flags).filter(([, value]) => value !== undefined));
  for (const name of Object.keys(asked))
    if (!taken.includes(name)) {
      const known = taken.map((one) => `--${one}`).join(", ");
      return refused(`--${name} is not an option of ${format}${known === "" ? ", which has none" : `; its options are ${known}`}`);
    }
  const query = parseWith(fileOptions, asked);
  if (!query.ok) return refused(query.issues.map(({ path, message }) => `--${path.slice(1)} ${message}`).join("\n"));
  const written = writeIn(formats[format], read.value.layout, query.value.breakpoint ?? null, writingOf(query.value));
  return written.ok
    ? success(written.text)
    : refused(written.issues.map(({ path, message }) => `${path === "/breakpoint" ? "--breakpoint" : path} ${message}`).join("\n"));
};

export const exportCommand = textCommand({
  name: "export",
  arguments: "<file>",
  example: "export FILE --format css",
  summary: "write a layout in another format",
  options: {
    format: requiredChoice("--format <form>", "the format", formatIds),
    output,
    ...Object.fromEntries(exportFlags.map((name) => [name, flagRow(name)])),
  },
  run: (world, [file = ""], { format, registry, output: _, ...flags }) => exportFile(world, file, { format, flags }, registry),
});

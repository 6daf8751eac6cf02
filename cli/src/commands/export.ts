import { type FormatId, fileOptions, formats, optionWords, type OptionName, parseWith, writeIn, writingOf } from "@ypsiline/core";
import { type Result, refused, success } from "../result";
import { readLayoutFile } from "../layout-file";
import type { World } from "../world";

/** Options of files as flags: each is said to the command by the name it has in an address. */
export const exportFlags = (Object.keys(optionWords) as OptionName[]).filter((name) => name !== "density");

export type ExportAsked = { readonly format: FormatId; readonly flags: Readonly<Partial<Record<OptionName, string>>> };

/** A layout in any format core writes, as text. A flag the format knows nothing of is refused, not looked past. */
export const exportFile = async (
  world: World,
  file: string,
  { format, flags }: ExportAsked,
  registry?: string,
): Promise<Result<string>> => {
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

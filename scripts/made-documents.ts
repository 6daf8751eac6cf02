import { readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import type { Command } from "../cli/src/command";
import { reportOptions } from "../cli/src/command";
import { commands } from "../cli/src/commands/all";
import type { OptionRow } from "../cli/src/options";
import { type Format, formatIds, formats } from "../core/src/index";
import type { Contract } from "../web/wire/contract";
import { specRoutes } from "../web/wire/spec-routes";
import { webhookMessages } from "../web/wire/webhooks";
import { root } from "./run-script";

// Parts of documents that code knows are made from it. A test compares them; `npm run documents` writes them.

/** A table of a Markdown document, its columns as wide as their widest cell. */
const table = (head: readonly string[], rows: readonly (readonly string[])[]): string => {
  const escaped = [head, ...rows].map((cells) => cells.map((cell) => cell.replaceAll("|", "\\|")));
  const widths = head.map((_, column) => Math.max(...escaped.map((cells) => cells[column]?.length ?? 0)));
  const line = (cells: readonly string[]): string => `| ${cells.map((cell, column) => cell.padEnd(widths[column] ?? 0)).join(" | ")} |`;
  const [first = [], ...rest] = escaped;
  return [line(first), line(widths.map((width) => "-".repeat(width))), ...rest.map(line)].join("\n");
};

const code = (text: string): string => `\`${text}\``;

/** The options of a command that are its own: those of every report, and the registry, are listed once. */
const ownOptions = ({ levels, options }: Command): readonly OptionRow<unknown>[] =>
  Object.entries(options).flatMap(([name, option]) => (name === "registry" || (levels && name in reportOptions) ? [] : [option]));

const valuesOf = ({ choices = [], default: standard, isRequired, summary }: OptionRow<unknown>): string => {
  const values = choices.map(code).join(", ");
  const rest = isRequired ? "required" : standard !== undefined ? `default ${code(standard)}` : "";
  return [values, summary.includes("(default") ? "" : rest].filter((part) => part !== "").join("; ");
};

const optionRows = (where: string, options: readonly OptionRow<unknown>[]): readonly (readonly string[])[] =>
  options.map((option, index) => [index === 0 ? where : "", code(option.flags), option.summary, valuesOf(option)]);

/** The parts by document and name. */
const parts: Readonly<Record<string, Readonly<Record<string, () => string>>>> = {
  "docs/command.md": {
    commands: () =>
      table(
        ["Command", "What it does"],
        commands.map(({ example, summary }) => [code(example), summary]),
      ),
    options: () =>
      table(
        ["Command", "Option", "What it does", "Values"],
        [
          ...optionRows("every report", Object.values(reportOptions)),
          ...commands.flatMap((command) => optionRows(code(command.name), ownOptions(command))),
        ],
      ),
    levels: () =>
      table(
        ["Command", "problem", "caution", "note"],
        commands.flatMap(({ name, levels }) =>
          levels ? [[code(name), levels.problem ?? "", levels.caution ?? "", levels.note ?? ""]] : [],
        ),
      ),
  },
  "docs/format.md": {
    formats: () =>
      table(
        ["Format", "What it is", "File of a version", "Can be imported"],
        formatIds.map((id) => {
          const format: Format = formats[id];
          const file = format.of === "layout" ? format.fileName : `${format.before}{id}${format.after}`;
          return [code(id), format.label, code(file), format.read ? "yes" : "no"];
        }),
      ),
    "spec routes": () =>
      table(
        ["Route", "What it does", "Scopes"],
        Object.entries<Contract>(specRoutes).map(([key, { about }]) => [
          code(key.replace("/api/v1", "").replace(/:(\w+)/g, "{$1}")),
          about?.summary ?? "",
          (about?.scopes ?? []).map(code).join(", "),
        ]),
      ),
    webhooks: () =>
      table(
        ["Event", "When", "Members beside `event`"],
        Object.entries(webhookMessages).map(([event, { when, data }]) => [code(event), when, Object.keys(data.shape).map(code).join(", ")]),
      ),
  },
};

export const documentsMade = Object.keys(parts);

/** A document with its parts made again. Throws if a part has no place in it. */
export const withParts = (path: string, text: string): string =>
  Object.entries(parts[path] ?? {}).reduce((before, [name, make]) => {
    const place = new RegExp(`(<!-- made from code: ${name} -->\n\n)[^]*?(\n\n<!-- end -->)`);
    if (!place.test(before)) throw new Error(`${path} has no place for ${name}: <!-- made from code: ${name} --> … <!-- end -->`);
    return before.replace(place, (_, start: string, end: string) => `${start}${make()}${end}`);
  }, text);

/** Writes every document that has such parts. */
export const writeDocuments = (): void => {
  for (const path of documentsMade) writeFileSync(join(root, path), withParts(path, readFileSync(join(root, path), "utf8")));
};

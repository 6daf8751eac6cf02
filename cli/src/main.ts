import { homedir } from "node:os";
import { text as allOf } from "node:stream/consumers";
import { formatIds, type FormatId, optionWords, versionLevels, type VersionLevel } from "@ypsiline/core";
import { Command, CommanderError, InvalidArgumentError, Option } from "commander";
import { checkFiles } from "./commands/check";
import { diffFiles } from "./commands/diff";
import { exportFile, exportFlags } from "./commands/export";
import { fitFile } from "./commands/fit";
import { outdated } from "./commands/outdated";
import { pull } from "./commands/pull";
import { resolveFile } from "./commands/resolve";
import { type Got, wordsOf } from "./got";
import { writeWhole } from "./lock";
import { exitOf, failLevels, type FailLevel, type Outcome } from "./report/outcome";
import { reportFormats, type ReportFormat, told } from "./report/report";
import type { World } from "./world";

/** The release, put in its place when the command is built. */
declare const YPSILINE_VERSION: string;

/** Ends of the command: nothing found, something found, used wrongly or not possible. */
const ends = { clean: 0, found: 1, wrong: 2 } as const;

/** What a command came to, before the process ends with it. */
let end: number = ends.clean;

const warn = (message: string): void => {
  for (const line of message.split("\n")) process.stderr.write(`ypsiline: ${line.replace(/[^\P{Cc}\t]/gu, " ")}\n`);
};
const failed = (message: string): void => {
  warn(message);
  end = ends.wrong;
};

const world: World = {
  cwd: process.cwd(),
  env: process.env,
  home: homedir(),
  // A terminal pipes nothing in, and would be waited for without end.
  stdin: () => (process.stdin.isTTY ? Promise.resolve("") : allOf(process.stdin)),
  warn,
};

/** Why a file could not be written, in words. */
const unwritten = (to: string, error: unknown): string => {
  const { code } = error as { code?: string };
  if (code === "EISDIR" || code === "ENOTEMPTY") return `${to} is a folder: name a file in it`;
  if (code === "ENOTDIR" || code === "EEXIST") return `${to} cannot be written: a part of its path is a file`;
  if (code === "ENOSPC" || code === "EDQUOT") return `${to} cannot be written: there is no room left for it`;
  if (code === "EACCES" || code === "EPERM" || code === "EROFS") return `${to} may not be written`;
  return `${to} cannot be written: ${wordsOf(error)}`;
};

const put = async (text: string, to: string | undefined): Promise<void> => {
  if (to === undefined || to === "-") {
    await new Promise<void>((resolve) => process.stdout.write(text, () => resolve()));
    return;
  }
  try {
    await writeWhole(to, text);
  } catch (error) {
    failed(unwritten(to, error));
  }
};

type Telling = {
  readonly format: ReportFormat;
  readonly failOn: FailLevel;
  readonly colour: "auto" | "always" | "never";
  readonly output?: string;
};

const isColoured = ({ colour, output }: Telling): boolean => {
  // A stream that is no terminal says nothing of it.
  const terminal = output === undefined && Boolean(process.stdout.isTTY) && process.env["TERM"] !== "dumb";
  const { NO_COLOR: none, FORCE_COLOR: forced } = process.env;
  // FORCE_COLOR asks for colour whatever the stream is, but in a file; 0 asks for none (Node's own use of it).
  const wanted = forced === undefined || output !== undefined ? terminal : forced !== "0" && forced !== "false";
  return colour === "always" || (colour === "auto" && wanted && !none);
};

const tell = async (done: Got<Outcome>, telling: Telling): Promise<void> => {
  if (!done.ok) return failed(done.message);
  end = exitOf(done.value, telling.failOn);
  await put(told(done.value, { ...telling, colour: isColoured(telling), version: YPSILINE_VERSION }), telling.output);
};

const say = async (done: Got<string>, to: string | undefined): Promise<void> => (done.ok ? put(done.value, to) : failed(done.message));

/** A number that is given several times or with commas between: `--width 360,768 --width 1280`. */
const listed = (text: string, before: readonly string[] = []): readonly string[] => [
  ...before,
  ...text.split(",").map((one) => one.trim()),
];

const reporting = (command: Command): Command =>
  command
    .addOption(new Option("--format <form>", "how it is told").choices(reportFormats).default("words"))
    .addOption(new Option("--fail-on <level>", "the level from which it ends with 1").choices(failLevels).default("problem"))
    .addOption(new Option("--colour <when>", "colour in words").choices(["auto", "always", "never"]).default("auto"))
    .option("-o, --output <file>", "write it to a file");

const reading = (command: Command): Command =>
  command.option("--registry <address>", "where @team/spec is published, like https://HOST/npm/; else as .npmrc says");

const program = new Command("ypsiline")
  .description("Checks, writes, compares and fits layouts.")
  .version(YPSILINE_VERSION)
  .exitOverride()
  .showHelpAfterError("(--help tells more)")
  .addHelpText(
    "after",
    "\nA FILE is a path, - for what is piped in, or a published spec (@team/spec@range).\nEnds with 0 where nothing is found, 1 where something is at or above --fail-on, 2 where it could not be done.",
  );

reading(reporting(program.command("check <file...>")))
  .description("findings of layout documents, stylesheets, tokens or tables")
  .action(async (files: readonly string[], options: Telling & { registry?: string }) =>
    tell(await checkFiles(world, files, options.registry), options),
  );

const exporting = reading(program.command("export <file>"))
  .description("a layout in any format that is written")
  .addOption(new Option("--format <form>", "the format").choices(formatIds).makeOptionMandatory())
  .option("-o, --output <file>", "write it to a file");
for (const flag of exportFlags) {
  const { label, values } = optionWords[flag];
  const wanted = Array.isArray(values) ? values.map(([value]) => value).join(" or ") : values === "colour" ? "a colour like 2f8a76" : "";
  exporting.option(`--${flag} <value>`, `${label}${wanted === "" ? "" : `: ${wanted}`}`);
}
exporting.action(async (file: string, { format, output, registry, ...flags }: Record<string, string> & { format: FormatId }) =>
  say(await exportFile(world, file, { format, flags }, registry), output),
);

reading(program.command("resolve <file>"))
  .description("geometry at a width of the viewport")
  .requiredOption("--width <px>", "width of the viewport")
  .option("--height <px>", "height of the sheet; the drawn-at height where it is left out")
  .option("--breakpoint <id>", "a breakpoint other than the one that holds there")
  .addOption(new Option("--format <form>", "how it is told").choices(["table", "json"]).default("table"))
  .option("-o, --output <file>", "write it to a file")
  .action(
    async (file: string, { format, output, registry, ...asked }: { width: string; format: string; output?: string; registry?: string }) =>
      say(await resolveFile(world, file, { ...asked, json: format === "json" }, registry), output),
  );

reading(reporting(program.command("diff <a> <b>")))
  .description("what lies between two layouts, in words, and the level of version it asks for")
  .addOption(new Option("--most <level>", "the highest level that is allowed").choices(versionLevels))
  .action(async (a: string, b: string, options: Telling & { most?: VersionLevel; registry?: string }) =>
    tell(await diffFiles(world, a, b, options.most, options.registry), options),
  );

reading(reporting(program.command("fit <file> [boxes...]")))
  .description("a page, measured in a browser, or box lists against a layout")
  .option("--url <address>", "the page to measure")
  .option("--width <px>", "widths of the viewport, with commas between; the drawn-at widths where it is left out", listed)
  .option("--browser <path>", "the Chromium to measure in")
  .option("--select <css>", "the elements to measure; else those of areas, else visible blocks")
  .option("--tolerance <px>", "how far off is near", "1")
  .option("--timeout <seconds>", "the longest that one width of the page may take", "60")
  .action(
    async (
      file: string,
      boxes: readonly string[],
      {
        width = [],
        registry,
        ...options
      }: Telling & {
        width?: readonly string[];
        registry?: string;
        url?: string;
        browser?: string;
        select?: string;
        tolerance?: string;
        timeout?: string;
      },
    ) => tell(await fitFile(world, file, { ...options, boxes, widths: width }, registry), options),
  );

reading(reporting(program.command("outdated")))
  .description("versions of ypsiline.lock.json against what is published")
  .action(async (options: Telling & { registry?: string }) => tell(await outdated(world, options.registry), options));

reading(program.command("pull [specs...]"))
  .description("fetches published specs into this folder, each file as it was published")
  .option("--into <folder>", "where to; layouts/TEAM/SPEC where it is left out")
  .option("--files <names>", "files of the package, with commas between; all where it is left out", listed)
  .option("--update", "to the highest version in range, not the one of the lock file", false)
  .option("--force", "over files that were changed here", false)
  .action(
    async (
      specs: readonly string[],
      { registry, files = [], ...asked }: { registry?: string; files?: readonly string[]; into?: string; update: boolean; force: boolean },
    ) => say(await pull(world, { ...asked, files, specs }, registry), undefined),
  );

for (const command of program.commands) command.exitOverride().showHelpAfterError("(--help tells more)");

// Whoever reads only the beginning of what is told is not told of a fault; a full disk is one.
process.stdout.on("error", (error: { code?: string }) => {
  if (error.code !== "EPIPE") failed(unwritten("what is told", error));
  process.exit(end);
});

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof CommanderError) end = error.exitCode === 0 ? ends.clean : ends.wrong;
  else if (error instanceof InvalidArgumentError) failed(error.message);
  else
    failed(
      (error as { code?: string }).code === "ENOSPC" ? unwritten("a file", error) : `this is a fault of the command's: ${wordsOf(error)}`,
    );
}
// What a page that never ends has left open is not waited for.
process.stdout.write("", () => process.exit(end));

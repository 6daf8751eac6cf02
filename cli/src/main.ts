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
import { type Result, wordsOf } from "./result";
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
  // Reading from a terminal would wait for ever.
  stdin: () => (process.stdin.isTTY ? Promise.resolve("") : allOf(process.stdin)),
  warn,
};

/** Says why a file could not be written. */
const unwritten = (to: string, error: unknown): string => {
  const { code } = error as { code?: string };
  if (code === "EISDIR" || code === "ENOTEMPTY") return `${to} is a folder. Name a file in it`;
  if (code === "ENOTDIR" || code === "EEXIST") return `${to} cannot be written: part of its path is a file, not a folder`;
  if (code === "ENOSPC" || code === "EDQUOT") return `${to} cannot be written: the disk is full`;
  if (code === "EACCES" || code === "EPERM" || code === "EROFS") return `${to} cannot be written: permission was denied`;
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

const tell = async (done: Result<Outcome>, telling: Telling): Promise<void> => {
  if (!done.ok) return failed(done.message);
  end = exitOf(done.value, telling.failOn);
  await put(told(done.value, { ...telling, colour: isColoured(telling), version: YPSILINE_VERSION }), telling.output);
};

const write = async (done: Result<string>, to: string | undefined): Promise<void> => (done.ok ? put(done.value, to) : failed(done.message));

/** A number that is given several times or with commas between: `--width 360,768 --width 1280`. */
const listed = (text: string, before: readonly string[] = []): readonly string[] => [
  ...before,
  ...text.split(",").map((one) => one.trim()),
];

const reporting = (command: Command): Command =>
  command
    .addOption(new Option("--format <form>", "output format").choices(reportFormats).default("words"))
    .addOption(
      new Option("--fail-on <level>", "exit with 1 if anything of this level or above is found").choices(failLevels).default("problem"),
    )
    .addOption(new Option("--colour <when>", "colour in the output").choices(["auto", "always", "never"]).default("auto"))
    .option("-o, --output <file>", "write the output to a file");

const reading = (command: Command): Command =>
  command.option("--registry <address>", "registry of @team/spec, like https://HOST/npm/ (default: from .npmrc)");

const program = new Command("ypsiline")
  .description("Checks, exports and compares layouts, and measures pages against them.")
  .version(YPSILINE_VERSION)
  .exitOverride()
  .showHelpAfterError("(see --help)")
  .addHelpText(
    "after",
    "\nA FILE is a path, - for standard input, or a published spec (@team/spec@range).\nExits with 0 if nothing is found, 1 if anything is at or above --fail-on, 2 if the command could not run.",
  );

reading(reporting(program.command("check <file...>")))
  .description("list the findings of layout documents, stylesheets, tokens or tables")
  .action(async (files: readonly string[], options: Telling & { registry?: string }) =>
    tell(await checkFiles(world, files, options.registry), options),
  );

const exporting = reading(program.command("export <file>"))
  .description("write a layout in another format")
  .addOption(new Option("--format <form>", "the format").choices(formatIds).makeOptionMandatory())
  .option("-o, --output <file>", "write the output to a file");
for (const flag of exportFlags) {
  const { label, values } = optionWords[flag];
  const wanted = Array.isArray(values) ? values.map(([value]) => value).join(" or ") : values === "colour" ? "a colour like 2f8a76" : "";
  exporting.option(`--${flag} <value>`, `${label}${wanted === "" ? "" : `: ${wanted}`}`);
}
exporting.action(async (file: string, { format, output, registry, ...flags }: Record<string, string> & { format: FormatId }) =>
  write(await exportFile(world, file, { format, flags }, registry), output),
);

reading(program.command("resolve <file>"))
  .description("show the geometry at a viewport width")
  .requiredOption("--width <px>", "viewport width")
  .option("--height <px>", "height of the sheet (default: its drawn-at height)")
  .option("--breakpoint <id>", "use this breakpoint, not the one for that width")
  .addOption(new Option("--format <form>", "output format").choices(["table", "json"]).default("table"))
  .option("-o, --output <file>", "write the output to a file")
  .action(
    async (file: string, { format, output, registry, ...asked }: { width: string; format: string; output?: string; registry?: string }) =>
      write(await resolveFile(world, file, { ...asked, json: format === "json" }, registry), output),
  );

reading(reporting(program.command("diff <a> <b>")))
  .description("list the changes between two layouts and the version level they need")
  .addOption(new Option("--most <level>", "highest version level that is allowed").choices(versionLevels))
  .action(async (a: string, b: string, options: Telling & { most?: VersionLevel; registry?: string }) =>
    tell(await diffFiles(world, a, b, options.most, options.registry), options),
  );

reading(reporting(program.command("fit <file> [boxes...]")))
  .description("compare a page, measured in a browser, or box lists with a layout")
  .option("--url <address>", "page to measure")
  .option("--width <px>", "viewport widths, separated by commas (default: the drawn-at widths)", listed)
  .option("--browser <path>", "path of the Chromium to measure with")
  .option("--select <css>", "elements to measure (default: the areas' elements, else visible blocks)")
  .option("--tolerance <px>", "how far off an edge may be and still count as near", "1")
  .option("--timeout <seconds>", "time limit for one width of the page", "60")
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
  .description("compare the versions in ypsiline.lock.json with what is published")
  .action(async (options: Telling & { registry?: string }) => tell(await outdated(world, options.registry), options));

reading(program.command("pull [specs...]"))
  .description("download published specs into this folder, each file as it was published")
  .option("--into <folder>", "target folder (default: layouts/TEAM/SPEC)")
  .option("--files <names>", "files of the package, separated by commas (default: all)", listed)
  .option("--update", "take the highest version in range, not the one in the lock file", false)
  .option("--force", "overwrite files that were changed here", false)
  .action(
    async (
      specs: readonly string[],
      { registry, files = [], ...asked }: { registry?: string; files?: readonly string[]; into?: string; update: boolean; force: boolean },
    ) => write(await pull(world, { ...asked, files, specs }, registry), undefined),
  );

for (const command of program.commands) command.exitOverride().showHelpAfterError("(see --help)");

// A reader that closes the pipe early (EPIPE) is not an error; a full disk is.
process.stdout.on("error", (error: { code?: string }) => {
  if (error.code !== "EPIPE") failed(unwritten("the output", error));
  process.exit(end);
});

try {
  await program.parseAsync();
} catch (error) {
  if (error instanceof CommanderError) end = error.exitCode === 0 ? ends.clean : ends.wrong;
  else if (error instanceof InvalidArgumentError) failed(error.message);
  else
    failed(
      (error as { code?: string }).code === "ENOSPC"
        ? unwritten("a file", error)
        : `this is a bug in ypsiline, not in your files: ${wordsOf(error)}`,
    );
}
// Exits without waiting for what a page that never finishes has left open.
process.stdout.write("", () => process.exit(end));

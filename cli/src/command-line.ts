import { CommanderError, Command as Parser } from "commander";
import type { Command, ReportValues } from "./command";
import { commands } from "./commands/all";
import { writeWhole } from "./lock";
import { parserOption } from "./options";
import { exitOf, type Outcome } from "./report/outcome";
import { told } from "./report/report";
import { type Result, wordsOf } from "./result";
import { pathIn, type World } from "./world";

/** The release, put in its place when the command is built. */
declare const YPSILINE_VERSION: string;
const version = typeof YPSILINE_VERSION === "undefined" ? "0.0.0" : YPSILINE_VERSION;

/** How the program ends: nothing found, something found, or it could not run. */
const exitCodes = { clean: 0, found: 1, notRun: 2 } as const;

/** What the program runs in: the world that commands see, and the streams they write to. */
export type Terminal = {
  readonly world: World;
  /** Writes to standard output. Rejects if that fails. */
  readonly stdout: (text: string) => Promise<void>;
  readonly stderr: (text: string) => void;
  /** Whether standard output is a terminal. */
  readonly isTerminal: boolean;
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

const isColoured = ({ colour, output }: ReportValues, { isTerminal, world: { env } }: Terminal): boolean => {
  // A stream that is no terminal says nothing of it.
  const canShow = output === undefined && isTerminal && env["TERM"] !== "dumb";
  const { NO_COLOR: none, FORCE_COLOR: forced } = env;
  // FORCE_COLOR asks for colour whatever the stream is, but in a file; 0 asks for none (Node's own use of it).
  const wanted = forced === undefined || output !== undefined ? canShow : forced !== "0" && forced !== "false";
  return colour === "always" || (colour === "auto" && wanted && !none);
};

/** The text of what a command came to, and the exit code it asks for. */
const textOf = (done: Outcome | string, values: Readonly<Record<string, unknown>>, terminal: Terminal) => {
  if (typeof done === "string") return { text: done, code: exitCodes.clean };
  const report = values as ReportValues;
  return { text: told(done, { ...report, colour: isColoured(report, terminal), version }), code: exitOf(done, report.failOn) };
};

/**
 * Runs one command line and returns its exit code. Nothing is thrown: whatever goes wrong is said on standard error and
 * ends with 2.
 */
export const runCommandLine = async (typed: readonly string[], terminal: Terminal): Promise<number> => {
  const { world, stdout, stderr } = terminal;
  let code: number = exitCodes.clean;
  const fail = (message: string): void => {
    world.warn(message);
    code = exitCodes.notRun;
  };
  const finish = async (done: Result<Outcome | string>, values: Readonly<Record<string, unknown>>): Promise<void> => {
    if (!done.ok) return fail(done.message);
    const { output } = values as { readonly output?: string };
    const result = textOf(done.value, values, terminal);
    code = result.code;
    const toFile = output !== undefined && output !== "-";
    try {
      await (toFile ? writeWhole(pathIn(world, output), result.text) : stdout(result.text));
    } catch (error) {
      // A reader that has seen enough and closes the pipe is no fault.
      if (toFile || (error as { code?: string }).code !== "EPIPE") fail(unwritten(toFile ? output : "the output", error));
    }
  };

  const program = new Parser("ypsiline")
    .description("Checks, exports and compares layouts, and measures pages against them.")
    .version(version)
    .exitOverride()
    .showHelpAfterError("(see --help)")
    .addHelpText(
      "after",
      "\nA FILE is a path, - for standard input, or a published spec (@team/spec@range).\nExits with 0 if nothing is found, 1 if anything is at or above --fail-on, 2 if the command could not run.",
    );
  // Help is written before the program ends; a full disk is reported as for other output.
  const pending: Promise<void>[] = [];
  program.configureOutput({ writeOut: (text) => void pending.push(stdout(text)), writeErr: stderr });
  for (const one of commands) add(program, one, (values, args) => one.run(world, args, values).then((done) => finish(done, values)));

  try {
    await program.parseAsync(typed, { from: "user" });
  } catch (error) {
    if (error instanceof CommanderError) code = error.exitCode === 0 ? exitCodes.clean : exitCodes.notRun;
    else
      fail(
        (error as { code?: string }).code === "ENOSPC"
          ? unwritten("a file", error)
          : `this is a bug in ypsiline, not in your files: ${wordsOf(error)}`,
      );
  }
  await Promise.all(pending).catch((error: unknown) => fail(unwritten("the output", error)));
  return code;
};

const add = (
  program: Parser,
  { name, arguments: args, summary, options }: Command,
  run: (values: Readonly<Record<string, unknown>>, args: readonly string[]) => Promise<void>,
): void => {
  const parser = program.command(args === "" ? name : `${name} ${args}`).description(summary);
  const rows = Object.entries(options).map(([key, row]) => ({ key, option: parserOption(row) }));
  for (const { option } of rows) parser.addOption(option);
  parser.action(() => {
    const typed = parser.opts<Record<string, unknown>>();
    const values = Object.fromEntries(rows.map(({ key, option }) => [key, typed[option.attributeName()]]));
    return run(
      values,
      (parser.processedArgs as readonly (string | readonly string[] | undefined)[]).flatMap((one) => one ?? []),
    );
  });
};

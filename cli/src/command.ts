import type { Level } from "@ypsiline/core";
import { choiceOr, type OptionRow, type OptionRows, text, type ValuesOf } from "./options";
import { failLevels, type Outcome } from "./report/outcome";
import { reportFormats } from "./report/report";
import type { Result } from "./result";
import type { World } from "./world";

/** A command: how it is typed, what its help and docs/command.md say of it, and what it does. */
export type Command = {
  readonly name: string;
  /** Arguments as help prints them: "<file> [boxes...]". */
  readonly arguments: string;
  /** What it does, in one line of help. */
  readonly summary: string;
  /** As it is usually typed, without the program's name. */
  readonly example: string;
  readonly options: OptionRows;
  /** What a finding of each level is, for a command that reports findings; null for one that writes a text. */
  readonly levels: Readonly<Partial<Record<Level, string>>> | null;
  /** Runs it with its arguments in order and its options by name. Reports findings if it has levels, else writes a text. */
  readonly run: (world: World, args: readonly string[], values: Readonly<Record<string, unknown>>) => Promise<Result<Outcome | string>>;
};

const registry = text("--registry <address>", "registry of @team/spec, like https://HOST/npm/ (default: from .npmrc)");
export const output = text("-o, --output <file>", "write the output to a file");

/** Options of every command that reports findings. */
export const reportOptions = {
  format: choiceOr("--format <form>", "output format", reportFormats, "words"),
  failOn: choiceOr("--fail-on <level>", "exit with 1 if anything of this level or above is found", failLevels, "problem"),
  colour: choiceOr("--colour <when>", "colour in the output", ["auto", "always", "never"], "auto"),
  output,
};
export type ReportValues = ValuesOf<typeof reportOptions>;

type Described<Rows extends OptionRows> = Pick<Command, "name" | "arguments" | "summary" | "example"> & { readonly options: Rows };
type WithRegistry<Rows extends OptionRows> = Rows & { readonly registry: OptionRow<string | undefined> };

/** A command that reports findings. */
export const reportCommand = <const Rows extends OptionRows>(
  one: Described<Rows> & {
    readonly levels: NonNullable<Command["levels"]>;
    readonly run: (
      world: World,
      args: readonly string[],
      values: ValuesOf<WithRegistry<Rows>> & Pick<ReportValues, "failOn">,
    ) => Promise<Result<Outcome>>;
  },
): Command => ({ ...one, options: { ...reportOptions, ...one.options, registry }, run: one.run as Command["run"] });

/** A command that writes a text. */
export const textCommand = <const Rows extends OptionRows>(
  one: Described<Rows> & {
    readonly run: (world: World, args: readonly string[], values: ValuesOf<WithRegistry<Rows>>) => Promise<Result<string>>;
  },
): Command => ({ ...one, levels: null, options: { ...one.options, registry }, run: one.run as Command["run"] });

import { Option } from "commander";

/**
 * One option of a command: how it is typed, as help prints it, what it does, and how its value is read. `Value` is the
 * type of what a command is given; options that were not typed and have no default are undefined.
 */
export type OptionRow<Value> = {
  /** "-o, --output <file>" */
  readonly flags: string;
  readonly summary: string;
  readonly choices?: readonly string[];
  readonly default?: string;
  readonly isRequired?: boolean;
  /** May be given several times; with "commas" also as one: `--width 360,768 --width 1280`. */
  readonly isList?: "commas" | "each";
  /** Never set: it carries the type. */
  readonly value?: Value;
};

export type OptionRows = Readonly<Record<string, OptionRow<unknown>>>;
export type ValuesOf<Rows extends OptionRows> = { readonly [K in keyof Rows]: Rows[K] extends OptionRow<infer Value> ? Value : never };

export const text = (flags: string, summary: string): OptionRow<string | undefined> => ({ flags, summary });
export const textOr = (flags: string, summary: string, standard: string): OptionRow<string> => ({ flags, summary, default: standard });
export const requiredText = (flags: string, summary: string): OptionRow<string> => ({ flags, summary, isRequired: true });
export const list = (flags: string, summary: string): OptionRow<readonly string[] | undefined> => ({
  flags,
  summary,
  isList: "commas",
});
/** Given once for each value, which may have commas in it. */
export const repeated = (flags: string, summary: string): OptionRow<readonly string[] | undefined> => ({ flags, summary, isList: "each" });
export const flag = (flags: string, summary: string): OptionRow<true | undefined> => ({ flags, summary });

type ChoiceRow<C extends string, Value> = OptionRow<Value> & { readonly choices: readonly C[] };
export const choice = <C extends string>(flags: string, summary: string, choices: readonly C[]): ChoiceRow<C, C | undefined> => ({
  flags,
  summary,
  choices,
});
export const choiceOr = <C extends string>(
  flags: string,
  summary: string,
  choices: readonly C[],
  standard: NoInfer<C>,
): ChoiceRow<C, C> => ({ flags, summary, choices, default: standard });
export const requiredChoice = <C extends string>(flags: string, summary: string, choices: readonly C[]): ChoiceRow<C, C> => ({
  flags,
  summary,
  choices,
  isRequired: true,
});

const listed = (typed: string, before: readonly string[] = []): readonly string[] => [
  ...before,
  ...typed.split(",").map((one) => one.trim()),
];

/** An option as the parser of command lines takes it. */
export const parserOption = ({ flags, summary, choices, default: standard, isRequired, isList }: OptionRow<unknown>): Option => {
  const option = new Option(flags, summary);
  if (choices) option.choices(choices);
  if (standard !== undefined) option.default(standard);
  if (isRequired) option.makeOptionMandatory();
  // Each value is added to those before it.
  if (isList === "commas") option.argParser(listed);
  if (isList === "each") option.argParser((typed: string, before: readonly string[] = []) => [...before, typed]);
  return option;
};

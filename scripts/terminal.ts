/** Prints one line of progress. */
export const print = (text: string): void => void process.stdout.write(`${text}\n`);

/** A fault that the person at the terminal can fix: printed as a sentence, without a stack. */
export class Stop extends Error {}

/** What is printed of an error: the sentence of a Stop, the stack of anything else. */
export const wordsOf = (error: unknown): string =>
  error instanceof Stop ? error.message : error instanceof Error ? (error.stack ?? error.message) : String(error);

/** Runs a script's main function. Its errors are printed, and the process exits with 1. */
export const run = (main: () => Promise<void>): void => {
  main().catch((error: unknown) => {
    process.stderr.write(`\n${wordsOf(error)}\n`);
    process.exitCode = 1;
  });
};

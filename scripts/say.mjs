/** Prints one line of progress. */
export const say = (text) => process.stdout.write(`${text}\n`);

/** A fault the person at the terminal can mend: printed as a sentence, without a stack. */
export class Stop extends Error {}

/** Runs a script's main function; a Stop is printed as its sentence, anything else with its stack. */
export const run = (main) =>
  main().catch((error) => {
    process.stderr.write(`\n${error instanceof Stop ? error.message : (error?.stack ?? error)}\n`);
    process.exitCode = 1;
  });

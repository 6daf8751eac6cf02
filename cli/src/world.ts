import { isAbsolute, join } from "node:path";

/** What a command sees of the machine it runs on. Tests give it another. */
export type World = {
  readonly cwd: string;
  readonly env: Readonly<Record<string, string | undefined>>;
  /** The person's own folder, where their .npmrc is. */
  readonly home: string;
  readonly stdin: () => Promise<string>;
  /** Writes a warning beside the output. */
  readonly warn: (message: string) => void;
};

/** A path as it was typed, from the root of the machine. */
export const pathIn = ({ cwd }: World, path: string): string => (isAbsolute(path) ? path : join(cwd, path));

/** A message as standard error shows it: each line begins with the program's name, and no name in it moves the cursor. */
export const warning = (message: string): string =>
  message
    .split("\n")
    .map((line) => `ypsiline: ${line.replace(/[^\P{Cc}\t]/gu, " ")}\n`)
    .join("");

/** What a command is given of the world around it, so that it can be run anywhere. */
export type World = {
  readonly cwd: string;
  readonly env: Readonly<Record<string, string | undefined>>;
  /** The person's own folder, where their .npmrc stands. */
  readonly home: string;
  readonly stdin: () => Promise<string>;
  /** Says what whoever typed it should know, beside what was asked. */
  readonly warn: (words: string) => void;
};

export const root: string;
export const chromiumPath: string;
/** Runs a TypeScript file of this folder and waits for it. */
export function runScript(file: string, args: readonly string[], env: Readonly<Record<string, string>>): void;

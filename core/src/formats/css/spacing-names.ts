import { plainName, untaken } from "../../layout/slug";

/** Names as parts of the names of properties, classes and tokens, kept apart where two would be written alike. */
export const namesIn = (names: readonly string[], usual: string): readonly string[] => {
  const taken = new Set<string>();
  return names.map((name) => {
    const unique = untaken(plainName(name) || usual, (one) => taken.has(one));
    taken.add(unique);
    return unique;
  });
};

/** Names of spacing steps as custom properties. */
export const spacingNames = (names: readonly string[]): readonly string[] => namesIn(names, "step").map((name) => `--space-${name}`);

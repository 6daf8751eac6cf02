/** Names as parts of the names of properties, classes and tokens, kept apart where two would be written alike. */
export const namesIn = (names: readonly string[], usual: string): readonly string[] => {
  const taken = new Set<string>();
  return names.map((name) => {
    const plain =
      name
        .toLowerCase()
        .normalize("NFKD")
        .replace(/[^a-z0-9]+/g, "-")
        .replace(/^-|-$/g, "") || usual;
    let unique = plain;
    for (let next = 2; taken.has(unique); next += 1) unique = `${plain}-${next}`;
    taken.add(unique);
    return unique;
  });
};

/** Names of spacing steps as custom properties. */
export const spacingNames = (names: readonly string[]): readonly string[] => namesIn(names, "step").map((name) => `--space-${name}`);

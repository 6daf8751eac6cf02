/** Names of spacing steps as custom properties, kept apart where two would be written alike. */
export const spacingNames = (names: readonly string[]): readonly string[] => {
  const taken = new Set<string>();
  return names.map((name) => {
    const plain =
      name
        .toLowerCase()
        .normalize("NFKD")
        .replace(/[^a-z0-9]+/g, "-")
        .replace(/^-|-$/g, "") || "step";
    let unique = plain;
    for (let next = 2; taken.has(unique); next += 1) unique = `${plain}-${next}`;
    taken.add(unique);
    return `--space-${unique}`;
  });
};

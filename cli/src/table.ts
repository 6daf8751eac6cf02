/** Rows as aligned columns, the first to the left, the others to the right. */
export const aligned = (rows: readonly (readonly string[])[], indent = ""): string => {
  const widths = (rows[0] ?? []).map((_cell, at) => Math.max(...rows.map((row) => [...(row[at] ?? "")].length)));
  const pad = (cell: string, at: number): string => {
    const space = " ".repeat(Math.max(0, (widths[at] ?? 0) - [...cell].length));
    return at === 0 ? cell + space : space + cell;
  };
  return rows.map((row) => (indent + row.map(pad).join("  ")).trimEnd()).join("\n");
};

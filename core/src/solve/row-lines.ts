/** Rows of x baseline lines with gaps of j lines between them. */
export type RowLines = { readonly row: number; readonly gap: number };

/**
 * Every way to share N baseline lines among k rows of x lines with gaps of j lines, N = k·x + (k − 1)·j, x ≥ 1,
 * j ≥ 0; narrowest gap first. N + j has to be a multiple of k, so the gaps are one residue class. One row has no gap.
 */
export const rowLines = (lines: number, rows: number): readonly RowLines[] => {
  if (!Number.isSafeInteger(lines) || !Number.isSafeInteger(rows) || lines < 1 || rows < 1) return [];
  if (rows === 1) return [{ row: lines, gap: 0 }];
  const found: RowLines[] = [];
  for (let gap = (rows - (lines % rows)) % rows; (rows - 1) * gap + rows <= lines; gap += rows)
    found.push({ row: (lines - (rows - 1) * gap) / rows, gap });
  return found;
};

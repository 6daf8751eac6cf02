/** Entries per page of every list that can grow. */
export const pageSize = 50;

/** One page of a list. `total` is null if counting would take longer than reading. */
export type Page<T> = { readonly page: number; readonly entries: readonly T[]; readonly total: number | null; readonly more: boolean };

/** Rows before a page. */
export const rowsBefore = (page: number): number => (page - 1) * pageSize;

/** A page made of its rows and one more (LIMIT pageSize + 1), which tells whether another page follows. The total is not counted. */
export const uncounted = <T>(page: number, rows: readonly T[]): Page<T> => ({
  page,
  total: null,
  more: rows.length > pageSize,
  entries: rows.slice(0, pageSize),
});

/** The page number in an address, from 1. Without one, or with an invalid one, the first page. */
export const pageOf = (text: string | undefined): number => (text !== undefined && /^[1-9]\d{0,4}$/.test(text) ? Number(text) : 1);

/** A search text of at most 100 characters as a LIKE pattern, with its special characters escaped. */
export const patternOf = (text: string | undefined): string | null => {
  const wanted = (text ?? "").trim().slice(0, 100);
  return wanted === "" ? null : `%${wanted.replace(/[\\%_]/g, "\\$&")}%`;
};

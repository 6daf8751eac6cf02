/** Entries to a page of any list that can grow. */
export const pageSize = 50;

/** One page of a list: which, its entries, and how many there are in all (null where counting them would take longer than reading them). */
export type Page<T> = { readonly page: number; readonly entries: readonly T[]; readonly total: number | null; readonly more: boolean };

/** Rows before a page. */
export const rowsBefore = (page: number): number => (page - 1) * pageSize;

/** A page of rows that were read with one more than it shows (LIMIT pageSize + 1); they are not counted. */
export const uncounted = <T>(page: number, rows: readonly T[]): Page<T> => ({
  page,
  total: null,
  more: rows.length > pageSize,
  entries: rows.slice(0, pageSize),
});

/** The page an address asks for, from 1; the first where it asks for none, or for what is no page. */
export const pageOf = (text: string | undefined): number => (text !== undefined && /^[1-9]\d{0,4}$/.test(text) ? Number(text) : 1);

/** What a search looks for: text of at most 100 characters, as a pattern in which none of them means anything else. */
export const patternOf = (text: string | undefined): string | null => {
  const wanted = (text ?? "").trim().slice(0, 100);
  return wanted === "" ? null : `%${wanted.replace(/[\\%_]/g, "\\$&")}%`;
};

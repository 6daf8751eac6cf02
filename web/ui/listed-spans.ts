/** Which spans a table lists: all of up to 12 columns; of more those most asked for, the first six and what divides the count. */
export const listsSpan = (columns: number, count: number): boolean => count <= 12 || columns <= 6 || count % columns === 0;

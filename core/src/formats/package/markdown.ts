/** Text as Markdown shows it: what would be taken for its own signs is escaped (CommonMark 2.4). */
export const plain = (text: string): string =>
  text
    .replace(/[\s\p{Cc}]+/gu, " ")
    .trim()
    .replace(/[!-/:-@[-`{-~]/g, (sign) => (/[,.'"()/:;%+=-]/.test(sign) ? sign : `\\${sign}`));

/** A table with headings; numbers are right-aligned. */
export const table = (headings: readonly string[], rows: readonly (readonly string[])[]): string => {
  const line = (cells: readonly string[]): string => `| ${cells.join(" | ")} |`;
  const rule = headings.map((_, index) => (index === 0 ? "---" : "---:"));
  return [line(headings), line(rule), ...rows.map(line)].join("\n");
};

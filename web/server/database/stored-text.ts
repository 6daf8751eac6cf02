/**
 * A layout document as JSON text, as the database stores it. The thread that answers requests passes it on unread; workers,
 * browsers and scripts parse it (`readStoredText` of core).
 */
export type StoredText = string;

/** Maximum length of a text that is sent inside a page, characters. The page contains it twice, escaped. */
const mostInPage = 64 * 1024;

/** A stored document for a page: its text, or for a long one the address to fetch it from (`ui/layout-text.ts`). */
export const givenLayout = (text: StoredText, at: string): { readonly text: StoredText } | { readonly at: string } =>
  text.length <= mostInPage ? { text } : { at };

/** The text of a JSON object whose members are JSON text, written without parsing them. */
export const jsonWith = (value: object, texts: Readonly<Record<string, string>>): string => {
  const written = JSON.stringify(value).slice(0, -1);
  const members = Object.entries(texts).map(([name, text]) => `${JSON.stringify(name)}:${text}`);
  return `${written}${written === "{" || members.length === 0 ? "" : ","}${members.join(",")}}`;
};

/**
 * A layout document as JSON text, as the database keeps it. The thread that answers everybody hands it on; reading it
 * (`readStoredText` of core) is work for a worker, a browser or a script.
 */
export type StoredText = string;

/** Longest text that is sent with a page, characters: it stands there twice, and is escaped each time. */
const mostInPage = 64 * 1024;

/** A stored document as a page is given it: its text, or the address a long one is fetched from (`ui/layout-text.ts`). */
export const givenLayout = (text: StoredText, at: string): { readonly text: StoredText } | { readonly at: string } =>
  text.length <= mostInPage ? { text } : { at };

/** A JSON object with members that are JSON text already, written without reading them. */
export const jsonWith = (value: object, texts: Readonly<Record<string, string>>): string => {
  const written = JSON.stringify(value).slice(0, -1);
  const members = Object.entries(texts).map(([name, text]) => `${JSON.stringify(name)}:${text}`);
  return `${written}${written === "{" || members.length === 0 ? "" : ","}${members.join(",")}}`;
};

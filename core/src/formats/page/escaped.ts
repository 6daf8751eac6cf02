const entities: Readonly<Record<string, string>> = { "&": "&amp;", "<": "&lt;", ">": "&gt;", '"': "&quot;", "'": "&#39;" };

/** Words as text of a page, or as the value of an attribute in quotes. Control characters become spaces. */
export const escaped = (words: string): string => words.replace(/\p{Cc}/gu, " ").replace(/[&<>"']/g, (sign) => entities[sign] ?? sign);

/** The result of something, or the reason why it failed, in words for the person who typed it. */
export type Result<T> = { readonly ok: true; readonly value: T } | { readonly ok: false; readonly message: string };

export const success = <T>(value: T): Result<T> => ({ ok: true, value });
export const refused = (message: string): { readonly ok: false; readonly message: string } => ({ ok: false, message });

/** The words of whatever was thrown. */
export const wordsOf = (error: unknown): string => (error instanceof Error ? error.message : String(error));

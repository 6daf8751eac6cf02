import { type Layout, readStoredLayout } from "@ypsiline/core";

/** A stored layout document as JSON text: a server hands it on without reading it. */
export type LayoutText = string;

/** The document in a stored text. @throws Error where it is none; what is stored was parsed before it was stored. */
export const layoutOf = (text: LayoutText): Layout => readStoredLayout(JSON.parse(text));

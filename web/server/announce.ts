import type { Sql } from "./database";

/** The one channel of PostgreSQL that tells every application process what happened. */
export const channel = "ypsiline";

/** Something others looking at a spec want to know at once; they ask for the rest themselves. */
export type SpecAnnouncement =
  | { readonly kind: "draft"; readonly spec: number; readonly revision: number }
  | { readonly kind: "version"; readonly spec: number; readonly number: string }
  | { readonly kind: "presence" | "comments" | "review" | "followed"; readonly spec: number };

export type Announcement =
  | SpecAnnouncement
  | { readonly kind: "deliveries" }
  | { readonly kind: "letters" }
  /** Within one process, which is about to end. */
  | { readonly kind: "drain" }
  /** A person's rights changed (0: anybody's may have): what was allowed is to be asked again. */
  | { readonly kind: "access"; readonly person: number };

/** Tells all processes; inside a transaction, when it commits. */
export const announce = async (sql: Sql, announcement: Announcement): Promise<void> => {
  await sql`SELECT pg_notify(${channel}, ${JSON.stringify(announcement)})`;
};

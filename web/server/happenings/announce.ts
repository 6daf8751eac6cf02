import type { Sql } from "../database/database";

/** The one channel of PostgreSQL that tells every application process what happened. */
export const channel = "ypsiline";

/** The two queues of letters: those about one account, which somebody waits for, and all others. Neither waits for the other. */
export const letterQueues = ["account-letters", "letters"] as const;
export type LetterQueue = (typeof letterQueues)[number];

/** Something others looking at a spec want to know at once; they ask for the rest themselves. */
export type SpecAnnouncement =
  | { readonly kind: "draft"; readonly spec: number; readonly revision: number }
  | { readonly kind: "version"; readonly spec: number; readonly number: string }
  | { readonly kind: "presence" | "comments" | "review" | "followed"; readonly spec: number };

export type Announcement =
  | SpecAnnouncement
  | { readonly kind: "deliveries" }
  | { readonly kind: LetterQueue }
  | { readonly kind: "counts" }
  /** Within one process, which is about to end. */
  | { readonly kind: "drain" }
  /** Rights changed: streams of that person, of that spec, or by that access token end, and whoever may still listen asks again. */
  | { readonly kind: "access"; readonly of: AccessOf };

/** Whose rights changed, or to what; `anybody` where it is not known. */
export type AccessOf = { readonly person: number } | { readonly spec: number } | { readonly token: number } | "anybody";

/** Tells all processes; inside a transaction, when it commits. */
export const announce = async (sql: Sql, ...announcements: readonly Announcement[]): Promise<void> => {
  if (announcements.length === 0) return;
  const texts = announcements.map((one) => JSON.stringify(one));
  await sql`SELECT pg_notify(${channel}, text) FROM unnest(${texts}::text[]) AS text`;
};

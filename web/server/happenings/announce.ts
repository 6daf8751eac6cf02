import type { LiveEvents, LiveName } from "@/wire/live";
import type { Sql } from "../database/database";

/** The PostgreSQL channel on which processes tell each other what happened. */
export const channel = "ypsiline";

/** The two queues of letters: about one account, for which somebody is waiting, and all others. Neither waits for the other. */
export const letterQueues = ["account-letters", "letters"] as const;
export type LetterQueue = (typeof letterQueues)[number];

/** Something that open pages of a spec are notified of at once. They fetch the details themselves. */
export type SpecAnnouncement = {
  readonly [Name in ToldLive]: { readonly kind: Name; readonly spec: number } & (LiveEvents[Name] extends Record<string, never>
    ? unknown
    : LiveEvents[Name]);
}[ToldLive];
/** The events of a spec that are announced; a stream opens by itself. */
type ToldLive = Exclude<LiveName, "open">;

export type Announcement =
  | SpecAnnouncement
  | { readonly kind: "deliveries" }
  | { readonly kind: LetterQueue }
  | { readonly kind: "counts" }
  /** This process is about to end; not sent to others. */
  | { readonly kind: "drain" }
  /** Rights changed: streams of that person, spec or access token end. Clients that may still listen reconnect. */
  | { readonly kind: "access"; readonly of: AccessOf };

/** Whose rights changed, or on what; `anybody` if that is unknown. */
export type AccessOf = { readonly person: number } | { readonly spec: number } | { readonly token: number } | "anybody";

/** Notifies all processes; inside a transaction, when it commits. */
export const announce = async (sql: Sql, ...announcements: readonly Announcement[]): Promise<void> => {
  if (announcements.length === 0) return;
  const texts = announcements.map((one) => JSON.stringify(one));
  await sql`SELECT pg_notify(${channel}, text) FROM unnest(${texts}::text[]) AS text`;
};

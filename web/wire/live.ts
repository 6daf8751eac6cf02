import { z } from "zod";
import { revisionNumber, versionNumber } from "./shapes";

/**
 * The server-sent events of a spec by name, with their data. An event says only that something happened; the page
 * fetches the rest. Events about versions go to every reader, the others to the team.
 */
export const liveEvents = {
  /** The stream has begun, or begun again: anything may have happened before. */
  open: z.strictObject({}),
  /** The draft has a later revision; 0 if that is possible but unknown. */
  draft: z.strictObject({ revision: z.union([revisionNumber, z.literal(0)]) }),
  version: z.strictObject({ number: versionNumber }),
  /** What it follows has a new version. */
  followed: z.strictObject({}),
  presence: z.strictObject({}),
  comments: z.strictObject({}),
  review: z.strictObject({}),
} as const;

export type LiveEvents = { readonly [Name in keyof typeof liveEvents]: z.output<(typeof liveEvents)[Name]> };
export type LiveName = keyof LiveEvents;

import { type Device, type Layout, limits, parseLayout, sizeSchema } from "@ypsiline/core";
import { z } from "zod";

/** Roles of a team, each allowed more than the one before. */
export const roles = ["reader", "author", "lead"] as const;
export type Role = (typeof roles)[number];

/** What a webhook is sent: everything as JSON, or one sentence as `{ "text": "…" }`. */
export const webhookForms = ["json", "text"] as const;
export type WebhookForm = (typeof webhookForms)[number];

/** Who of a team may publish: its leads, or its authors too. */
export const publisherSettings = ["leads", "authors"] as const;
export type Publishers = (typeof publisherSettings)[number];

/**
 * What an access token can be used for, if its maker's role allows it: reading versions, which every token can; drafts; reviews;
 * publishing; and the specs and projects themselves.
 */
export const tokenScopes = ["read", "draft", "review", "publish", "manage"] as const;
export type TokenScope = (typeof tokenScopes)[number];

/** Days after which a token may end; null for never. */
export const tokenDays = [30, 90, 365, null] as const;
/** Most specs that one token names. */
export const mostTokenSpecs = 50;

/** How somebody reads exact numbers. */
export const numberForms = ["fractions", "decimals-2", "decimals-3"] as const;
export type NumberForm = (typeof numberForms)[number];

/** A moment: ISO 8601 on the wire, a date on the server. */
export const moment = z.codec(z.iso.datetime(), z.date(), { decode: (text) => new Date(text), encode: (date) => date.toISOString() });

/** A whole layout document with every member it has by default; as core reads it. */
export const wholeLayout = z.custom<Layout>((value) => parseLayout(value).ok, { error: "must be a layout document" });

/** What a person calls themselves, a project or a token. */
export const givenName = z.string().trim().min(1, { error: "must not be empty" }).max(200, { error: "must be at most 200 characters" });

/** An address letters can be sent to. Accounts that were closed have ones under `closed.invalid`, where nobody gets any. */
export const emailAddress = z
  .string()
  .trim()
  .toLowerCase()
  .max(254, { error: "must be at most 254 characters" })
  .regex(/^[^\s@<>]+@[^\s@<>]+\.[^\s@<>]+$/, { error: "must be an e-mail address, like somebody@skerry.example" })
  .refine((address) => !address.endsWith(".invalid"), { error: "must be an address that can receive mail; .invalid addresses cannot" });

/** A password somebody chooses. */
export const newPassword = z
  .string()
  .min(12, { error: "must be at least 12 characters" })
  .max(1000, { error: "must be at most 1,000 characters" });

/** A password somebody has: what has no right length is nobody's. */
export const ownPassword = z.string().max(1000, { error: "must be at most 1,000 characters" });

/** What the secret of a mailed link may be at most. */
export const linkSecret = z.string().max(100);

/** Words somebody writes: a reason, a comment. */
export const writtenWords = (least: 0 | 1) =>
  z
    .string()
    .trim()
    .min(least, { error: "must not be empty" })
    .max(limits.text, { error: `must be at most ${limits.text} characters` });

export const rowId = z.number().int().min(1);
export const revisionNumber = z.number().int().min(1);
export const versionNumber = z.string().max(40);
export const slug = z.string().max(60);
/** An address that is given to a spec. */
export const newAddress = z.string().regex(/^[a-z][a-z0-9-]{0,59}$/, {
  error: "must be a small letter, then at most 59 small letters, digits or hyphens",
});
/** What a spec is for. */
export const description = z.string().trim().max(2000, { error: "must be at most 2,000 characters" });

/** Nothing sent, or nothing to say beside that it is done. */
export const nothing = z.strictObject({});

/** Most devices of a team. */
export const mostDevices = 40;

export const deviceList = z
  .array(
    z.strictObject({
      name: z
        .string()
        .max(80, { error: "must be at most 80 characters" })
        .refine((name) => name.trim() !== "", { error: "must not be empty" }),
      width: sizeSchema,
      height: sizeSchema,
      density: z
        .number()
        .min(0.5, { error: "must be from 0.5 to 8" })
        .max(8, { error: "must be from 0.5 to 8" })
        .refine((value) => /^\d(\.\d{1,3})?$/.test(String(value)), { error: "must have at most 3 decimals" }),
    }),
  )
  .min(1, { error: "must hold at least 1 device" })
  .max(mostDevices, { error: `must hold at most ${mostDevices} devices` });

/** A team's devices; the revision is the one they were read at, 0 for the usual ones. */
export const teamDevices = z.strictObject({
  revision: z.number().int().min(0),
  devices: z.custom<readonly Device[]>((value) => deviceList.safeParse(value).success),
});

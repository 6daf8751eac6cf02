import { versionLevels } from "@ypsiline/core";
import { z } from "zod";
import { slug, versionNumber } from "./shapes";

const version = { team: slug, spec: slug, name: z.string(), package: z.string(), version: versionNumber, url: z.url() };

/**
 * The messages that webhooks are sent, by event: when, and what a message has beside `event`. The interface's description
 * (OpenAPI) and docs/format.md list them from here.
 */
export const webhookMessages = {
  "version.published": {
    when: "A version was published",
    data: z.strictObject({
      ...version,
      previous: versionNumber.nullable(),
      level: z.enum(versionLevels).nullable(),
      note: z.string(),
      path: z.string(),
    }),
  },
  "version.withdrawn": { when: "A version was withdrawn", data: z.strictObject({ ...version, reason: z.string() }) },
  test: { when: "A lead sent a test", data: z.strictObject({ team: slug }) },
} as const;

export type WebhookEvent = keyof typeof webhookMessages;
/** What is queued of each: the address of the version's page is added when it is sent. */
export type WebhookData = { readonly [E in WebhookEvent]: Omit<z.output<(typeof webhookMessages)[E]["data"]>, "url"> };

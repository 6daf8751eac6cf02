import type postgres from "postgres";
import { announce } from "./announce";

export const webhookEvents = ["version.published", "version.withdrawn"] as const;
export type WebhookEvent = (typeof webhookEvents)[number];

/** Queues an event for every webhook of a team; inside the transaction that makes it true, so that neither is without the other. */
export const queueEvent = async (
  sql: postgres.TransactionSql,
  teamId: number,
  event: WebhookEvent,
  body: postgres.JSONValue,
): Promise<void> => {
  const rows = await sql`
    INSERT INTO webhook_delivery (webhook_id, event, body)
    SELECT id, ${event}, ${sql.json(body)} FROM webhook WHERE team_id = ${teamId} AND removed_at IS NULL RETURNING id`;
  if (rows.length > 0) await announce(sql, { kind: "deliveries" });
};

import type postgres from "postgres";
import type { WebhookData, WebhookEvent } from "@/wire/webhooks";
import { announce } from "./announce";

/** Queues an event for every webhook of a team, inside the transaction that makes it true. */
export const queueEvent = async <E extends WebhookEvent>(
  sql: postgres.TransactionSql,
  teamId: number,
  event: E,
  body: WebhookData[E],
): Promise<void> => {
  const rows = await sql`
    INSERT INTO webhook_delivery (webhook_id, event, body)
    SELECT id, ${event}, ${sql.json(body)} FROM webhook WHERE team_id = ${teamId} AND removed_at IS NULL RETURNING id`;
  if (rows.length > 0) await announce(sql, { kind: "deliveries" });
};

/** Queues a test message for one webhook. False if the team has no such webhook, or a test is already queued for it. */
export const queueTest = async (
  sql: postgres.TransactionSql,
  { teamId, team, id }: { readonly teamId: number; readonly team: string; readonly id: number },
): Promise<boolean> => {
  const rows = await sql`
    INSERT INTO webhook_delivery (webhook_id, event, body)
    SELECT w.id, ${"test" satisfies WebhookEvent}, ${sql.json({ team })} FROM webhook w
    WHERE w.id = ${id} AND w.team_id = ${teamId} AND w.removed_at IS NULL
      AND NOT EXISTS (SELECT 1 FROM webhook_delivery d WHERE d.webhook_id = w.id AND d.event = 'test' AND d.state = 'waiting')
    RETURNING id`;
  if (rows.length > 0) await announce(sql, { kind: "deliveries" });
  return rows.length > 0;
};

import type postgres from "postgres";
import { happened } from "./happenings";
import { announce } from "./announce";
import type { Sql } from "../database/database";
import { isLeased } from "../database/lease";
import { type Page, pageSize, rowsBefore, uncounted } from "../database/paging";
import { newSecret } from "../database/secrets";
import type { WebhookForm } from "@/wire/shapes";

export type Webhook = { readonly id: number; readonly url: string; readonly form: WebhookForm; readonly at: Date };
export type Delivery = {
  readonly id: number;
  readonly webhookId: number;
  readonly event: string;
  readonly state: "waiting" | "delivered" | "failed";
  readonly attempts: number;
  /** What the receiver answered last, or why there was none. */
  readonly answer: string;
  readonly at: Date;
  readonly nextAt: Date | null;
};

/** Webhooks of a team. */
export const mostWebhooks = 20;

export const webhooksOf = async (sql: Sql, teamId: number): Promise<readonly Webhook[]> =>
  sql<Webhook[]>`SELECT id, url, form, at FROM webhook WHERE team_id = ${teamId} AND removed_at IS NULL ORDER BY at, id`;

/** A page of what was sent to a team's webhooks, the latest first. */
export const deliveriesPage = async (sql: Sql, teamId: number, page: number): Promise<Page<Delivery>> =>
  uncounted(
    page,
    await sql<Delivery[]>`
      SELECT d.id, d.webhook_id AS "webhookId", d.event, d.state, d.attempts, d.answer, d.at, d.next_at AS "nextAt"
      FROM webhook_delivery d JOIN webhook w ON w.id = d.webhook_id
      WHERE w.team_id = ${teamId} ORDER BY d.at DESC, d.id DESC LIMIT ${pageSize + 1} OFFSET ${rowsBefore(page)}`,
  );

/** Adds a webhook; the secret that signs its deliveries is shown once. Null if the team has the maximum already. */
export const addWebhook = async (
  sql: postgres.TransactionSql,
  input: { readonly teamId: number; readonly personId: number; readonly url: string; readonly form: WebhookForm },
): Promise<string | null> => {
  if ((await webhooksOf(sql, input.teamId)).length >= mostWebhooks) return null;
  const secret = newSecret();
  await sql`
    INSERT INTO webhook (team_id, url, form, secret, made_by)
    VALUES (${input.teamId}, ${input.url}, ${input.form}, ${secret}, ${input.personId})`;
  await happened(sql, { kind: "webhook-added", ...input, host: new URL(input.url).host });
  return secret;
};

export const removeWebhook = async (
  sql: postgres.TransactionSql,
  input: { readonly teamId: number; readonly personId: number; readonly id: number },
): Promise<boolean> => {
  const [row] = await sql<{ url: string }[]>`
      UPDATE webhook SET removed_at = now() WHERE id = ${input.id} AND team_id = ${input.teamId} AND removed_at IS NULL RETURNING url`;
  if (!row) return false;
  await endDeliveries(sql, [input.id]);
  await happened(sql, { kind: "webhook-removed", ...input, host: new URL(row.url).host });
  return true;
};

/** Gives up what waits for webhooks that are removed. */
const endDeliveries = async (sql: Sql, webhookIds: readonly number[]): Promise<void> => {
  await sql`
    UPDATE webhook_delivery SET state = 'failed', next_at = NULL, leased_until = NULL, answer = 'the webhook was removed'
    WHERE webhook_id IN ${sql([0, ...webhookIds])} AND state = 'waiting'`;
};

/** Removes every webhook of a team. */
export const removeWebhooksOf = async (sql: Sql, teamId: number): Promise<void> => {
  const rows = await sql<
    { id: number }[]
  >`UPDATE webhook SET removed_at = now() WHERE team_id = ${teamId} AND removed_at IS NULL RETURNING id`;
  await endDeliveries(
    sql,
    rows.map(({ id }) => id),
  );
};

/** Sends a delivery again, at once and from the first attempt. */
export const repeatDelivery = async (sql: postgres.TransactionSql, teamId: number, id: number): Promise<boolean> => {
  const rows = await sql`
      UPDATE webhook_delivery d SET state = 'waiting', attempts = 0, next_at = now(), leased_until = NULL, answer = ''
      FROM webhook w WHERE w.id = d.webhook_id AND d.id = ${id} AND w.team_id = ${teamId} AND w.removed_at IS NULL AND d.state <> 'waiting' RETURNING d.id`;
  if (rows.length > 0) await announce(sql, { kind: "deliveries" });
  return rows.length > 0;
};

export type DueDelivery = {
  readonly id: number;
  readonly url: string;
  readonly form: WebhookForm;
  readonly secret: string;
  readonly event: string;
  readonly body: unknown;
  /** Which attempt this is, from 1. */
  readonly attempts: number;
};

/** Deliveries of one team that are sent at once, so that one team's slow receivers leave room for others'. */
const atOnceOfTeam = 8;

/**
 * Takes one delivery that is due and leases it for a while: if this process dies, it is due again afterwards. One at a
 * time per webhook, a few per team, none of removed webhooks. Null if nothing is due.
 */
export const takeDue = async (sql: Sql, leaseSeconds: number): Promise<DueDelivery | null> => {
  const [row] = await sql<DueDelivery[]>`
    UPDATE webhook_delivery d SET leased_until = now() + make_interval(secs => ${leaseSeconds}), attempts = d.attempts + 1
    FROM webhook w
    WHERE w.id = d.webhook_id AND w.removed_at IS NULL AND d.id = (
      SELECT due.id FROM webhook_delivery due JOIN webhook own ON own.id = due.webhook_id
      WHERE due.state = 'waiting' AND (due.next_at <= now() OR due.at > now()) AND own.removed_at IS NULL
        AND NOT ${isLeased(sql, "due.leased_until")}
        AND NOT EXISTS (SELECT 1 FROM webhook_delivery sent WHERE sent.webhook_id = due.webhook_id AND ${isLeased(sql, "sent.leased_until")})
        AND (SELECT count(*) FROM webhook_delivery sent JOIN webhook its ON its.id = sent.webhook_id
             WHERE ${isLeased(sql, "sent.leased_until")} AND its.team_id = own.team_id) < ${atOnceOfTeam}
      ORDER BY due.next_at, due.id LIMIT 1 FOR UPDATE OF due SKIP LOCKED)
    RETURNING d.id, w.url, w.form, w.secret, d.event, d.body, d.attempts`;
  return row ?? null;
};

/**
 * Notes how an attempt went: delivered, to be tried again in so many seconds, or given up. A delivery that was ended or
 * taken anew meanwhile stays as it is.
 */
export const noteAttempt = async (
  sql: Sql,
  { id, attempts }: Pick<DueDelivery, "id" | "attempts">,
  outcome: { readonly delivered: boolean; readonly answer: string; readonly retryIn: number | null },
): Promise<void> => {
  const { delivered, answer, retryIn } = outcome;
  await sql`
    UPDATE webhook_delivery SET
      state = ${delivered ? "delivered" : retryIn === null ? "failed" : "waiting"},
      answer = ${answer.slice(0, 500)},
      leased_until = NULL,
      next_at = ${delivered || retryIn === null ? null : sql`now() + make_interval(secs => ${retryIn})`},
      delivered_at = ${delivered ? sql`now()` : null}
    WHERE id = ${id} AND state = 'waiting' AND attempts = ${attempts}`;
};

/** Seconds until the next delivery that nobody has taken is due; null if none is waiting. */
export const nextDue = async (sql: Sql): Promise<number | null> => {
  const [row] = await sql<{ seconds: number | null }[]>`
    SELECT extract(epoch FROM min(greatest(d.next_at, d.leased_until)) - now())::float8 AS seconds
    FROM webhook_delivery d JOIN webhook w ON w.id = d.webhook_id WHERE d.state = 'waiting' AND w.removed_at IS NULL`;
  return row?.seconds ?? null;
};

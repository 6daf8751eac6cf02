import { onTeam } from "@/server/requests/authorized-handlers";
import { webhookUrl } from "@/server/happenings/attempt-delivery";
import { addWebhook, mostWebhooks } from "@/server/happenings/webhooks";

/** Adds a webhook; its secret is seen this once. */
export const POST = onTeam("POST /api/teams/:team/webhooks", "manage-team", async ({ answer, body, write }) => {
  const url = webhookUrl(body.url);
  if (!url.ok) return { code: "unprocessable", detail: `The address ${url.message}.`, issues: [{ path: "/url", message: url.message }] };
  const secret = await write((sql, { team, person }) =>
    addWebhook(sql, { teamId: team.id, personId: person.id, url: url.url, form: body.form }),
  );
  return secret === null
    ? { code: "unprocessable", detail: `A team may have ${mostWebhooks} webhooks; remove one first.` }
    : answer({ secret }, { status: 201, headers: { "Cache-Control": "no-store" } });
});

"use client";

import { useState } from "react";
import type { Delivery, Webhook } from "@/server/happenings/webhooks";
import { type WebhookForm, webhookForms } from "@/wire/shapes";
import { timeText } from "@/ui/dates";
import { FormField } from "@/ui/form-field";
import { SecretOnce } from "@/ui/secret-once";
import { useMutation } from "@/ui/use-mutation";
import { TableScroll } from "@/ui/table-scroll";

type Props = { readonly team: string; readonly webhooks: readonly Webhook[]; readonly deliveries: readonly Delivery[] };

/** What a webhook is sent, as it is chosen. */
const formWords: Readonly<Record<WebhookForm, string>> = {
  json: "everything, as JSON",
  text: "one sentence, for a chat",
};
const stateTag = { waiting: "caution", delivered: "held", failed: "problem" } as const;

/** Addresses that receive a message about published and withdrawn versions, and their deliveries. */
export const Webhooks = ({ team, webhooks, deliveries }: Props) => {
  const mutation = useMutation();
  const [url, setUrl] = useState("");
  const [form, setForm] = useState<WebhookForm>("json");
  const [tested, setTested] = useState<number | null>(null);
  /** The secret of the webhook that was just made; gone with it. */
  const [made, setMade] = useState<{ readonly url: string; readonly secret: string } | null>(null);
  const hostOf = (id: number): string => {
    const found = webhooks.find((one) => one.id === id);
    return found ? new URL(found.url).host : "removed";
  };
  return (
    <section aria-labelledby="webhooks-title">
      <h2 id="webhooks-title">Webhooks</h2>
      <p className="quiet">
        Each webhook gets a signed message (HMAC SHA-256) when a version is published or withdrawn. A message that is not accepted is sent
        again, at growing intervals.
      </p>
      <ul className="plain-list card-plain p-3">
        {webhooks.length === 0 && <li className="quiet">No webhooks. Add one to tell another system whenever a version is published.</li>}
        {webhooks.map((webhook) => (
          <li key={webhook.id} className="webhook">
            <span className="num num-wrap">{webhook.url}</span> <span className="quiet">gets {formWords[webhook.form]}</span>{" "}
            <button
              type="button"
              className="btn btn-sm btn-quiet"
              disabled={mutation.busy}
              aria-label={`Send a test to ${webhook.url}`}
              onClick={() =>
                void mutation.send("POST /api/teams/:team/webhooks/:id/test", { team, id: webhook.id }, {}, () => setTested(webhook.id))
              }
            >
              Send a test
            </button>{" "}
            <button
              type="button"
              className="btn btn-sm btn-quiet"
              disabled={mutation.busy}
              aria-label={`Remove ${webhook.url}`}
              onClick={() =>
                void mutation.send("POST /api/teams/:team/webhooks/:id", { team, id: webhook.id }, {}, () =>
                  setMade((now) => (now?.url === webhook.url ? null : now)),
                )
              }
            >
              Remove
            </button>
            {tested === webhook.id && (
              <span className="quiet" role="status">
                {" "}
                The test is on its way. How it went is shown under Deliveries.
              </span>
            )}
          </li>
        ))}
      </ul>
      <form
        className="card-plain inline-form"
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void mutation.send("POST /api/teams/:team/webhooks", { team }, { url, form }, (value) => {
            setMade({ url: url.trim(), secret: value.secret });
            setUrl("");
          });
        }}
      >
        <FormField id="webhook-url" label="Add a webhook" fault={mutation.fault}>
          {(field) => (
            <input
              {...field}
              className="form-control num"
              placeholder="https://hooks.skerry.example/layouts"
              value={url}
              onChange={(event) => setUrl(event.target.value)}
            />
          )}
        </FormField>
        <FormField id="webhook-form" label="What it gets">
          {(field) => (
            <select
              {...field}
              className="form-select"
              value={form}
              onChange={(event) => setForm(webhookForms.find((one) => one === event.target.value) ?? "json")}
            >
              {webhookForms.map((one) => (
                <option key={one} value={one}>
                  {formWords[one]}
                </option>
              ))}
            </select>
          )}
        </FormField>
        <button className="btn btn-primary" disabled={mutation.busy || url.trim() === ""}>
          Add
        </button>
      </form>
      {made && (
        <SecretOnce
          label="Signing secret"
          secret={made.secret}
          words="It is shown only once. The signature covers the time, a dot and the body."
        />
      )}
      {deliveries.length > 0 && (
        <TableScroll label="Deliveries" className="card-plain mt-3">
          <table className="people" aria-label="Deliveries">
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">To</th>
                <th scope="col">What</th>
                <th scope="col">State</th>
                <th scope="col">Answer</th>
                <th scope="col" aria-label="Repeat" />
              </tr>
            </thead>
            <tbody>
              {deliveries.map((delivery) => (
                <tr key={delivery.id}>
                  <td className="num">{timeText(new Date(delivery.at))}</td>
                  <td className="num">{hostOf(delivery.webhookId)}</td>
                  <td>{delivery.event}</td>
                  <td>
                    <span className={`tag ${stateTag[delivery.state]}`}>{delivery.state}</span>{" "}
                    <span className="quiet">
                      {delivery.attempts} {delivery.attempts === 1 ? "attempt" : "attempts"}
                    </span>
                  </td>
                  <td>{delivery.answer}</td>
                  <td className="text-end">
                    {delivery.state !== "waiting" && (
                      <button
                        type="button"
                        className="btn btn-sm btn-quiet"
                        disabled={mutation.busy}
                        onClick={() => void mutation.send("POST /api/teams/:team/deliveries/:id", { team, id: delivery.id }, {})}
                      >
                        Send again
                      </button>
                    )}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </TableScroll>
      )}
    </section>
  );
};

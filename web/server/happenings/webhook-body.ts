import type { WebhookForm } from "@/wire/shapes";
import type { WebhookEvent } from "@/wire/webhooks";
import { site } from "../settings/settings";

/** A webhook message in the queue: its event and its data. Another release may have queued it. */
export type Event = { readonly event: string; readonly body: unknown };

/** Each event as one sentence. `text` is a member of the data, "" if it is not a text; `page` is the version's address. */
const sentences: { readonly [E in WebhookEvent]: (text: (name: string) => string, page: string) => string } = {
  "version.published": (text, page) => {
    const level = text("level") === "" ? "" : ` (${text("level")})`;
    const note = text("note") === "" ? "." : `: ${text("note")}`;
    return `${text("name")} ${text("version")} was published${level}${note} ${page}`;
  },
  "version.withdrawn": (text, page) => `${text("name")} ${text("version")} was withdrawn: ${text("reason")} ${page}`,
  test: () => "This is a test message from Ypsiline. Messages about versions will arrive here.",
};

const isKnown = (event: string): event is WebhookEvent => Object.hasOwn(sentences, event);

/** A member of an event's data; "" if it is not a text. */
const memberOf =
  (body: unknown) =>
  (name: string): string => {
    const value = (body as Readonly<Record<string, unknown>>)[name];
    return typeof value === "string" ? value : "";
  };

/** The absolute address of the page of the version that an event is about. */
const pageOf = (body: unknown): string => {
  const text = memberOf(body);
  return `${site()}/specs/${text("team")}/${text("spec")}/versions/${text("version")}`;
};

/** An event as one sentence, with the address of its page. */
const eventWords = ({ event, body }: Event): string => (isKnown(event) ? sentences[event](memberOf(body), pageOf(body)) : event);

/** An event as JSON. One about a version has the address of its page, too. */
const eventJson = ({ event, body }: Event) => ({
  event,
  ...(body as object),
  ...(memberOf(body)("version") === "" ? {} : { url: pageOf(body) }),
});

/** The body of a delivery: everything as JSON, or `{ "text": "…" }`, which chat services show as a message (common practice). */
export const payloadOf = (form: WebhookForm, { event, body }: Event): string =>
  JSON.stringify(form === "text" ? { text: eventWords({ event, body }) } : eventJson({ event, body }));

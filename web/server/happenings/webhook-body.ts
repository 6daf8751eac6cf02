import type { WebhookForm } from "@/wire/shapes";
import { site } from "../settings/settings";

/** A webhook message in the queue: its event and its data. */
export type Event = { readonly event: string; readonly body: unknown };

const textOf = (body: Readonly<Record<string, unknown>>, name: string): string => (typeof body[name] === "string" ? body[name] : "");

/** An event as one sentence, with the address of its page. */
export const eventWords = ({ event, body }: Event): string => {
  const facts = body as Readonly<Record<string, unknown>>;
  const [name, version, level, note, reason] = ["name", "version", "level", "note", "reason"].map((one) => textOf(facts, one));
  const page = `${site()}/specs/${textOf(facts, "team")}/${textOf(facts, "spec")}/versions/${version}`;
  switch (event) {
    case "version.published":
      return `${name} ${version} was published${level ? ` (${level})` : ""}${note ? `: ${note}` : "."} ${page}`;
    case "version.withdrawn":
      return `${name} ${version} was withdrawn: ${reason} ${page}`;
    default:
      return "This is a test message from Ypsiline. Messages about versions will arrive here.";
  }
};

/** The body of a delivery: everything as JSON, or `{ "text": "…" }`, which chat services show as a message (common practice). */
export const payloadOf = (form: WebhookForm, { event, body }: Event): string =>
  JSON.stringify(form === "text" ? { text: eventWords({ event, body }) } : { event, ...(body as object) });

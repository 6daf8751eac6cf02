import { type Announcement, type LetterQueue, channel } from "./announce";
import { database, onRenewed } from "../database/database";
import { report } from "../settings/report";

type Hear = (announcement: Announcement) => void;

/** A topic to listen to: a spec (its id), the queues of webhooks and letters, or changed rights. */
type Topic = number | "deliveries" | "counts" | LetterQueue | "access" | "drain";

/** The listeners of this process by topic. One connection listens for all of them. */
type Ear = { readonly hearers: Map<Topic, Set<Hear>>; listening: Promise<unknown> | null; renews: boolean; drains: boolean };

const shared = globalThis as { ypsilineEar?: Ear };
const ear = (): Ear => (shared.ypsilineEar ??= { hearers: new Map(), listening: null, renews: false, drains: false });

const pass = (payload: string): void => {
  const announcement = JSON.parse(payload) as Announcement;
  const key = "spec" in announcement ? announcement.spec : announcement.kind;
  for (const hear of ear().hearers.get(key) ?? []) hear(announcement);
};

/** After the connection was lost and restored, anything may have happened: all listeners are told to look. */
const missed = (): void => {
  const unheard = (topic: Topic): Announcement =>
    typeof topic === "number"
      ? { kind: "draft", spec: topic, revision: 0 }
      : topic === "access"
        ? { kind: "access", of: "anybody" }
        : { kind: topic };
  for (const [topic, hearers] of ear().hearers) if (topic !== "drain") for (const hear of hearers) hear(unheard(topic));
};

const listen = async (): Promise<void> => {
  try {
    let first = true;
    await database().listen(channel, pass, () => {
      if (!first) missed();
      first = false;
    });
  } catch (error) {
    report("listening to the database", error);
    ear().listening = null;
    setTimeout(ensure, 2_000).unref();
  }
};
const ensure = (): void => {
  if (ear().listening) return;
  ear().listening = listen();
  if (ear().renews) return;
  ear().renews = true;
  // A new pool listens anew, and what was said in between was not heard.
  onRenewed(() => {
    ear().listening = null;
    ensure();
    missed();
  });
};

/** Ends every event stream of this process, because it is about to end. Clients reconnect to another process. */
export const drainStreams = (): void => {
  ear().drains = true;
  for (const hear of [...(ear().hearers.get("drain") ?? [])]) hear({ kind: "drain" });
};

/** Listens to a topic, from every process. Returns a function that stops listening. */
export const listenTo = (key: Topic, hear: Hear): (() => void) => {
  const { hearers } = ear();
  const set = hearers.get(key) ?? new Set<Hear>();
  set.add(hear);
  hearers.set(key, set);
  ensure();
  // A stream that begins at a process that is about to end is told at once to ask elsewhere.
  if (key === "drain" && ear().drains) queueMicrotask(() => (set.has(hear) ? hear({ kind: "drain" }) : undefined));
  return () => {
    set.delete(hear);
    if (set.size === 0) hearers.delete(key);
  };
};

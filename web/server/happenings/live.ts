import { type Announcement, type LetterQueue, channel } from "./announce";
import { database, onRenewed } from "../database/database";
import { report } from "../settings/report";

type Listener = (announcement: Announcement) => void;

/** A topic to listen to: a spec (its id), the queues of webhooks and letters, or changed rights. */
type Topic = number | "deliveries" | "counts" | LetterQueue | "access" | "drain";

/** The listeners of this process by topic. One connection listens for all of them. */
type Listeners = { readonly byTopic: Map<Topic, Set<Listener>>; listening: Promise<unknown> | null; renews: boolean; drains: boolean };

const shared = globalThis as { ypsilineListeners?: Listeners };
const listeners = (): Listeners => (shared.ypsilineListeners ??= { byTopic: new Map(), listening: null, renews: false, drains: false });

const pass = (payload: string): void => {
  const announcement = JSON.parse(payload) as Announcement;
  const key = "spec" in announcement ? announcement.spec : announcement.kind;
  for (const listener of listeners().byTopic.get(key) ?? []) listener(announcement);
};

/** After a lost connection anything may have happened, so all listeners are told to fetch. */
const missed = (): void => {
  const anything = (topic: Topic): Announcement =>
    typeof topic === "number"
      ? { kind: "draft", spec: topic, revision: 0 }
      : topic === "access"
        ? { kind: "access", of: "anybody" }
        : { kind: topic };
  for (const [topic, topicListeners] of listeners().byTopic)
    if (topic !== "drain") for (const listener of topicListeners) listener(anything(topic));
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
    listeners().listening = null;
    setTimeout(ensure, 2_000).unref();
  }
};
const ensure = (): void => {
  if (listeners().listening) return;
  listeners().listening = listen();
  if (listeners().renews) return;
  listeners().renews = true;
  // A new pool listens anew, and what was said in between was not heard.
  onRenewed(() => {
    listeners().listening = null;
    ensure();
    missed();
  });
};

/** Ends every event stream of this process, because it is about to end. Clients reconnect to another process. */
export const drainStreams = (): void => {
  listeners().drains = true;
  for (const listener of [...(listeners().byTopic.get("drain") ?? [])]) listener({ kind: "drain" });
};

/** Listens to a topic, from every process. Returns a function that stops listening. */
export const listenTo = (key: Topic, listener: Listener): (() => void) => {
  const { byTopic } = listeners();
  const set = byTopic.get(key) ?? new Set<Listener>();
  set.add(listener);
  byTopic.set(key, set);
  ensure();
  // A stream that starts at a process that is about to end is told at once to reconnect elsewhere.
  if (key === "drain" && listeners().drains) queueMicrotask(() => (set.has(listener) ? listener({ kind: "drain" }) : undefined));
  return () => {
    set.delete(listener);
    if (set.size === 0) byTopic.delete(key);
  };
};

import type { AccessOf, SpecAnnouncement } from "@/server/happenings/announce";
import { listenTo } from "@/server/happenings/live";
import { takeSeat } from "@/server/running/open-streams";
import { addressOf, handler } from "@/server/requests/handler";
import { may } from "@/server/identity/permissions";
import { report } from "@/server/settings/report";
import { allowedSpec, allowedSpecNow } from "@/server/requests/viewer";
import type { LiveEvents, LiveName } from "@/wire/live";

/** Seconds between words that keep the connection open. */
const heartbeat = 15;
/** A stream ends after this long and is asked for again, so that a person who lost the right to it does not keep it. */
const longest = 600;

/** Messages that may wait for a reader that is slow to take them. */
const mostUnread = 500;

/** A server-sent event, as `wire/live.ts` says what it holds. */
const event = <Name extends LiveName>(name: Name, data: LiveEvents[Name]): string => `event: ${name}\ndata: ${JSON.stringify(data)}\n\n`;

const toldOf = ({ kind, spec: _, ...data }: SpecAnnouncement): string => event(kind, data as LiveEvents[typeof kind]);

/** What happens to a spec, as server-sent events: new versions to all its readers, the rest to its team. */
export const GET = handler<{ team: string; spec: string }>(async (request, { team, spec }) => {
  const allowed = await allowedSpec(team, spec, "read-version");
  if (!allowed.ok) return allowed.problem;
  const member = may(allowed.spec.role, "read-draft");
  const { person } = allowed;
  const seat = takeSeat(person?.id ?? null, addressOf(request.headers));
  if (!seat) return { code: "too-many", detail: "Too many pages listen at once from here.", headers: { "Retry-After": "30" } };
  const concerns = (of: AccessOf): boolean =>
    of === "anybody" ||
    ("person" in of ? of.person === person?.id : "spec" in of ? of.spec === allowed.spec.id : of.token === allowed.tokenId);
  const words = new TextEncoder();
  let stop = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start: (controller) => {
      const send = (text: string): void => {
        if (request.signal.aborted) return stop();
        if ((controller.desiredSize ?? 0) >= -mostUnread) return controller.enqueue(words.encode(text));
        // A reader that takes nothing is disconnected, instead of queueing messages without end.
        stop();
        controller.error(new Error("the reader takes nothing"));
      };
      const deaf = listenTo(allowed.spec.id, (announcement) => {
        if (!("spec" in announcement) || (announcement.kind !== "version" && !member)) return;
        send(toldOf(announcement));
      });
      // Where rights changed the stream ends; who may still listen asks anew and is let in.
      const unasked = listenTo("access", (announcement) => {
        if (announcement.kind === "access" && concerns(announcement.of)) finish();
      });
      const drained = listenTo("drain", () => finish());
      const timer = setInterval(() => send(": here\n\n"), heartbeat * 1000);
      // With the token it was asked for with, too: nobody announces that a token's day has come.
      const left = allowed.tokenEnds === null ? Infinity : allowed.tokenEnds.getTime() - Date.now();
      const end = setTimeout(() => finish(), Math.min(longest * 1000, Math.max(0, left)));
      const finish = (): void => {
        if (stopped) return;
        stop();
        controller.close();
      };
      let stopped = false;
      stop = () => {
        if (stopped) return;
        stopped = true;
        seat.leave();
        unasked();
        drained();
        deaf();
        clearInterval(timer);
        clearTimeout(end);
      };
      request.signal.addEventListener("abort", () => stop());
      send(`retry: 1000\n\n${event("open", {})}`);
      // The right may have ended between the first question and the moment this stream began to listen.
      allowedSpecNow(request.headers, team, spec).then(
        (now) => (now.ok && now.spec.id === allowed.spec.id && may(now.spec.role, "read-draft") === member ? undefined : finish()),
        (error: unknown) => {
          report("asking again who listens", error);
          finish();
        },
      );
    },
    cancel: () => stop(),
  });
  return new Response(stream, {
    headers: {
      "Content-Type": "text/event-stream",
      "Cache-Control": "no-store, no-transform",
      Connection: "keep-alive",
      "X-Accel-Buffering": "no",
    },
  });
});

import { listenTo } from "@/server/live";
import { handler } from "@/server/handler";
import { may } from "@/server/permissions";
import { allowedSpec } from "@/server/viewer";

/** Seconds between words that keep the connection open. */
const heartbeat = 15;
/** A stream ends after this long and is asked for again, so that a person who lost the right to it does not keep it. */
const longest = 600;

/** What happens to a spec, as server-sent events: new versions to all its readers, the rest to its team. */
export const GET = handler<{ team: string; spec: string }>(async (request, { team, spec }) => {
  const allowed = await allowedSpec(team, spec, "read-version");
  if (!allowed.ok) return allowed.problem;
  const member = may(allowed.spec.role, "read-draft");
  const words = new TextEncoder();
  let stop = (): void => undefined;
  const stream = new ReadableStream<Uint8Array>({
    start: (controller) => {
      const send = (text: string): void => {
        try {
          controller.enqueue(words.encode(text));
        } catch {
          stop();
        }
      };
      const deaf = listenTo(allowed.spec.id, (announcement) => {
        if (announcement.kind === "deliveries" || (announcement.kind !== "version" && !member)) return;
        const { spec: _, ...told } = announcement;
        send(`event: ${announcement.kind}\ndata: ${JSON.stringify(told)}\n\n`);
      });
      const timer = setInterval(() => send(": here\n\n"), heartbeat * 1000);
      const end = setTimeout(() => {
        stop();
        controller.close();
      }, longest * 1000);
      stop = () => {
        deaf();
        clearInterval(timer);
        clearTimeout(end);
      };
      request.signal.addEventListener("abort", () => stop());
      send("retry: 1000\n\nevent: open\ndata: {}\n\n");
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

import { receiver } from "@/server/happenings/demo-receiver";
import { isDemo } from "@/server/settings/settings";
import { handler } from "@/server/requests/handler";
import { mebibyte, readText } from "@/server/http/request-body";

const absent = { code: "not-found", detail: "The stand-in receiver is part of the demo only." } as const;

/** The messages that the simulated receiver has received; `?down=1` switches it off and `?down=0` on again. */
export const GET = handler((request) => {
  if (!isDemo()) return Promise.resolve(absent);
  const down = new URL(request.url).searchParams.get("down");
  if (down !== null) receiver.switchOff(down === "1");
  const told = { down: receiver.isDown(), messages: receiver.messages() };
  return Promise.resolve(Response.json(told, { headers: { "Cache-Control": "no-store" } }));
});

export const POST = handler(async (request) => {
  if (!isDemo()) return absent;
  const text = await readText(request, mebibyte);
  if (!text.ok) return text.problem;
  const header = (name: string): string => request.headers.get(name) ?? "";
  const taken = receiver.take({
    at: new Date().toISOString(),
    event: header("x-ypsiline-event"),
    signed: header("x-ypsiline-signature"),
    time: header("x-ypsiline-time"),
    body: text.value,
  });
  return taken ? new Response(null, { status: 204 }) : new Response(null, { status: 503 });
});

import { report } from "../settings/report";

/**
 * An answer that is sent part by part, as fast as its reader takes them. It is never whole in memory, and other requests are
 * answered between its parts. A fault aborts the connection, so that no reader mistakes half of it for the whole.
 */
export const streamed = (parts: AsyncGenerator<string, void, void>, headers: Readonly<Record<string, string>>): Response => {
  const words = new TextEncoder();
  const body = new ReadableStream<Uint8Array>({
    pull: async (controller) => {
      try {
        const part = await parts.next();
        if (part.done) controller.close();
        else controller.enqueue(words.encode(part.value));
      } catch (error) {
        report("sending an answer part by part", error);
        controller.error(error);
      }
    },
    cancel: async () => {
      await parts.return();
    },
  });
  return new Response(body, { headers: { "Cache-Control": "no-store", ...headers } });
};

import { report } from "../settings/report";

/**
 * An answer that is sent as it is made, a part for each time its reader takes more: a long one is never whole in memory,
 * and others are answered between its parts. A fault breaks it off, so that no reader takes half of it for all.
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

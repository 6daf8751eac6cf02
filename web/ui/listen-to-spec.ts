import type { LiveEvents, LiveName } from "@/wire/live";

/** What is done at each event of a spec. */
type SpecListeners = { readonly [Name in LiveName]?: (data: LiveEvents[Name]) => void };

/** Hears the events of a spec (`wire/live.ts`) until the stream is closed. */
export const listenToSpec = (path: { readonly team: string; readonly spec: string }, listeners: SpecListeners): EventSource => {
  const source = new EventSource(`/api/specs/${path.team}/${path.spec}/events`);
  for (const [name, listener] of Object.entries(listeners) as [LiveName, (data: unknown) => void][])
    source.addEventListener(name, (event) => {
      // The browser has an "open" of its own, which holds nothing.
      if (event instanceof MessageEvent) listener(JSON.parse(event.data as string));
    });
  return source;
};

"use client";

import { useEffect, useRef, useState } from "react";
import { listenToSpec } from "@/ui/listen-to-spec";
import { send } from "@/ui/request";
import { createLive, type LiveListeners, type Present } from "./live-store";

/** How often a tab reports that it is open, ms. */
const stillHere = 10_000;

/** Listens to what others do in a draft, and who they are. */
export const useLive = (
  { team, spec }: { readonly team: string; readonly spec: string },
  tab: () => string,
  at: string,
  listeners: Omit<LiveListeners, "present">,
): readonly Present[] => {
  const [present, setPresent] = useState<readonly Present[]>([]);
  const latest = useRef(listeners);
  const place = useRef(at);
  const live = useRef<ReturnType<typeof createLive> | null>(null);
  useEffect(() => {
    latest.current = listeners;
  });

  useEffect(() => {
    const made = createLive(
      {
        open: (streamListeners) => {
          const source = listenToSpec({ team, spec }, streamListeners);
          return () => source.close();
        },
        report: async (message) => {
          const answer = await send("POST /api/drafts/:team/:spec/presence", { team, spec }, message, { keepalive: message.gone });
          return answer.ok ? answer.value.present : null;
        },
        seen: () => document.visibilityState === "visible",
      },
      { tab: tab(), at: place.current },
      () => ({ ...latest.current, present: setPresent }),
    );
    live.current = made;
    made.look();
    const leave = new AbortController();
    document.addEventListener("visibilitychange", made.look, { signal: leave.signal });
    window.addEventListener("pagehide", made.leave, { signal: leave.signal });
    const timer = setInterval(made.beat, stillHere);
    return () => {
      leave.abort();
      clearInterval(timer);
      made.leave();
    };
  }, [team, spec, tab]);

  useEffect(() => {
    if (place.current === at) return;
    place.current = at;
    live.current?.goTo(at);
  }, [at]);

  return present;
};

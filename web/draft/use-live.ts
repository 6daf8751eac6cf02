"use client";

import { useEffect, useRef, useState } from "react";
import { hearSpec } from "@/ui/hear";
import { send } from "@/ui/request";
import type { Answered } from "@/wire/routes";

export type Present = Answered<"POST /api/drafts/:team/:spec/presence">["present"][number];

/** What is heard of a spec while its draft is open. */
type Hear = {
  /** The draft has a later revision; 0 where it may have one. */
  readonly draft: (revision: number) => void;
  readonly comments: () => void;
};

/** How often a tab says that it is still here, ms. */
const stillHere = 10_000;

/**
 * Hears at once what others do in a draft, and who they are. The connection is held only while the page is seen:
 * browsers allow few to one server, and a page come back to asks what it missed.
 */
export const useLive = (
  path: { readonly team: string; readonly spec: string },
  tab: () => string,
  at: string,
  hear: Hear,
): readonly Present[] => {
  const { team, spec } = path;
  const [present, setPresent] = useState<readonly Present[]>([]);
  const heard = useRef(hear);
  const place = useRef(at);
  useEffect(() => {
    heard.current = hear;
  });

  // One after the other, so that where somebody went last is also what is said last.
  const [say] = useState(() => {
    let before: Promise<unknown> = Promise.resolve();
    const sayNow = async (gone: boolean) => {
      const own = tab();
      const answer = await send(
        "POST /api/drafts/:team/:spec/presence",
        path,
        { tab: own, breakpoint: place.current, gone },
        { keepalive: gone },
      );
      if (answer.ok && !gone) setPresent(answer.value.present.filter((one) => one.tab !== own));
    };
    return (gone: boolean): void => {
      // What is said on leaving cannot wait: the page does not.
      before = gone ? sayNow(true) : before.then(() => sayNow(false));
    };
  });

  useEffect(() => {
    place.current = at;
    if (document.visibilityState === "visible") say(false);
  }, [at, say]);

  useEffect(() => {
    let source: EventSource | null = null;
    const open = () => {
      if (source) return;
      source = hearSpec(
        { team, spec },
        {
          open: () => {
            heard.current.draft(0);
            heard.current.comments();
          },
          draft: ({ revision }) => heard.current.draft(revision),
          comments: () => heard.current.comments(),
          presence: () => say(false),
        },
      );
    };
    const close = () => {
      source?.close();
      source = null;
    };
    const seen = () => {
      if (document.visibilityState === "visible") {
        open();
        say(false);
      } else {
        close();
        say(true);
      }
    };
    const leave = () => {
      close();
      say(true);
    };
    seen();
    document.addEventListener("visibilitychange", seen);
    window.addEventListener("pagehide", leave);
    const timer = setInterval(() => {
      if (document.visibilityState === "visible") say(false);
    }, stillHere);
    return () => {
      leave();
      clearInterval(timer);
      document.removeEventListener("visibilitychange", seen);
      window.removeEventListener("pagehide", leave);
    };
  }, [team, spec, say]);

  return present;
};

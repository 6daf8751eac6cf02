"use client";

import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { listenToSpec } from "@/ui/listen-to-spec";

type Props = {
  readonly path: string;
  readonly team: string;
  readonly spec: string;
  readonly shown: string;
  readonly newest: string | null;
};

/**
 * Says when there is a later version than the one that is read, also while it is read. It listens only while the page is
 * visible, because browsers allow few streams per server, and asks again for what it missed.
 */
export const NewsBar = ({ path, team, spec, shown, newest }: Props) => {
  const [news, setNews] = useState<string | null>(null);
  const router = useRouter();
  useEffect(() => {
    let source: EventSource | null = null;
    let missed = false;
    const look = (): void => {
      if (document.visibilityState !== "visible") {
        source?.close();
        source = null;
        return;
      }
      source ??= listenToSpec(
        { team, spec },
        {
          version: ({ number }) => setNews(number),
          open: () => {
            if (missed) router.refresh();
            missed = true;
          },
        },
      );
    };
    look();
    document.addEventListener("visibilitychange", look);
    return () => {
      document.removeEventListener("visibilitychange", look);
      source?.close();
    };
  }, [team, spec, router]);
  const later = news ?? (newest !== null && newest !== shown ? newest : null);
  if (later === null) return null;
  if (later === shown)
    return (
      <p className="news" role="status">
        This version has just been changed or withdrawn. <a href={`${path}/versions/${shown}`}>Reload</a>
      </p>
    );
  return (
    <p className="news" role="status">
      Version <span className="num">{later}</span> is out. You read <span className="num">{shown}</span>.{" "}
      <a href={`${path}/compare?a=${shown}&b=${later}`}>See what it changes</a> <a href={`${path}/versions/${later}`}>Read {later}</a>
    </p>
  );
};

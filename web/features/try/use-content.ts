"use client";

import { type AreaContent, areaContent, type PageContent } from "@ypsiline/core";
import { useCallback, useEffect, useRef, useState } from "react";
import { base64Of } from "@/ui/picture/picture";
import { notify } from "@/ui/notify";
import { send } from "@/ui/request";

type Address = { readonly team: string; readonly spec: string };

/** What was set in this tab, by spec: a page that is opened again may receive older data from the server. */
const here = new Map<string, Map<string, AreaContent | null>>();

/** Pause in typing before content is saved, ms. */
const pause = 500;

const merged = (given: PageContent, set: ReadonlyMap<string, AreaContent | null> | undefined): PageContent =>
  Object.fromEntries(
    [...Object.entries(given), ...(set ?? [])].reduce((all, [area, content]) => {
      if (content) all.set(area, content);
      else all.delete(area);
      return all;
    }, new Map<string, AreaContent>()),
  );

export type Content = {
  readonly content: PageContent;
  /** Sets an area's content and saves it soon; null removes it. Returns an error text if that is not possible. */
  readonly set: (area: string, content: AreaContent | null) => string | null;
  /** Puts a picture of this computer into an area, at the picture's own size. */
  readonly setPicture: (area: string, file: File, content: AreaContent) => Promise<void>;
  /** Why the last content was not saved; null if all is. It is sent again with the next change. */
  readonly unsaved: string | null;
};

/** The areas' content in Try: shown at once, saved after a pause in typing and on leaving the page. */
export const useContent = (address: Address, given: PageContent): Content => {
  const { team, spec } = address;
  const key = `${team}/${spec}`;
  const [content, setContent] = useState(() => merged(given, here.get(key)));
  const [unsaved, setUnsaved] = useState<string | null>(null);
  const waiting = useRef(new Map<string, AreaContent | null>());
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);

  // One request after the other: an earlier one that is slow must not arrive after a later one.
  const line = useRef<Promise<void>>(Promise.resolve());
  const inTurn = useCallback((work: () => Promise<void>): Promise<void> => (line.current = line.current.then(work, work)), []);

  const sendWaiting = useCallback(async () => {
    const all = [...waiting.current];
    waiting.current.clear();
    let fault: string | null = null;
    for (const [area, next] of all) {
      const answer = await send("POST /api/specs/:team/:spec/content", { team, spec }, { area, content: next });
      if (answer.ok) continue;
      fault = answer.fault.detail;
      if (!waiting.current.has(area)) waiting.current.set(area, next);
    }
    setUnsaved(fault);
    if (fault !== null) notify(`What the areas hold could not be saved. ${fault}`);
  }, [team, spec]);
  const save = useCallback(() => {
    clearTimeout(timer.current);
    return inTurn(sendWaiting);
  }, [inTurn, sendWaiting]);
  useEffect(() => () => void save(), [save]);

  const set = (area: string, next: AreaContent | null): string | null => {
    const read = next === null ? null : areaContent.safeParse(next);
    if (read && !read.success) return `This ${read.error.issues[0]?.message ?? "is no content"}.`;
    setContent((before) => merged(before, new Map([[area, next]])));
    here.set(key, new Map(here.get(key)).set(area, next));
    waiting.current.set(area, next);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => void save(), pause);
    return null;
  };
  const setPicture = async (area: string, file: File, next: AreaContent): Promise<void> => {
    setContent((before) => merged(before, new Map([[area, next]])));
    here.set(key, new Map(here.get(key)).set(area, next));
    // What was waiting is what it held before.
    waiting.current.delete(area);
    await inTurn(async () => {
      const picture = await base64Of(file);
      const answer = await send("POST /api/specs/:team/:spec/content/:area/picture", { team, spec, area }, { picture });
      if (!answer.ok) notify(`The picture is shown here, but it was not saved. ${answer.fault.detail}`);
    });
  };
  return { content, set, setPicture, unsaved };
};

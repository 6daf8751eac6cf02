import { type Layout, readStoredLayout, readStoredText } from "@ypsiline/core";
import { useEffect, useMemo, useState } from "react";

/** A stored layout document as JSON text: a server hands it on without reading it. */
export type LayoutText = string;

/**
 * A stored document as a page gets it: its text or, if that is long, the address to fetch it from, so that pages stay
 * small. The address serves the document itself, or JSON with it as `layout` and, for a draft, its `revision`.
 */
export type GivenLayout = { readonly text: LayoutText } | { readonly at: string };

/** A document and its fetched revision; null if it came with the page. */
export type LoadedLayout = { readonly layout: Layout; readonly revision: number | null };

const fetched = async (at: string, signal: AbortSignal): Promise<LoadedLayout> => {
  const answer = await fetch(at, { signal });
  if (!answer.ok) throw new Error(`${at} was answered with ${answer.status}`);
  const body = (await answer.json()) as { readonly format?: string; readonly layout?: unknown; readonly revision?: number };
  return { layout: readStoredLayout("format" in body ? body : body.layout), revision: body.revision ?? null };
};

/** A document once it has loaded: at once if its text came with the page. A fault gives `failed`. */
export const useLayout = (given: GivenLayout | null): LoadedLayout | "loading" | "failed" | null => {
  const [text, at] = [given && "text" in given ? given.text : null, given && "at" in given ? given.at : null];
  const here = useMemo((): LoadedLayout | null => (text === null ? null : { layout: readStoredText(text), revision: null }), [text]);
  const [there, setThere] = useState<{ readonly at: string; readonly is: LoadedLayout | "failed" } | null>(null);
  useEffect(() => {
    if (at === null) return;
    const stop = new AbortController();
    fetched(at, stop.signal).then(
      (loaded) => setThere({ at, is: loaded }),
      () => (stop.signal.aborted ? undefined : setThere({ at, is: "failed" })),
    );
    return () => stop.abort();
  }, [at]);
  if (given === null) return null;
  return here ?? (there?.at === at ? there.is : "loading");
};

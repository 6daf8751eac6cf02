"use client";

import { type BoxList, boxListJson, type BoxSide, type BoxSource, edgeKey } from "@ypsiline/core";
import { useCallback, useEffect, useRef, useState } from "react";
import { ask, send } from "@/ui/request";
import { notify } from "@/ui/notify";
import type { Told } from "@/wire/routes";
import { base64Of } from "@/ui/picture/picture";

/** A design kept beside the spec, as lists show it. */
export type KeptDesign = Told<"GET /api/specs/:team/:spec/designs">["designs"][number];

/** The open design: its edges that are off on purpose, with their reasons, by "12 left". */
export type OpenDesign = { readonly id: number; readonly purposes: Readonly<Record<string, string>> };

type Address = { readonly team: string; readonly spec: string };

/** Designs kept beside a spec: a page of them at a time, the latest first. */
export const useKept = ({ team, spec }: Address) => {
  const [designs, setDesigns] = useState<readonly KeptDesign[]>([]);
  const [total, setTotal] = useState(0);
  const [fault, setFault] = useState("");
  const pages = useRef(1);
  const read = useCallback(async (): Promise<void> => {
    const found: KeptDesign[] = [];
    for (let page = 1; page <= pages.current; page += 1) {
      const answer = await ask("GET /api/specs/:team/:spec/designs", { team, spec }, { page: String(page) });
      if (!answer.ok) return setFault(answer.fault.detail);
      found.push(...answer.value.designs);
      setTotal(answer.value.total);
      if (!answer.value.more) break;
    }
    setFault("");
    setDesigns(found);
  }, [team, spec]);
  useEffect(() => {
    // Asked for after the page is drawn, which does not wait for it.
    const begun = setTimeout(() => void read(), 0);
    return () => clearTimeout(begun);
  }, [read]);

  const remove = async (design: Pick<KeptDesign, "id" | "name">, removed: boolean): Promise<boolean> => {
    const answer = await send("POST /api/specs/:team/:spec/designs/:id", { team, spec, id: design.id }, { removed });
    if (!answer.ok) notify(answer.fault.detail);
    else if (removed) notify(`${design.name} was removed.`, () => void remove(design, false));
    await read();
    return answer.ok;
  };
  return {
    designs,
    total,
    fault,
    more: async (): Promise<void> => {
      pages.current += 1;
      await read();
    },
    /** Saves a list with its picture. Returns its id, or null after showing why it failed. */
    keep: async (
      name: string,
      source: BoxSource,
      list: BoxList,
      picture: { readonly file: Blob; readonly density: number } | null,
    ): Promise<number | null> => {
      const answer = await send(
        "POST /api/specs/:team/:spec/designs",
        { team, spec },
        { name, source, list: JSON.stringify(boxListJson(list)) },
      );
      if (!answer.ok) {
        notify(answer.fault.detail);
        return null;
      }
      const { id } = answer.value;
      const sent =
        picture &&
        (await send(
          "POST /api/specs/:team/:spec/designs/:id/picture",
          { team, spec, id },
          { picture: await base64Of(picture.file), density: picture.density },
        ));
      notify(sent && !sent.ok ? `${name} was saved without its picture. ${sent.fault.detail}` : `${name} was saved.`);
      await read();
      return id;
    },
    /** The address of a design's picture. */
    pictureAt: (id: number): string => `/api/specs/${team}/${spec}/designs/${id}/picture`,
    remove: (design: Pick<KeptDesign, "id" | "name">) => remove(design, true),
    /** A design's box list as text, and its edges off on purpose; null, with a notice, if it no longer exists. */
    open: async (id: number): Promise<Told<"GET /api/specs/:team/:spec/designs/:id"> | null> => {
      const answer = await ask("GET /api/specs/:team/:spec/designs/:id", { team, spec, id });
      if (answer.ok) return answer.value;
      notify(answer.fault.detail);
      return null;
    },
    /** Marks an edge as off on purpose, or removes the mark. Returns all marks, or null if that failed. */
    setPurpose: async (design: OpenDesign, box: number, edge: BoxSide, reason: string | null): Promise<OpenDesign | null> => {
      const answer = await send("POST /api/specs/:team/:spec/designs/:id/purposes", { team, spec, id: design.id }, { box, edge, reason });
      if (!answer.ok) {
        notify(answer.fault.detail);
        return null;
      }
      const key = edgeKey(box, edge);
      const others = Object.fromEntries(Object.entries(design.purposes).filter(([other]) => other !== key));
      return { ...design, purposes: reason === null ? others : { ...others, [key]: reason } };
    },
  };
};
export type Kept = ReturnType<typeof useKept>;

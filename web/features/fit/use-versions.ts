"use client";

import { type Layout, readStoredLayout } from "@ypsiline/core";
import { useEffect, useState } from "react";
import { notify } from "@/ui/notify";

type Address = { readonly team: string; readonly spec: string };

const asked = async (path: string): Promise<unknown> => {
  const answer = await fetch(path);
  if (!answer.ok) throw new Error(`${path} answers ${answer.status}`);
  return answer.json();
};

/** Numbers of the published versions, the latest first, and reading one of them. Versions do not change: one that was read stays. */
export const useVersions = ({ team, spec }: Address) => {
  const [numbers, setNumbers] = useState<readonly string[]>([]);
  const [layouts, setLayouts] = useState<ReadonlyMap<string, Layout>>(new Map());
  const path = `/api/v1/specs/${team}/${spec}`;
  useEffect(() => {
    let live = true;
    asked(path)
      .then((value) => live && setNumbers((value as { versions: { number: string }[] }).versions.map(({ number }) => number)))
      // Without the list the draft and the latest version can still be chosen.
      .catch(() => live && notify("The list of versions could not be read."));
    return () => {
      live = false;
    };
  }, [path]);
  return {
    numbers,
    layouts,
    /** Reads a version's layout; false, with a notice, if that fails. */
    read: async (number: string): Promise<boolean> => {
      if (layouts.has(number)) return true;
      try {
        const layout = readStoredLayout(await asked(`${path}/${number}/layout.json`));
        setLayouts((before) => new Map(before).set(number, layout));
        return true;
      } catch {
        notify(`Version ${number} could not be read.`);
        return false;
      }
    },
  };
};

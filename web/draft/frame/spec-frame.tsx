"use client";

import Link from "next/link";
import { usePathname } from "next/navigation";
import type { ReactNode } from "react";
import { specPages, specViews, SpecViews, type ViewId } from "@/ui/spec-views";
import { useDraftOfPage } from "../draft-provider";
import type { Looking } from "../looking";
import { SpecBar } from "./spec-bar";

/** What of the breakpoint, width and facet looked at each view's address can say. */
const taken: Partial<Record<ViewId, readonly (keyof Looking)[]>> = {
  sheet: ["at", "facet", "width"],
  widths: ["width"],
  sets: ["at"],
  try: ["width"],
  fit: ["at"],
};

const viewAt = (path: string, pathname: string): ViewId | null =>
  [...specViews, ...specPages].find(({ under }) => path + under === pathname)?.id ?? null;

/** The frame of every page of a draft: its bar, the line of its views, and the view. */
export const SpecFrame = ({ children }: { readonly children: ReactNode }) => {
  const { address, latest, withdrawn, mayEdit, comments, looking } = useDraftOfPage();
  const path = `/specs/${address.team}/${address.spec}`;
  const queryOf = (view: ViewId): string => {
    const query = (taken[view] ?? []).flatMap((name) => (looking[name] === undefined ? [] : [[name, looking[name]]]));
    return query.length === 0 ? "" : `?${new URLSearchParams(query).toString()}`;
  };
  return (
    <div className="spec-frame">
      <SpecBar path={path} />
      <SpecViews
        here={viewAt(path, usePathname())}
        path={path}
        queryOf={queryOf}
        without={[...(mayEdit ? [] : (["settings"] as const)), ...(latest || withdrawn !== null ? [] : (["hand-off"] as const))]}
        openComments={comments.reduce((sum, { count }) => sum + count, 0)}
        latest={latest?.number ?? withdrawn}
        link={(href, current, words) => (
          <Link href={href} prefetch={false} aria-current={current ? "page" : undefined}>
            {words}
          </Link>
        )}
      />
      {children}
    </div>
  );
};

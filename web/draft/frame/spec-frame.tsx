"use client";

import dynamic from "next/dynamic";
import Link from "next/link";
import { usePathname } from "next/navigation";
import { type ReactNode, useEffect, useRef, useState } from "react";
import { holdKeys } from "@/ui/held-keys";
import { specPages, specViews, SpecViews, type ViewId, viewQuery } from "@/ui/spec-views";
import { type Command, CommandsContext, type PageCommands } from "../commands";
import { useDraftOfPage } from "../draft-provider";
import { useFrameCommands } from "./frame-commands";
import { SpecBar } from "./spec-bar";

const CommandMenu = dynamic(() => import("./command-menu").then((module) => module.CommandMenu), { ssr: false });

const viewAt = (path: string, pathname: string): ViewId | null =>
  [...specViews, ...specPages].find(({ under }) => path + under === pathname)?.id ?? null;

/** The frame of every page of a draft: the bar, the line of views, and the view. */
export const SpecFrame = ({ children }: { readonly children: ReactNode }) => {
  const { address, latest, withdrawn, mayEdit, comments, looking } = useDraftOfPage();
  const path = `/specs/${address.team}/${address.spec}`;
  const queryOf = (view: ViewId): string => viewQuery(view, looking);
  const without: readonly ViewId[] = [
    ...(mayEdit ? [] : (["settings"] as const)),
    ...(latest || withdrawn !== null ? [] : (["hand-off"] as const)),
  ];
  const ofPage = useRef<PageCommands | null>(null);
  const ofFrame = useFrameCommands(path, queryOf, without);
  const [commands, setCommands] = useState<readonly Command[] | null>(null);
  const openMenu = (): void => {
    if (commands) return;
    holdKeys(() => setCommands(null));
    const own = ofPage.current?.() ?? [];
    // A page goes to a breakpoint itself, without being left.
    const known = new Set(own.map(({ kind, name }) => `${kind} ${name}`));
    setCommands([...own, ...ofFrame().filter(({ kind, name }) => !known.has(`${kind} ${name}`))]);
  };
  useEffect(() => {
    const press = (event: KeyboardEvent): void => {
      if (event.key.toLowerCase() !== "k" || !(event.ctrlKey || event.metaKey) || event.altKey || event.shiftKey) return;
      event.preventDefault();
      openMenu();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });
  return (
    <div className="spec-frame">
      <SpecBar path={path} onMenu={openMenu} />
      <SpecViews
        here={viewAt(path, usePathname())}
        path={path}
        looking={looking}
        without={without}
        openComments={comments.reduce((sum, { count }) => sum + count, 0)}
        latest={latest?.number ?? withdrawn}
        link={(href, current, words) => (
          <Link href={href} prefetch={false} aria-current={current ? "page" : undefined}>
            {words}
          </Link>
        )}
      />
      <CommandsContext.Provider value={ofPage}>{children}</CommandsContext.Provider>
      {commands && <CommandMenu commands={commands} onClose={() => setCommands(null)} />}
    </div>
  );
};

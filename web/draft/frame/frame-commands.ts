"use client";

import { useRouter } from "next/navigation";
import guideTitles from "@/generated/guide-titles.json";
import { specPages, specViews, type ViewId } from "@/ui/spec-views";
import type { Command } from "../commands";
import { useDraftOfPage } from "../draft-provider";

/** The commands that every page of a draft has. */
export const useFrameCommands = (
  path: string,
  queryOf: (view: ViewId) => string,
  without: readonly ViewId[],
): (() => readonly Command[]) => {
  const { layout, mayEdit, mayPublish, state, undo, redo } = useDraftOfPage();
  const router = useRouter();
  const go = (name: string, kind: string, href: string): Command => ({ name, kind, run: () => router.push(href) });
  return () => [
    ...[...specViews, ...specPages]
      .filter(({ id }) => !without.includes(id))
      .map(({ id, under, name }) => go(name, "View", path + under + queryOf(id))),
    go(mayPublish ? "Review and publish" : "Review", "View", `${path}/publish`),
    go("Versions", "View", `${path}/versions`),
    go("All specs", "Page", "/specs"),
    go("Inbox", "Page", "/inbox"),
    go("Your account", "Page", "/account"),
    ...(mayEdit
      ? [
          go("Import a file…", "Action", `${path}/import`),
          go("Duplicate this spec…", "Action", `/specs/new?copy=${path.replace("/specs/", "")}`),
          ...(state.canUndo ? [{ name: "Undo", kind: "Action", run: undo }] : []),
          ...(state.canRedo ? [{ name: "Redo", kind: "Action", run: redo }] : []),
        ]
      : []),
    ...layout.breakpoints.map(({ id, name, drawnAt }) => go(name, "Breakpoint", `${path}?at=${id}&width=${drawnAt.width}`)),
    ...layout.areas.map(({ name }) => go(name, "Area", `${path}?facet=areas`)),
    ...layout.text.map(({ name }) => go(name, "Text role", `${path}?facet=baseline`)),
    ...guideTitles.map(({ slug, title }) => go(title, "Guide", `/guide/${slug}`)),
  ];
};

"use client";

import { createContext, type RefObject, useContext, useEffect } from "react";

/** Something that the command menu finds by its name and does. */
export type Command = {
  /** Its name begins with a verb where it does something, and is the thing's own where it goes there. */
  readonly name: string;
  /** What kind of thing it is, in a word or two. */
  readonly kind: string;
  readonly run: () => void;
};

/** The commands of the page that is shown; asked for when the menu opens. */
export type PageCommands = () => readonly Command[];

export const CommandsContext = createContext<RefObject<PageCommands | null> | null>(null);

/** Adds a page's own commands to the command menu for as long as the page is shown. */
export const useCommands = (commands: PageCommands): void => {
  const pageRef = useContext(CommandsContext);
  useEffect(() => {
    if (!pageRef) return;
    pageRef.current = commands;
    return () => {
      if (pageRef.current === commands) pageRef.current = null;
    };
  });
};

/** The commands whose name or kind holds every word that was typed, those whose name begins with it first. */
export const found = (commands: readonly Command[], typed: string): readonly Command[] => {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const text = ({ name, kind }: Command): string => `${name} ${kind}`.toLowerCase();
  const begins = ({ name }: Command): number => (name.toLowerCase().startsWith(words.join(" ")) ? 0 : 1);
  return commands.filter((one) => words.every((word) => text(one).includes(word))).sort((a, b) => begins(a) - begins(b));
};

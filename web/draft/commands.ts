"use client";

import { createContext, type RefObject, useContext, useEffect } from "react";

/** A command of the command menu. */
export type Command = {
  /** Its name: a verb if it does something, the name of the page or thing if it goes there. */
  readonly name: string;
  /** Its kind, in a word or two. */
  readonly kind: string;
  readonly run: () => void;
};

/** The commands of the current page, read when the menu opens. */
export type PageCommands = () => readonly Command[];

export const CommandsContext = createContext<RefObject<PageCommands | null> | null>(null);

/** Adds a page's commands to the command menu while the page is shown. */
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

/** The commands whose name or kind contains every typed word; those whose name begins with the text come first. */
export const found = (commands: readonly Command[], typed: string): readonly Command[] => {
  const words = typed.toLowerCase().split(/\s+/).filter(Boolean);
  const text = ({ name, kind }: Command): string => `${name} ${kind}`.toLowerCase();
  const begins = ({ name }: Command): number => (name.toLowerCase().startsWith(words.join(" ")) ? 0 : 1);
  return commands.filter((one) => words.every((word) => text(one).includes(word))).sort((a, b) => begins(a) - begins(b));
};

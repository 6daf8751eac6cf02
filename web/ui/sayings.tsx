"use client";

import { useEffect } from "react";
import { toast, Toaster } from "sonner";
import type { Saying } from "./say";

/** How many were shown, of all that were said in this place; each is shown once. */
let shown = 0;

/** Shows each saying for a while. */
export const Sayings = ({ said }: { readonly said: readonly Saying[] }) => {
  useEffect(() => {
    for (const { words, undo } of said.slice(shown)) toast(words, undo ? { action: { label: "Undo", onClick: undo } } : undefined);
    shown = said.length;
  }, [said]);
  useEffect(
    () => () => {
      shown = 0;
      toast.dismiss();
    },
    [],
  );
  return <Toaster position="bottom-center" />;
};

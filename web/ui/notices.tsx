"use client";

import { useEffect } from "react";
import { toast, Toaster } from "sonner";
import type { Notice } from "./notify";

/** The number of the notice that was shown last; each is shown once. */
let shown = 0;

/** Shows each notice for a while. */
export const Notices = ({ notices }: { readonly notices: readonly Notice[] }) => {
  useEffect(() => {
    for (const { number, words, undo } of notices) {
      if (number <= shown) continue;
      toast(words, undo ? { action: { label: "Undo", onClick: undo } } : undefined);
      shown = number;
    }
  }, [notices]);
  useEffect(() => () => void toast.dismiss(), []);
  return <Toaster position="bottom-center" />;
};

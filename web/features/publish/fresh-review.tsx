"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { useDraftOfPage } from "@/draft/draft-provider";

/** Asks for the review anew once the draft that was saved is a later one than it shows: after one's own last edit, or another's. */
export const FreshReview = ({ revision }: { readonly revision: number }) => {
  const { store, state } = useDraftOfPage();
  const router = useRouter();
  const newer = state.save.kind === "saved" && store.revision() > revision;
  useEffect(() => {
    if (newer) router.refresh();
  }, [newer, router]);
  return null;
};

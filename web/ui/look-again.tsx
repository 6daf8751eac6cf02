"use client";

import { useRouter } from "next/navigation";
import { useEffect } from "react";

/** Pauses before a page is asked for again, ms; after the last nobody looks any more. */
const pauses = [1_500, 2_000, 3_000, 5_000, 10_000, 20_000] as const;

/** Asks for the page again while something on it is still being worked out. */
export const LookAgain = () => {
  const router = useRouter();
  useEffect(() => {
    let timer: ReturnType<typeof setTimeout> | undefined;
    const wait = (index: number): void => {
      const pause = pauses[index];
      if (pause === undefined) return;
      timer = setTimeout(() => {
        router.refresh();
        wait(index + 1);
      }, pause);
    };
    wait(0);
    return () => clearTimeout(timer);
  }, [router]);
  return null;
};

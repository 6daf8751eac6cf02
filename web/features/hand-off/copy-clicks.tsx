"use client";

import { useEffect } from "react";

/** Copies for the buttons of `CopyNext`, in HTML that was drawn by a worker. A button says what came of it until it is left. */
export const CopyClicks = () => {
  useEffect(() => {
    const copy = (event: MouseEvent): void => {
      const button = event.target instanceof Element ? event.target.closest<HTMLButtonElement>("button[data-copies]") : null;
      const text = button?.nextElementSibling?.textContent;
      if (!button || text === undefined || text === null) return;
      const label = button.dataset["copies"] ?? "";
      const showWords = (words: string, name: string): void => {
        button.textContent = words;
        button.setAttribute("aria-label", name);
      };
      button.addEventListener("blur", () => showWords("Copy", `Copy ${label}`), { once: true });
      navigator.clipboard.writeText(text).then(
        () => showWords("Copied", `Copied: ${label}`),
        () => showWords("Not allowed", `Not allowed: ${label}`),
      );
    };
    document.addEventListener("click", copy);
    return () => document.removeEventListener("click", copy);
  }, []);
  return null;
};

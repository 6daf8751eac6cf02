"use client";

import type { Layout } from "@ypsiline/core";
import { useState } from "react";
import { type OwnPage, ownPageLimits, readOwnPage } from "./own-page";

type Props = {
  readonly layout: Layout;
  readonly page: OwnPage | null;
  readonly onPage: (text: string) => void;
};

/** Takes a page of somebody's own, from a file or pasted, and says what was made of it. */
export const OwnPagePanel = ({ layout, page, onPage }: Props) => {
  const [typed, setTyped] = useState("");
  const [fault, setFault] = useState<string | null>(null);
  const take = (text: string): void => {
    const read = readOwnPage(text, layout);
    setFault(typeof read === "string" ? read : null);
    if (typeof read !== "string") onPage(text);
  };
  const choose = async (file: File | undefined): Promise<void> => {
    if (!file) return;
    if (file.size > ownPageLimits.bytes) return setFault("The page is larger than 1 MiB. Leave out what is not needed to see the layout.");
    take(await file.text());
  };
  const example = layout.areas[0]?.id ?? "main";
  return (
    <section
      aria-label="Your page"
      className="try-content"
      onDragOver={(event) => event.preventDefault()}
      onDrop={(event) => {
        event.preventDefault();
        void choose(event.dataTransfer.files[0]);
      }}
    >
      <h2>Your page</h2>
      <p className="quiet">
        An HTML page of your own, laid out by this draft. Say which element is which area: <code>data-area=&quot;{example}&quot;</code>. It
        stays in this browser; scripts do not run and nothing is fetched.
      </p>
      <input
        type="file"
        className="form-control form-control-sm"
        name="page-file"
        aria-label="HTML file"
        accept=".html,.htm,text/html"
        onChange={({ currentTarget }) => {
          void choose(currentTarget.files?.[0]);
          currentTarget.value = "";
        }}
      />
      <textarea
        className="form-control form-control-sm num"
        name="page-html"
        aria-label="HTML of the page"
        placeholder={`<main data-area="${example}">…</main>`}
        rows={4}
        spellCheck={false}
        value={typed}
        onChange={({ currentTarget: { value } }) => setTyped(value)}
      />
      <button type="button" className="btn btn-sm btn-primary" disabled={typed.trim() === ""} onClick={() => take(typed)}>
        Show this page
      </button>
      {fault !== null && (
        <p className="fault" role="alert">
          {fault}
        </p>
      )}
      {page && fault === null && (
        <p role="status">
          {page.areas.length} of {layout.areas.length} areas are on this page.
          {page.unknown.length > 0 && ` No area of this spec: ${page.unknown.slice(0, 5).join(", ")}.`}
          {page.removed > 0 && ` Left out: ${page.removed} ${page.removed === 1 ? "script or address" : "scripts and addresses"}.`}
        </p>
      )}
    </section>
  );
};

"use client";

import { PlainBar } from "@/ui/plain-bar";

/** Shown when a page could not be made; what was saved is safe in the database. */
export default function PageError({ reset }: { readonly reset: () => void }) {
  return (
    <>
      <PlainBar />
      <main className="page">
        <h1>This page could not be made</h1>
        <p className="mt-2">The server or its database did not answer. What was saved is safe.</p>
        <button className="btn btn-primary" onClick={reset}>
          Try again
        </button>
      </main>
    </>
  );
}

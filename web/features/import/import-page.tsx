"use client";

import { check, compareLayouts, countOf, formats, leftBehind, parseLayout, readStoredText, holdsWhole, takeOver } from "@ypsiline/core";
import Link from "next/link";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { useDraftOfPage } from "@/draft/draft-provider";
import { ChangeTables } from "@/ui/change-tables";
import type { LayoutText } from "@/ui/layout-text";
import { FilePicker } from "@/ui/file-picker";
import type { ReadFile } from "@/ui/read-file";

/** An earlier version, to be put into the draft as a file would be. */
export type EarlierVersion = { readonly number: string; readonly layout: LayoutText };

/** Takes a file, or an earlier version, into the draft: what it holds is shown against the draft first, and taken as one edit that can be undone. */
export const ImportPage = ({ earlier }: { readonly earlier: EarlierVersion | null }) => {
  const { address, layout, mayEdit, edit } = useDraftOfPage();
  const router = useRouter();
  const [read, setRead] = useState<Extract<ReadFile, { kind: "read" }> | null>(
    () =>
      earlier && {
        kind: "read",
        name: `Version ${earlier.number}`,
        format: "layout",
        layout: readStoredText(earlier.layout),
        lost: [],
        findings: 0,
        grid: null,
        others: [],
      },
  );
  const [whole, setWhole] = useState(false);
  const [fault, setFault] = useState("");
  const holdsAll = read !== null && holdsWhole(read.format, read.lost);
  const lost = read ? [...read.lost, ...(whole ? [] : leftBehind(layout, read.layout, read.format))] : [];
  const next = useMemo(() => {
    if (!read) return null;
    const taken = parseLayout(takeOver(layout, read.layout, read.format, whole || holdsAll), layout);
    return taken.ok ? taken.value : null;
  }, [read, layout, whole, holdsAll]);
  const changes = next ? compareLayouts(layout, next).length : 0;
  const problems = next ? check(next).findings.filter(({ level }) => level === "problem").length : 0;
  const path = `/specs/${address.team}/${address.spec}`;
  return (
    <div className="draft-page">
      <h1 className="visually-hidden">Import a file</h1>
      <main className="page import">
        <section className="card-plain p-3" aria-labelledby="import-title">
          <h2 id="import-title" className="mb-2">
            A file with columns in it
          </h2>
          <p className="quiet">
            A layout document, a stylesheet (ours, or any with grid-template-columns), design tokens, a ledger, line positions or areas as
            CSV, or an overlay SVG, up to 5 MiB. Nothing changes before you have seen what would.
          </p>
          <FilePicker
            label="File to import"
            onRead={(answer) => {
              setFault("");
              setRead(answer.kind === "read" ? answer : null);
            }}
          />
        </section>
        {read && (
          <section aria-labelledby="import-read">
            <h2 id="import-read" className="mt-4 mb-2">
              {read.name}: {formats[read.format].said} of {read.layout.breakpoints.length}{" "}
              {read.layout.breakpoints.length === 1 ? "breakpoint" : "breakpoints"}
            </h2>
            {lost.length > 0 && (
              <div className="card-plain p-3 lost">
                <strong>Not read</strong>
                <ul>
                  {lost.slice(0, 40).map((words, index) => (
                    <li key={index}>{words}</li>
                  ))}
                </ul>
                {lost.length > 40 && <p className="quiet mb-0">and {lost.length - 40} more</p>}
              </div>
            )}
            {!holdsAll && (
              <label className="d-flex gap-2 mb-3">
                <input
                  name="whole"
                  type="checkbox"
                  className="form-check-input m-0 mt-1"
                  checked={whole}
                  onChange={(event) => setWhole(event.target.checked)}
                />
                Replace the whole draft, including what the file does not mention
              </label>
            )}
            {next === null ? (
              <p className="fault">Together with this draft it is not a valid layout.</p>
            ) : (
              <>
                <h2 className="mb-2">What this would change</h2>
                <ChangeTables before={layout} after={next} />
                {problems > 0 && (
                  <p className="fault mt-2">The draft would have {countOf(problems, "problem")}; they stop publishing, not importing.</p>
                )}
                <div className="d-flex flex-wrap gap-2 mt-3">
                  {mayEdit && (
                    <button
                      type="button"
                      className="btn btn-primary"
                      disabled={changes === 0}
                      onClick={() => {
                        const words = edit(next);
                        if (words === null) router.push(path);
                        else setFault(words);
                      }}
                    >
                      Apply to the draft
                    </button>
                  )}
                  {mayEdit && (
                    <Link className="btn btn-quiet" href="/specs/new" prefetch={false}>
                      Create a new spec from a file instead
                    </Link>
                  )}
                </div>
              </>
            )}
            {fault && (
              <p className="fault" role="alert">
                {fault}
              </p>
            )}
          </section>
        )}
      </main>
    </div>
  );
};

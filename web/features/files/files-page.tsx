"use client";

import Link from "next/link";
import { useDraftOfPage } from "@/draft/draft-provider";
import { Downloads } from "@/ui/downloads";
import { StylesheetNames } from "./stylesheet-names";

/** Files of the draft as it is saved, and the way to import one. */
export const FilesPage = () => {
  const { address, layout, latest, mayEdit, state, edit } = useDraftOfPage();
  const path = `/specs/${address.team}/${address.spec}`;
  return (
    <main className="page files">
      <h1>Files of the draft</h1>
      <p className="quiet">
        For trying out the draft.{" "}
        {latest ? (
          <>
            What people build from is <Link href={`${path}/versions/latest`}>the published version {latest.number}</Link>.
          </>
        ) : (
          "Build products from a published version; there is none yet."
        )}
        {state.save.kind !== "saved" && " Your last edits are still being saved."}
      </p>
      <Downloads layout={layout} files={`/api/drafts/${address.team}/${address.spec}/files`} stem={`${address.spec}-draft`} />
      <StylesheetNames layout={layout} readOnly={!mayEdit} onLayout={edit} />
      {mayEdit && (
        <section className="mt-4" aria-labelledby="import-here">
          <h2 id="import-here">Import a file</h2>
          <p className="quiet">
            A layout, a stylesheet, design tokens, a table or a drawing. You see what it would change before anything changes.
          </p>
          <Link href={`${path}/import`} prefetch={false} className="btn btn-quiet">
            Import a file…
          </Link>
        </section>
      )}
    </main>
  );
};

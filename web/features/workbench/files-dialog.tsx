"use client";

import type { Layout } from "@ypsiline/core";
import Link from "next/link";
import Modal from "react-bootstrap/Modal";
import { Downloads } from "@/ui/downloads";

type Props = {
  readonly team: string;
  readonly spec: string;
  readonly layout: Layout;
  readonly mayEdit: boolean;
  readonly saved: boolean;
  readonly onClose: () => void;
};

/** Files of the draft as it is saved, and the way to take one in. */
export const FilesDialog = ({ team, spec, layout, mayEdit, saved, onClose }: Props) => (
  <Modal show onHide={onClose} aria-labelledby="files-title">
    <Modal.Header closeButton>
      <h2 id="files-title">Files</h2>
    </Modal.Header>
    <Modal.Body className="files-dialog">
      {mayEdit && (
        <p>
          <Link href={`/specs/${team}/${spec}/import`} prefetch={false} className="btn btn-quiet">
            Import a file…
          </Link>
        </p>
      )}
      <p className="quiet mb-2">
        Files of this draft, to try it out. Those of a published version stand on its hand-off page.
        {!saved && " The last edits are still being saved."}
      </p>
      <Downloads layout={layout} files={`/api/drafts/${team}/${spec}/files`} stem={`${spec}-draft`} />
    </Modal.Body>
  </Modal>
);

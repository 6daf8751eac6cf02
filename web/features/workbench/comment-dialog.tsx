"use client";

import type { Layout } from "@ypsiline/core";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import type { DraftAddress } from "@/draft/use-draft";
import { commentable } from "@/ui/comment-about";
import { CommentFields } from "@/ui/comment-fields";
import { notify } from "@/ui/notify";
import { useMutation } from "@/ui/use-mutation";

type Props = {
  readonly address: DraftAddress;
  readonly layout: Layout;
  /** The subject: an area or a breakpoint. */
  readonly about: string;
  readonly onClose: () => void;
};

/** Writes a comment about the current area or breakpoint, without leaving the sheet. */
export const CommentDialog = ({ address, layout, about: first, onClose }: Props) => {
  const mutation = useMutation();
  const [about, setAbout] = useState(first);
  const [words, setWords] = useState("");
  const add = async (): Promise<void> => {
    if (await mutation.send("POST /api/drafts/:team/:spec/comments", address, { about, words })) {
      notify("The comment was added. Its flag stands on the sheet.");
      onClose();
    }
  };
  return (
    <Modal show onHide={onClose} aria-labelledby="comment-title">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <Modal.Header closeButton>
          <h2 id="comment-title">Comment</h2>
        </Modal.Header>
        <Modal.Body>
          <CommentFields
            commentable={commentable(layout)}
            about={about}
            onAbout={setAbout}
            words={words}
            onWords={setWords}
            fault={mutation.fault}
            rows={3}
            autoFocus
          />
        </Modal.Body>
        <Modal.Footer>
          <Button variant="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={mutation.busy || words.trim() === ""}>
            Comment
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
};

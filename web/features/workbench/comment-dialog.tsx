"use client";

import type { Layout } from "@ypsiline/core";
import { useState } from "react";
import Button from "react-bootstrap/Button";
import Modal from "react-bootstrap/Modal";
import type { DraftAddress } from "@/draft/use-draft";
import { commentable } from "@/ui/comment-about";
import { FormField } from "@/ui/form-field";
import { say } from "@/ui/say";
import { useAct } from "@/ui/use-act";

type Props = {
  readonly address: DraftAddress;
  readonly layout: Layout;
  /** What is looked at: an area or a breakpoint. */
  readonly about: string;
  readonly onClose: () => void;
};

/** Writes a comment about what is looked at, without leaving the sheet. */
export const CommentDialog = ({ address, layout, about: first, onClose }: Props) => {
  const act = useAct();
  const [about, setAbout] = useState(first);
  const [words, setWords] = useState("");
  const add = async (): Promise<void> => {
    if (await act.send("POST /api/drafts/:team/:spec/comments", address, { about, words })) {
      say("The comment was added. Its flag stands on the sheet.");
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
          <FormField id="comment-about" label="About">
            {(field) => (
              <select {...field} className="form-select" value={about} onChange={(event) => setAbout(event.target.value)}>
                {commentable(layout).map(({ value, label }) => (
                  <option key={value} value={value}>
                    {label}
                  </option>
                ))}
              </select>
            )}
          </FormField>
          <FormField id="comment-words" label="Comment" fault={act.fault}>
            {(field) => (
              <textarea
                {...field}
                className="form-control"
                rows={3}
                maxLength={2000}
                autoFocus
                value={words}
                onChange={(event) => setWords(event.target.value)}
              />
            )}
          </FormField>
        </Modal.Body>
        <Modal.Footer>
          <Button variant="quiet" onClick={onClose}>
            Cancel
          </Button>
          <Button type="submit" disabled={act.busy || words.trim() === ""}>
            Comment
          </Button>
        </Modal.Footer>
      </form>
    </Modal>
  );
};

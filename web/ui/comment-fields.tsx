"use client";

import { FormField } from "./form-field";

type Props = {
  /** What a comment can be about. */
  readonly commentable: readonly { readonly value: string; readonly label: string }[];
  readonly about: string;
  readonly onAbout: (about: string) => void;
  readonly words: string;
  readonly onWords: (words: string) => void;
  readonly fault: string;
  readonly rows: number;
  readonly autoFocus?: boolean;
};

/** The fields of a new comment: what it is about, and its words. */
export const CommentFields = ({ commentable, about, onAbout, words, onWords, fault, rows, autoFocus = false }: Props) => (
  <>
    <FormField id="comment-about" label="About">
      {(field) => (
        <select {...field} className="form-select" value={about} onChange={(event) => onAbout(event.target.value)}>
          {commentable.map(({ value, label }) => (
            <option key={value} value={value}>
              {label}
            </option>
          ))}
        </select>
      )}
    </FormField>
    <FormField id="comment-words" label="Comment" fault={fault}>
      {(field) => (
        <textarea
          {...field}
          className="form-control"
          rows={rows}
          maxLength={2000}
          autoFocus={autoFocus}
          value={words}
          onChange={(event) => onWords(event.target.value)}
        />
      )}
    </FormField>
  </>
);

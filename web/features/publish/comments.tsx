"use client";

import { Check, MessageSquare, RotateCcw } from "lucide-react";
import { useState } from "react";
import type { Comment, Thread as Spoken } from "@/server/specs/comments";
import type { Page } from "@/server/database/paging";
import { dayText } from "@/ui/dates";
import { CommentFields } from "@/ui/comment-fields";
import { Pager } from "@/ui/pager";
import { ask } from "@/ui/request";
import { notify } from "@/ui/notify";
import { useMutation } from "@/ui/use-mutation";

/** Everything that can be commented on, with its name. */
type Commentable = readonly { readonly value: string; readonly label: string }[];

/** What a comment is about, in words; something that was removed is named by its id. */
const labelOf = (about: string, commentable: Commentable): string =>
  commentable.find(({ value }) => value === about)?.label ?? `${about} (gone)`;

type Props = {
  readonly team: string;
  readonly spec: string;
  readonly commentable: Commentable;
  readonly threads: Page<Spoken>;
  readonly mayComment: boolean;
  /** What a new one is about at first. */
  readonly about: string;
};

type SpecAt = { readonly team: string; readonly spec: string };

type ThreadProps = {
  readonly at: SpecAt;
  readonly thread: Spoken;
  readonly commentable: Commentable;
  readonly mayComment: boolean;
};

type Spoke = Pick<Comment, "id" | "person" | "words"> & { readonly at: Date | string };

const Said = ({ comment }: { readonly comment: Spoke }) => (
  <p className="said-words">
    <strong>{comment.person}</strong> <span className="quiet">{dayText(new Date(comment.at))}</span>
    <br />
    {comment.words}
  </p>
);

const Thread = ({ at, thread: { first, answers, earlier }, commentable, mayComment }: ThreadProps) => {
  const mutation = useMutation();
  // Answers before those that came with the page, asked for as far back as somebody reads.
  const [older, setOlder] = useState<readonly Spoke[]>([]);
  const left = earlier - older.length;
  const [reading, setReading] = useState(false);
  const readOlder = async (): Promise<void> => {
    const before = (older[0] ?? answers[0])?.id;
    if (before === undefined) return;
    setReading(true);
    const answer = await ask("GET /api/drafts/:team/:spec/comments/:id", { ...at, id: first.id }, { before: String(before) });
    setReading(false);
    // Of two clicks that ask for the same, one counts.
    if (answer.ok) setOlder((known) => ((known[0] ?? answers[0])?.id === before ? [...answer.value.answers, ...known] : known));
    else notify(answer.fault.detail);
  };
  const [words, setWords] = useState("");
  const resolved = first.resolvedAt !== null;
  const answer = async () => {
    if (await mutation.send("POST /api/drafts/:team/:spec/comments", at, { about: first.about, words, thread: first.id })) setWords("");
  };
  return (
    <li id={`comment-${first.id}`} className={resolved ? "thread resolved" : "thread"}>
      <h3>
        {labelOf(first.about, commentable)}
        {resolved && <span className="tag held ms-2">Resolved by {first.resolvedBy}</span>}
      </h3>
      <Said comment={first} />
      {left > 0 && (
        <button type="button" className="btn btn-sm btn-quiet mb-2" disabled={reading} onClick={() => void readOlder()}>
          {left === 1 ? "One earlier answer" : `${left.toLocaleString("en")} earlier answers`}
        </button>
      )}
      {[...older, ...answers].map((comment) => (
        <Said key={comment.id} comment={comment} />
      ))}
      {mayComment && (
        <div className="thread-acts">
          {!resolved && (
            <>
              <input
                name="answer"
                className="form-control form-control-sm"
                aria-label={`Answer on ${labelOf(first.about, commentable)}`}
                placeholder="Answer"
                maxLength={2000}
                value={words}
                onChange={(event) => setWords(event.target.value)}
                onKeyDown={(event) => {
                  if (event.key === "Enter" && words.trim() !== "") void answer();
                }}
              />
              <button
                type="button"
                className="btn btn-sm btn-quiet"
                disabled={mutation.busy || words.trim() === ""}
                onClick={() => void answer()}
              >
                Answer
              </button>
            </>
          )}
          <button
            type="button"
            className="btn btn-sm btn-quiet"
            disabled={mutation.busy}
            onClick={() =>
              void mutation.send("POST /api/drafts/:team/:spec/comments/:id", { ...at, id: first.id }, { resolved: !resolved })
            }
          >
            {resolved ? <RotateCcw size={12} aria-hidden="true" /> : <Check size={12} aria-hidden="true" />}{" "}
            {resolved ? "Reopen" : "Resolve"}
          </button>
        </div>
      )}
      {mutation.fault && (
        <p className="fault mb-0" role="alert">
          {mutation.fault}
        </p>
      )}
    </li>
  );
};

/** Comments on a draft in threads, a page of them, the open ones first; a new one is about the spec, a breakpoint, one of its numbers, or an area. */
export const Comments = ({ team, spec, commentable, threads, mayComment, about: first }: Props) => {
  const mutation = useMutation();
  const [about, setAbout] = useState(() => (commentable.some(({ value }) => value === first) ? first : "spec"));
  const [words, setWords] = useState("");
  const at = { team, spec };
  const add = async () => {
    if (await mutation.send("POST /api/drafts/:team/:spec/comments", at, { about, words })) setWords("");
  };
  return (
    <section aria-labelledby="comments-title">
      <h2 id="comments-title" className="mt-4 mb-2">
        <MessageSquare size={15} aria-hidden="true" /> Comments
      </h2>
      <ul className="threads">
        {threads.entries.map((thread) => (
          <Thread key={thread.first.id} at={at} thread={thread} commentable={commentable} mayComment={mayComment} />
        ))}
      </ul>
      <Pager {...threads} size={threads.entries.length} query={{}} what="comments" />
      {threads.entries.length === 0 && threads.page === 1 && (
        <p className="quiet">No comments yet. An open one is shown on the sheet and in the ledger too.</p>
      )}
      {mayComment && (
        <form
          className="new-comment card-plain"
          onSubmit={(event) => {
            event.preventDefault();
            void add();
          }}
        >
          <CommentFields
            commentable={commentable}
            about={about}
            onAbout={setAbout}
            words={words}
            onWords={setWords}
            fault={mutation.fault}
            rows={2}
          />
          <button className="btn btn-quiet" disabled={mutation.busy || words.trim() === ""}>
            Comment
          </button>
        </form>
      )}
    </section>
  );
};

"use client";

import type { InboxItem, InboxKind } from "@/server/happenings/inbox";
import { timeText } from "@/ui/dates";
import { useMutation } from "@/ui/use-mutation";

const kinds: Readonly<Record<InboxKind, string>> = {
  "review-asked": "Review",
  "review-decided": "Review",
  comment: "Comment",
  "new-version": "New version",
  withdrawn: "Withdrawn",
  followed: "Followed",
  member: "Team",
  token: "Access token",
};

/** What concerns the person who reads it, the latest first. */
export const InboxList = ({ items }: { readonly items: readonly InboxItem[] }) => {
  const mutation = useMutation();
  const unread = items.filter(({ readAt }) => readAt === null).length;
  if (items.length === 0)
    return (
      <p className="card-plain p-3">
        Nothing yet. Reviews you are asked for, answers to your comments and new versions of what your projects use come here.
      </p>
    );
  return (
    <>
      <div className="d-flex gap-3 align-items-center mb-2">
        <span>{unread === 0 ? "All read" : `${unread} unread`}</span>
        <button
          type="button"
          className="btn btn-sm btn-quiet"
          disabled={mutation.busy || unread === 0}
          onClick={() => void mutation.send("POST /api/inbox", {}, { id: null, read: true })}
        >
          Mark all as read
        </button>
      </div>
      <ul className="inbox-list card-plain">
        {items.map((item) => (
          <li key={item.id} className={item.readAt ? "read" : ""}>
            <span className="dot" aria-hidden="true" />
            <span>
              <span className="tag me-2">{kinds[item.kind]}</span>
              <a href={item.path} onClick={() => void mutation.send("POST /api/inbox", {}, { id: item.id, read: true })}>
                {item.words}
              </a>
            </span>
            <span className="num quiet">{timeText(new Date(item.at))}</span>
            <button
              type="button"
              className="btn btn-sm btn-quiet"
              disabled={mutation.busy}
              onClick={() => void mutation.send("POST /api/inbox", {}, { id: item.id, read: item.readAt === null })}
            >
              {item.readAt ? "Mark as unread" : "Mark as read"}
            </button>
          </li>
        ))}
      </ul>
      {mutation.fault && (
        <p className="fault" role="alert">
          {mutation.fault}
        </p>
      )}
    </>
  );
};

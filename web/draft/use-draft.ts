"use client";

import { applyChanges, type Change, type Layout } from "@ypsiline/core";
import { nanoid } from "nanoid";
import { useEffect, useState, useSyncExternalStore } from "react";
import { ask, send } from "@/ui/request";
import { createDraftStore, type DraftState, type DraftStore, type SaveAnswer } from "./draft-store";
import type { SentChanges, Unsaved } from "./server-copy";
import type { Step } from "./steps";

/** The address of a draft and the id of its spec. Browsers store data under the id, which survives renaming. */
export type DraftAddress = { readonly team: string; readonly spec: string; readonly id: number };

const route = "/api/drafts/:team/:spec";

const saveTo = async (address: DraftAddress, revision: number, { id, changes }: SentChanges): Promise<SaveAnswer> => {
  // Browsers let small requests outlive the page; larger ones would be refused with keepalive.
  const keepalive = JSON.stringify(changes).length < 50_000;
  const answer = await send(`POST ${route}`, address, { revision, id, changes }, { keepalive });
  if (answer.ok) return { kind: "saved", ...answer.value };
  const { status, detail, issues, conflict } = answer.fault;
  if (conflict) return { kind: "conflict", ...conflict };
  if (status === 401) return { kind: "failed", signIn: true, detail: "You are signed out" };
  if (status === 400 || status === 403 || status === 404 || status === 413 || status === 422) return { kind: "refused", detail, issues };
  return { kind: "failed", signIn: false, detail };
};

type Known = { readonly revision: number; readonly layout: Layout };

/** The draft, if it is newer: from the edits since, or whole if they are many or do not apply. */
export const newerThan = async (address: DraftAddress, known: Known): Promise<Known | null> => {
  const answer = await ask(`GET ${route}`, address, { since: String(known.revision) });
  if (!answer.ok || answer.status !== 200) return null;
  if ("layout" in answer.value) return answer.value;
  let { layout } = known;
  for (const edit of answer.value.edits) {
    const applied = applyChanges(layout, edit);
    if (!applied.ok) {
      const whole = await ask(`GET ${route}`, address);
      return whole.ok && "layout" in whole.value ? whole.value : null;
    }
    ({ layout } = applied);
  }
  return { revision: answer.value.revision, layout };
};

/** Unsaved changes are stored per tab, so that two tabs on one draft do not take each other's. */
const keepPrefix = ({ id }: DraftAddress): string => `ypsiline unsaved ${id} `;

/** Maximum size of the stored undo steps, characters: a tab has a few megabytes for all its pages. */
const mostOfSteps = 1_000_000;
/** Pause before the steps of the previous page are restored, ms. */
const recoverAfter = 300;
const stepsKey = ({ id }: DraftAddress): string => `ypsiline steps ${id}`;

const isStep = (value: unknown): value is Step =>
  typeof value === "object" && value !== null && "forth" in value && "back" in value && isChanges(value.forth) && isChanges(value.back);

/** Stores a tab's steps, only the latest if there is no room for all. */
const keepSteps = (address: DraftAddress, steps: readonly Step[]): void => {
  for (let kept = steps; ; kept = kept.slice(Math.ceil(kept.length / 2))) {
    const text = JSON.stringify(kept);
    if (text.length > mostOfSteps && kept.length > 0) continue;
    try {
      return sessionStorage.setItem(stepsKey(address), text);
    } catch {
      // Undo then lasts as long as the page.
      if (kept.length === 0) return;
    }
  }
};

const stepsOf = (address: DraftAddress): readonly Step[] => {
  try {
    const read: unknown = JSON.parse(sessionStorage.getItem(stepsKey(address)) ?? "[]");
    return Array.isArray(read) ? read.filter(isStep) : [];
  } catch {
    return [];
  }
};

/** A unique name for this tab. */
export const tabName = (): string => {
  const known = sessionStorage.getItem("ypsiline tab");
  if (known) return known;
  const made = nanoid();
  sessionStorage.setItem("ypsiline tab", made);
  return made;
};

const isChanges = (value: unknown): value is readonly Change[] =>
  Array.isArray(value) &&
  value.every(
    (one: unknown) =>
      typeof one === "object" &&
      one !== null &&
      "path" in one &&
      Array.isArray(one.path) &&
      one.path.every((part) => typeof part === "string"),
  );

const isSent = (value: unknown): value is NonNullable<Unsaved["sent"]> =>
  typeof value === "object" &&
  value !== null &&
  "id" in value &&
  typeof value.id === "string" &&
  "changes" in value &&
  isChanges(value.changes) &&
  "since" in value &&
  isChanges(value.since);

/** Parses what a page stored; null if it is invalid. Earlier releases stored only a list of changes. */
export const unsavedOf = (text: string): Unsaved | null => {
  try {
    const read: unknown = JSON.parse(text);
    if (isChanges(read)) return { changes: read };
    if (typeof read !== "object" || read === null || !("changes" in read) || !isChanges(read.changes)) return null;
    return { changes: read.changes, ...("sent" in read && isSent(read.sent) ? { sent: read.sent } : {}) };
  } catch {
    return null;
  }
};

/** What was left behind, and a function that deletes it once it is stored again. */
type LeftBehind = { readonly left: readonly Unsaved[]; readonly forget: () => void };

/** What this tab left unsaved, then what closed tabs did (an open tab holds a lock with its name). */
const leftBehind = async (address: DraftAddress, tab: string): Promise<LeftBehind> => {
  const alive = new Set(((await navigator.locks?.query())?.held ?? []).map(({ name }) => name));
  const prefix = keepPrefix(address);
  const own = prefix + tab;
  const gone = Object.keys(localStorage).filter(
    (key) => key.startsWith(prefix) && key !== own && !alive.has(`ypsiline tab ${key.slice(prefix.length)}`),
  );
  const left = [own, ...gone].flatMap((key) => unsavedOf(localStorage.getItem(key) ?? "") ?? []);
  return { left, forget: () => gone.forEach((key) => localStorage.removeItem(key)) };
};

/** How often others' edits are checked for while the page is visible, ms. Usually events announce them at once. */
const lookEvery = 15_000;

/** The draft of an address as live state. */
export const useDraft = (
  { team, spec, id }: DraftAddress,
  initial: { revision: number; layout: Layout },
  readOnly: boolean,
): { readonly store: DraftStore; readonly state: DraftState } => {
  const [store] = useState(() =>
    createDraftStore(initial, {
      save: (revision, sent) => saveTo({ team, spec, id }, revision, sent),
      newId: () => nanoid(),
      newer: (known) => newerThan({ team, spec, id }, known),
      now: () => Date.now(),
      online: () => navigator.onLine,
      after: (ms, work) => {
        const timer = setTimeout(work, ms);
        return () => clearTimeout(timer);
      },
      keepSteps: (steps) => keepSteps({ team, spec, id }, steps),
      keep: (unsaved) => {
        const key = keepPrefix({ team, spec, id }) + tabName();
        try {
          if (unsaved === null) localStorage.removeItem(key);
          else localStorage.setItem(key, JSON.stringify(unsaved));
          return true;
        } catch {
          // The storage is full or blocked. Saving continues; the page warns against closing it.
          return false;
        }
      },
    }),
  );
  const state = useSyncExternalStore(store.subscribe, store.state, store.state);

  useEffect(() => {
    const leave = new AbortController();
    const { signal } = leave;
    if (!readOnly) {
      // Read before this page keeps its own; put back once what was pressed before the scripts came has been done.
      const steps = stepsOf({ team, spec, id });
      const recovering = setTimeout(() => store.recoverSteps(steps), recoverAfter);
      signal.addEventListener("abort", () => clearTimeout(recovering));
      const tab = tabName();
      void navigator.locks?.request(
        `ypsiline tab ${tab}`,
        { ifAvailable: true },
        () => new Promise<void>((resolve) => signal.addEventListener("abort", () => resolve())),
      );
      void leftBehind({ team, spec, id }, tab).then(({ left, forget }) => {
        if (signal.aborted) return;
        if (left.length > 0) store.recover(left);
        // They are stored under this tab's name by now or, if there was no room, still where they were.
        if (store.state().kept) forget();
      });
      window.addEventListener("pagehide", () => void store.flush(), { signal });
      window.addEventListener("online", () => void store.flush(), { signal });
      window.addEventListener(
        "beforeunload",
        (event) => {
          if (store.unsaved() !== null) event.preventDefault();
        },
        { signal },
      );
    }
    const look = () => {
      if (document.visibilityState === "visible") void store.refresh();
    };
    document.addEventListener("visibilitychange", look, { signal });
    window.addEventListener("focus", look, { signal });
    const timer = setInterval(look, lookEvery);
    return () => {
      leave.abort();
      clearInterval(timer);
    };
  }, [store, team, spec, id, readOnly]);

  return { store, state };
};

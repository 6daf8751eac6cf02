import type { Answered, Sent } from "@/wire/routes";

const presence = "POST /api/drafts/:team/:spec/presence";
export type Present = Answered<typeof presence>["present"][number];

/** What an open draft listens to. */
export type LiveListeners = {
  /** The draft has a later revision; 0 if that is possible but unknown. */
  readonly draft: (revision: number) => void;
  readonly comments: () => void;
  /** The spec, or the one it follows, has a new version. */
  readonly versions: () => void;
  readonly present: (others: readonly Present[]) => void;
};

/** What live updates need: the event stream, a way to report where the tab is, and whether the page is visible. */
export type LiveWorld = {
  /** Opens the event stream. Returns a function that closes it. */
  readonly open: (streamListeners: {
    readonly open: () => void;
    readonly draft: (data: { readonly revision: number }) => void;
    readonly comments: () => void;
    readonly presence: () => void;
    readonly version: () => void;
    readonly followed: () => void;
  }) => () => void;
  /** Reports where the tab is. Returns who is in the draft, or null if the server does not answer. */
  readonly report: (message: Sent<typeof presence>) => Promise<readonly Present[] | null>;
  readonly seen: () => boolean;
};

/**
 * Live updates of a draft: what others do, and where this tab is. The stream is open only while the page is visible, because
 * browsers allow few per server. A page that becomes visible again asks what it missed.
 */
export const createLive = (
  world: LiveWorld,
  { tab, at }: { readonly tab: string; readonly at: string },
  listeners: () => LiveListeners,
) => {
  let breakpoint = at;
  let close: (() => void) | null = null;
  let opened = false;
  let before: Promise<unknown> = Promise.resolve();
  const reportNow = async (gone: boolean): Promise<void> => {
    const present = await world.report({ tab, breakpoint, gone });
    if (present && !gone) listeners().present(present.filter((one) => one.tab !== tab));
  };
  // One after the other, so that the latest position is also sent last. A message on leaving cannot wait.
  const report = (gone: boolean): void => {
    before = gone ? reportNow(true) : before.then(() => reportNow(false));
  };
  const leave = (): void => {
    close?.();
    close = null;
    report(true);
  };
  return {
    /** The page became visible or hidden. */
    look: (): void => {
      if (!world.seen()) return leave();
      close ??= world.open({
        open: () => {
          listeners().draft(0);
          listeners().comments();
          // The page has just been read when it listens first.
          if (opened) listeners().versions();
          opened = true;
        },
        draft: ({ revision }) => listeners().draft(revision),
        comments: () => listeners().comments(),
        version: () => listeners().versions(),
        followed: () => listeners().versions(),
        presence: () => report(false),
      });
      report(false);
    },
    /** Reports again that the page is open. */
    beat: (): void => {
      if (world.seen()) report(false);
    },
    /** Goes to a breakpoint. */
    goTo: (id: string): void => {
      breakpoint = id;
      if (world.seen()) report(false);
    },
    leave,
  };
};

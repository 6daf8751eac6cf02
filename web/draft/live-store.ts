import type { Answered, Sent } from "@/wire/routes";

const presence = "POST /api/drafts/:team/:spec/presence";
export type Present = Answered<typeof presence>["present"][number];

/** What is heard of a spec while its draft is open. */
export type Hear = {
  /** The draft has a later revision; 0 where it may have one. */
  readonly draft: (revision: number) => void;
  readonly comments: () => void;
  /** It has another version, or what it follows has. */
  readonly versions: () => void;
  readonly present: (others: readonly Present[]) => void;
};

/** What the page's liveness needs of the world: the event stream, the way to say where one is, whether the page is seen. */
export type LiveWorld = {
  /** Opens the stream of events; returns how to close it. */
  readonly open: (hearers: {
    readonly open: () => void;
    readonly draft: (data: { readonly revision: number }) => void;
    readonly comments: () => void;
    readonly presence: () => void;
    readonly version: () => void;
    readonly followed: () => void;
  }) => () => void;
  /** Says where a tab is; who is in the draft, or null where nothing answers. */
  readonly say: (message: Sent<typeof presence>) => Promise<readonly Present[] | null>;
  readonly seen: () => boolean;
};

/**
 * What a page hears of others in its draft and says of itself. The stream is held only while the page is seen: browsers
 * allow few to one server, and a page come back to asks what it missed.
 */
export const createLive = (world: LiveWorld, { tab, at }: { readonly tab: string; readonly at: string }, hear: () => Hear) => {
  let breakpoint = at;
  let close: (() => void) | null = null;
  let opened = false;
  let before: Promise<unknown> = Promise.resolve();
  const sayNow = async (gone: boolean): Promise<void> => {
    const present = await world.say({ tab, breakpoint, gone });
    if (present && !gone) hear().present(present.filter((one) => one.tab !== tab));
  };
  // One after the other, so that where somebody went last is also what is said last; what is said on leaving cannot wait.
  const say = (gone: boolean): void => {
    before = gone ? sayNow(true) : before.then(() => sayNow(false));
  };
  const leave = (): void => {
    close?.();
    close = null;
    say(true);
  };
  return {
    /** The page is seen, or not any more. */
    look: (): void => {
      if (!world.seen()) return leave();
      close ??= world.open({
        open: () => {
          hear().draft(0);
          hear().comments();
          // The page has just been read when it listens first.
          if (opened) hear().versions();
          opened = true;
        },
        draft: ({ revision }) => hear().draft(revision),
        comments: () => hear().comments(),
        version: () => hear().versions(),
        followed: () => hear().versions(),
        presence: () => say(false),
      });
      say(false);
    },
    /** Says again that the page is here. */
    beat: (): void => {
      if (world.seen()) say(false);
    },
    /** Goes to a breakpoint. */
    goTo: (id: string): void => {
      breakpoint = id;
      if (world.seen()) say(false);
    },
    leave,
  };
};

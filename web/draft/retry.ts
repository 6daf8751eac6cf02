/** What a retry needs of the world. */
export type RetryWorld = {
  /** Does work after a time, ms; answers how to call it off. */
  readonly after: (ms: number, work: () => void) => () => void;
  /** Whether there is a network. */
  readonly online: () => boolean;
};

const firstPause = 1_000;
const longestPause = 15_000;

/**
 * Work that is done soon, and again after a pause that doubles as long as it fails, up to a longest, which is also the pause
 * while there is no network. One time waits at once: what is set anew takes the place of what waited.
 */
export const createRetry = ({ after, online }: RetryWorld, work: () => void) => {
  let pause = firstPause;
  let cancelTimer: (() => void) | null = null;
  const cancel = (): void => {
    cancelTimer?.();
    cancelTimer = null;
  };
  /** Does the work after a time, ms. */
  const soon = (ms: number): void => {
    cancel();
    cancelTimer = after(ms, () => {
      cancelTimer = null;
      work();
    });
  };
  return {
    soon,
    /** The work has failed: it is done again after a pause. */
    failed: (): void => {
      soon(online() ? pause : longestPause);
      pause = Math.min(longestPause, pause * 2);
    },
    /** The work has succeeded: the next failure begins with the first pause. */
    succeeded: (): void => {
      pause = firstPause;
    },
    cancel,
  };
};

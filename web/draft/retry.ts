/** What retrying needs. */
export type RetryWorld = {
  /** Does work after a time, ms. Returns a function that cancels it. */
  readonly after: (ms: number, work: () => void) => () => void;
  /** Whether there is a network. */
  readonly online: () => boolean;
};

const firstPause = 1_000;
const longestPause = 15_000;

/**
 * Does work soon, and again after a pause while it fails. The pause doubles up to a maximum, which is also the pause without
 * a network. Only one timer runs: setting it again replaces it.
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

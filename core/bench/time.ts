const median = (times: readonly number[]): number => [...times].sort((a, b) => a - b)[Math.floor(times.length / 2)] ?? NaN;

/** Median time of one run, ms, after the engine has warmed up. */
export const time = (work: () => unknown, runs: number): number => {
  for (let run = 0; run < Math.min(300, runs); run += 1) work();
  return median(
    Array.from({ length: runs }, () => {
      const start = performance.now();
      work();
      return performance.now() - start;
    }),
  );
};

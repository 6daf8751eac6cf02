/**
 * The seed of a test that generates its cases, printed so that a failure can be repeated: `SEED=12345 npx vitest run
 * …`. Otherwise every run has a new one.
 */
export const seedOf = (test: string): number => {
  const seed = Number(process.env["SEED"] ?? Math.floor(Math.random() * 2 ** 31));
  process.stdout.write(`${test}: seed ${seed}\n`);
  return seed;
};

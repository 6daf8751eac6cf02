/**
 * The order of a list that two sides changed: `from` is the order one side started with, `to` its result, `now` the
 * present order. If one side moved two entries past each other, its order of these two is used; all others keep their
 * present order. A new entry stays behind the neighbour it was put behind; two behind the same neighbour are ordered by
 * name, whoever was first. Null if the two orders contradict each other: A before B, B before C and C before A.
 *
 * @returns the names of `now`, each once.
 */
export const mergeOrder = (from: readonly string[], to: readonly string[], now: readonly string[]): readonly string[] | null => {
  const [was, wanted, is] = [from, to, now].map((list) => new Map(list.map((name, index) => [name, index])));
  const both = now.filter((name) => wanted?.has(name));
  const place = (map: ReadonlyMap<string, number> | undefined, name: string): number | undefined => map?.get(name);
  /** Whether `a` must come before `b`. */
  const first = (a: string, b: string): boolean => {
    const [a0, b0] = [place(was, a), place(was, b)];
    const asWanted = (place(wanted, a) ?? 0) < (place(wanted, b) ?? 0);
    const known = a0 !== undefined && b0 !== undefined;
    return !known || a0 < b0 !== asWanted ? asWanted : (place(is, a) ?? 0) < (place(is, b) ?? 0);
  };
  // Of every two one comes first. That is an order exactly where no two come before equally many others.
  const after = both.map((name) => both.filter((other) => other !== name && first(name, other)).length);
  if (new Set(after).size !== both.length) return null;
  const merged = both
    .map((name, index) => ({ name, after: after[index] ?? 0 }))
    .sort((a, b) => b.after - a.after)
    .map(({ name }) => name);
  // What `to` does not know stays behind its neighbour.
  now.forEach((name, index) => {
    if (wanted?.has(name)) return;
    const before = now
      .slice(0, index)
      .reverse()
      .find((other) => merged.includes(other));
    let at = before === undefined ? 0 : merged.indexOf(before) + 1;
    const isNew = (other: string | undefined): boolean => other !== undefined && !was?.has(other) && wanted?.has(other) === true;
    if (!was?.has(name)) while (isNew(merged[at]) && (merged[at] ?? "") < name) at += 1;
    merged.splice(at, 0, name);
  });
  return merged;
};

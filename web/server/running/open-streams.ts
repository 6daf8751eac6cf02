/** Open event streams of this process, by person and by address. */
type Seats = Map<string, number>;

const shared = globalThis as { ypsilineSeats?: Seats };
const seats = (): Seats => (shared.ypsilineSeats ??= new Map());

/** Maximum streams per person (one per visible page) and per address (a whole office). */
const mostOfPerson = 12;
const mostOfAddress = 200;

/** Streams that are open in this process. */
export const seatsTaken = (): number => [...seats()].reduce((sum, [key, count]) => (key.startsWith("address ") ? sum + count : sum), 0);

export type Seat = { readonly leave: () => void };

/** Opens a place for another event stream; null if the person or address has the maximum. */
export const takeSeat = (personId: number | null, address: string): Seat | null => {
  const all = seats();
  const wanted: readonly (readonly [string, number])[] = [
    [`address ${address}`, mostOfAddress],
    ...(personId === null ? [] : [[`person ${personId}`, mostOfPerson] as const]),
  ];
  if (wanted.some(([key, most]) => (all.get(key) ?? 0) >= most)) return null;
  for (const [key] of wanted) all.set(key, (all.get(key) ?? 0) + 1);
  let left = false;
  return {
    leave: () => {
      if (left) return;
      left = true;
      for (const [key] of wanted) {
        const count = (all.get(key) ?? 1) - 1;
        if (count > 0) all.set(key, count);
        else all.delete(key);
      }
    },
  };
};

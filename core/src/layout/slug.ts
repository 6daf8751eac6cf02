/**
 * The part of an address, id or custom property made from a name: "Passenger booking" is passenger-booking. It begins
 * with a letter: if the name does not, `before` is put in front, or used alone if nothing is left.
 */
export const slugOf = (name: string, before: string, longest = 40): string => {
  const plain = plainName(name);
  const slug = plain === "" ? before : /^[a-z]/.test(plain) ? plain : `${before}-${plain}`;
  return slug.slice(0, longest).replace(/-+$/, "");
};

/** The lower-case letters and digits of a name, joined by hyphens; "" if it has none. */
export const plainName = (name: string): string =>
  name
    .normalize("NFKD")
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, "-")
    .replace(/^-+|-+$/g, "");

/** The text itself, or with the first number from 2 that makes it unique: "desk", "desk-2". */
export const untaken = (wanted: string, taken: (one: string) => boolean, between = "-"): string => {
  let one = wanted;
  for (let next = 2; taken(one); next += 1) one = `${wanted}${between}${next}`;
  return one;
};

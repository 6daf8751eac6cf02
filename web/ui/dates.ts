/** "14 Nov 2026", in UTC so that server and browser agree. */
export const dayText = (date: Date): string =>
  new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", year: "numeric", timeZone: "UTC" }).format(date);

const months = ["Jan", "Feb", "Mar", "Apr", "May", "Jun", "Jul", "Aug", "Sep", "Oct", "Nov", "Dec"] as const;

/** "14 Nov 2026, 10:30", in UTC. */
export const timeText = (date: Date): string =>
  `${dayText(date)}, ${String(date.getUTCHours()).padStart(2, "0")}:${String(date.getUTCMinutes()).padStart(2, "0")}`;

/** "14 Nov 2026", in UTC so that server and browser agree. */
export const dayText = (date: Date): string => `${date.getUTCDate()} ${months[date.getUTCMonth()] ?? ""} ${date.getUTCFullYear()}`;

/** The whole widths a breakpoint holds for: "1024–1439", "1440 and up". `until` is the first width that it no longer has. */
export const widthsText = (from: number, until: number | null): string =>
  until === null ? `${from} and up` : `${from}–${Math.ceil(until) - 1}`;

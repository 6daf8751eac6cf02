import { cellOfPath, type Finding } from "@ypsiline/core";

/** Cells that a finding at this breakpoint speaks of. */
export const spokenOf = (findings: readonly Finding[], id: string, index: number): ReadonlySet<string> => {
  const paths = new Set(
    findings
      .filter((one) => one.breakpoint === id && one.accepted === null && one.level !== "note")
      .map(({ path }) => path.replace(`/breakpoints/${index}/`, "")),
  );
  // A finding about all columns belongs to no single cell.
  return new Set([...paths].flatMap((path) => (path === "columns" ? [] : (cellOfPath(path) ?? []))));
};

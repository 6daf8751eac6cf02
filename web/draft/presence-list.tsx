"use client";

import { useDraftOfPage } from "./draft-provider";

/** Who else is in the draft now, and where. */
export const PresenceList = () => {
  const { present, layout } = useDraftOfPage();
  if (present.length === 0) return null;
  const where = (id: string): string => layout.breakpoints.find((one) => one.id === id)?.name ?? "";
  return (
    <ul className="presence" aria-label="Also here">
      {present.slice(0, 3).map(({ tab, name, breakpoint }) => (
        <li key={tab} title={`${name}${where(breakpoint) ? `, at ${where(breakpoint)}` : ""}`}>
          {name}
          {where(breakpoint) && <span> · {where(breakpoint)}</span>}
        </li>
      ))}
      {present.length > 3 && <li>and {present.length - 3} more</li>}
    </ul>
  );
};
